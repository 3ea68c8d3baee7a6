"""Every address of the site, with values in it."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

from django.urls import URLPattern, URLResolver, get_resolver

GIVEN = {
    "seed": 5,
    "row": 1,
    "part": 1,
    "row_group": 0,
    "number": 2,
    "form": "csv",
    "key": "mitre",
    "yarn_id": 1,
    "thing_id": 1,
}
GIVEN |= {
    "pk": 1,
    "first": "triangle",
    "technique": "k2tog",
    "uidb36": "1",
    "key": "mitre",
    "secret": "no-secret-of-any-link.",
    "behind": "nothing",
}
"""What stands in an address beside a piece and a print."""


def patterns(resolver: URLResolver | None = None) -> Iterator[URLPattern]:
    """Every address of the site as it is written in the urls."""
    for each in (resolver or get_resolver()).url_patterns:
        if isinstance(each, URLResolver):
            yield from patterns(each)
        else:
            yield each


def address(pattern: URLPattern, values: Mapping[str, object]) -> str:
    """An address with values for everything that may vary in it."""
    found = str(pattern.pattern)
    for name, converter in pattern.pattern.converters.items():
        for kind in ("number", "str", "slug", "base36"):
            found = found.replace(f"<{kind}:{name}>", converter.to_url({**GIVEN, **values}[name]))
    return f"/{found}"
