"""The press: one part of a print as a PDF, and all of them bound."""

from __future__ import annotations

from base64 import b64decode
from collections.abc import Callable, Iterable
from contextlib import suppress
from functools import lru_cache
from io import BytesIO
from pathlib import Path
from threading import Thread
from typing import Any

from django.template.loader import render_to_string
from django.utils.translation import gettext as _

from bias.printing.print_parts import PAPERS, PrintChoices, PrintPart

_LONGEST_WAIT_S = 0.4
_PAGES_WITH_CONTENTS = 6
_PICTURE = "data:image/jpeg;base64,"
_FONTS = {font.name: font.read_bytes() for font in (Path(__file__).parent / "fonts").glob("*.ttf")}


class PrintingUnavailable(Exception):
    """The machine lacks what draws letters on pages; says what to install."""


def part_as_pdf(choices: PrintChoices, part: PrintPart) -> bytes:
    """One part as a PDF of its own."""
    weasy = _weasyprint()
    html = render_to_string(part.template, {"choices": choices, **part.about})
    wide, high = PAPERS[choices.paper]
    sheet = render_to_string("printing/print.css", {"wide": wide, "high": high, "title": part.title})
    fonts = weasy.text.fonts.FontConfiguration()
    style = weasy.CSS(string=sheet, base_url="bias:", url_fetcher=_fonts_alone, font_config=fonts)
    page = weasy.HTML(string=html, base_url="bias:", url_fetcher=_fonts_alone)
    pdf: bytes = page.write_pdf(stylesheets=[style], font_config=fonts)
    return pdf


def tagged_pdf(html: Callable[[bool], str], sheet: str) -> bytes:
    """A whole text as one tagged file (PDF/UA): its headings, language and alternatives are told to readers' voices.

    ``html`` gives the text, with its contents or without: short texts need none.
    """
    weasy = _weasyprint()
    fonts = weasy.text.fonts.FontConfiguration()
    style = weasy.CSS(string=sheet, base_url="bias:", url_fetcher=_fonts_alone, font_config=fonts)

    def laid(contents: bool) -> Any:
        page = weasy.HTML(string=html(contents), base_url="bias:", url_fetcher=_fonts_alone)
        return page.render(stylesheets=[style], font_config=fonts, pdf_variant="pdf/ua-1")

    document = laid(False)
    if len(document.pages) >= _PAGES_WITH_CONTENTS:
        document = laid(True)
    pdf: bytes = document.write_pdf(pdf_variant="pdf/ua-1")
    return pdf


def bound_pdf(parts: Iterable[bytes], title: str) -> bytes:
    """All parts as one file, the pages numbered through."""
    from pypdf import PdfReader, PdfWriter

    whole = PdfWriter()
    for part in parts:
        whole.append(PdfReader(BytesIO(part)))
    whole.add_metadata({"/Title": title, "/Creator": "Bias"})
    out = BytesIO()
    whole.write(out)
    return out.getvalue()


def can_print() -> bool:
    """Whether what prints is loaded; it is begun to be if not, beside the requests, as it takes more than a second."""
    _loading().join(_LONGEST_WAIT_S)
    return not _loading().is_alive()


@lru_cache(maxsize=1)
def _loading() -> Thread:
    thread = Thread(target=_load, daemon=True)
    thread.start()
    return thread


def _load() -> None:
    with suppress(PrintingUnavailable):
        _weasyprint()


@lru_cache(maxsize=1)
def _weasyprint() -> Any:
    # It needs libraries of the system that nothing else does, so only printing loads it.
    try:
        import weasyprint
        import weasyprint.text.fonts
        import weasyprint.urls
    except OSError:
        raise PrintingUnavailable(
            _("Printing needs the Pango library, and this machine has none. On Debian: {command}").format(
                command="apt-get install libpangoft2-1.0-0"
            )
        ) from None
    return weasyprint


def _fonts_alone(url: str, *_: Any, **__: Any) -> Any:
    """Nothing but the fonts that ship is ever fetched."""
    if url.startswith(_PICTURE):  # a picture that was made anew stands in the page itself
        picture = b64decode(url.removeprefix(_PICTURE))
        return _weasyprint().urls.URLFetcherResponse(url, picture, {"Content-Type": "image/jpeg"})
    name = url.removeprefix("bias:")
    if name not in _FONTS:
        raise ValueError(f"A print fetches nothing: {url[:80]}")
    return _weasyprint().urls.URLFetcherResponse(url, _FONTS[name], {"Content-Type": "font/ttf"})
