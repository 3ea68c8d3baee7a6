"""Every sentence that is said anywhere, gathered from where it stands, and what is wrong with a catalogue of them."""

from __future__ import annotations

import io
import re
import sys
import tokenize
import tomllib
from collections.abc import Collection, Iterable, Iterator
from pathlib import Path
from string import Formatter
from typing import IO, Any, TypeAlias

from babel.messages.catalog import Catalog, Message
from babel.messages.extract import extract_from_dir, extract_python
from babel.messages.mofile import write_mo
from babel.messages.pofile import read_po
from django.utils.translation.template import templatize

ROOT = Path(__file__).resolve().parents[2]
DOMAINS = ("django", "djangojs")
_FOLDERS = ("bias", "drawing", "knitting")
Found: TypeAlias = Iterator[tuple[int, str, Any, list[str]]]
"""As Babel has it: a line, the word that marks a sentence, the sentence with its plural, remarks."""
_KEYWORDS: dict[str, tuple[int, ...] | None] = {
    **dict.fromkeys(("_", "_lazy", "gettext", "gettext_lazy", "N_", "sentence")),
    **dict.fromkeys(("ngettext", "ngettext_lazy"), (1, 2)),
    "_S": (2,),
}
"""What marks a sentence: ``N_`` words of a table, ``sentence`` what the core says later, ``_S`` stitches."""
_TOLD = ("title", "says", "when", "wrong", "tell")
"""Which texts of the tables of techniques are told."""
_PERCENT = re.compile(r"%\(\w+\)s|%%")
_TAG = re.compile(r"</?\w+|&\w+;")


def templates(file: IO[bytes], keywords: Collection[str], _tags: Collection[str], options: Any) -> Found:
    """The sentences of a template."""
    code = templatize(file.read().decode())
    for call in re.finditer(r"\b(?:n?gettext|_)\(", code):
        text = _call(code[call.start() :]).encode()
        line = code.count("\n", 0, call.start())
        for at, name, messages, _remarks in extract_python(io.BytesIO(text), dict.fromkeys(keywords), (), options):
            yield line + at, str(name), messages, []


def _call(code: str) -> str:
    """The call that some code begins with."""
    depth = 0
    for token in tokenize.generate_tokens(io.StringIO(code).readline):
        depth += (token.string == "(") - (token.string == ")")
        if token.string == ")" and not depth:
            lines = code.splitlines(keepends=True)[: token.end[0]]
            return "".join([*lines[:-1], lines[-1][: token.end[1]]])
    raise SyntaxError(code[:80])


def tables(file: IO[bytes], _keywords: Any, _tags: Any, options: Any) -> Found:
    """The sentences of a table of techniques."""
    for text in dict.fromkeys(_told(tomllib.loads(file.read().decode()))):
        yield 0, "N_", text, []


def _told(value: Any, key: str = "") -> Iterator[str]:
    if isinstance(value, str) and key in _TOLD and value:
        yield value
    inner: Iterable[tuple[str, Any]] = ()
    if isinstance(value, dict):
        inner = value.items()
    elif isinstance(value, list):
        inner = ((key, each) for each in value)
    for name, each in inner:
        yield from _told(each, name)


_METHODS: dict[str, list[tuple[str, Any]]] = {
    "django": [
        ("**.py", "python"),
        ("**/templates/**.html", templates),
        ("techniques/*.toml", tables),
    ],
    "djangojs": [("static/**.js", "javascript")],
}


def gathered(domain: str) -> Catalog:
    """Every sentence that stands in the code, the pages and the tables."""
    found = Catalog(domain=domain, fuzzy=False)
    for folder in _FOLDERS:
        texts = extract_from_dir(
            ROOT / folder, _METHODS[domain], keywords=_KEYWORDS, comment_tags=(), directory_filter=_is_ours
        )
        for _file, _line, message, _comments, _context in texts:
            found.add(message)
    return found


def _is_ours(folder: str | Any) -> bool:
    return Path(str(folder)).name not in ("vendor", "collected", "__pycache__", "migrations")


def compile_catalogue(path: Path) -> None:
    """Write what programs read beside a catalogue.

    Not by Babel's own command: it takes "% d" of "10 % dei ferri" for a place. :func:`wrong` checks places.
    """
    with path.open("rb") as file:
        kept = read_po(file, locale=path.parents[1].name, domain=path.stem)
    with path.with_suffix(".mo").open("wb") as file:
        write_mo(file, kept)


def wrong(message: Message) -> str:
    """What is wrong with a translation, or nothing."""
    said = message.string if isinstance(message.string, list | tuple) else (message.string or "",)
    source = message.id if isinstance(message.id, list | tuple) else (message.id,)
    if not all(said):
        return "is not translated"
    if message.fuzzy:
        return "was only guessed"
    wanted, most = _places(source[-1]), set(_places(source[-1])) | set(_places(source[0]))
    if not all(set(_places(each)) <= most for each in said) or _places(said[-1]) != wanted:
        return f"has other places than {wanted}"
    if sorted(_TAG.findall(said[-1])) != sorted(_TAG.findall(source[-1])):
        return "has other tags"
    return ""


def _places(text: str) -> list[str]:
    """The places of a text that are filled in, in no order."""
    found = _PERCENT.findall(text)
    try:
        found += [f"{{{name}:{form}}}" for _text, name, form, _turn in Formatter().parse(text) if name is not None]
    except ValueError:  # a brace that stands for itself
        found += re.findall(r"[{}]", text)
    return sorted(found)


if __name__ == "__main__":
    for each in sys.argv[1:]:
        compile_catalogue(Path(each).resolve())
