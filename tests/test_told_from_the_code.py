"""Files that are told from the code are those of the code as it is."""

import json

import jsonschema
import pytest

from docs.schemas import ROOT, files

FILES = files()


@pytest.mark.parametrize("path", FILES, ids=lambda path: path.name)
def test_a_file_told_from_the_code_is_not_older_than_it(path):
    older = f"{path.relative_to(ROOT)} is older than the code: run 'make schema' and commit it."
    assert path.read_text("utf-8") == FILES[path], older


@pytest.mark.parametrize("path", [path for path in FILES if path.suffixes[-2:] == [".schema", ".json"]], ids=str)
def test_a_published_schema_is_one(path):
    jsonschema.Draft202012Validator.check_schema(json.loads(FILES[path]))
