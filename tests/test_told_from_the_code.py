"""Files that are told from the code are those of the code as it is."""

import pytest

from docs.schemas import ROOT, files

FILES = files()


@pytest.mark.parametrize("path", FILES, ids=lambda path: path.name)
def test_a_file_told_from_the_code_is_not_older_than_it(path):
    older = f"{path.relative_to(ROOT)} is older than the code: run 'make schema' and commit it."
    assert path.read_text("utf-8") == FILES[path], older
