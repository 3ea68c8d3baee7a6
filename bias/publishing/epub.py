"""A pattern as an EPUB for phones and readers: one chapter of the same page, with its drawings and its picture.

The container is a zip of a few fixed files, by the published standard (EPUB 3); no library for it under a licence that
goes with ours is kept well.
"""

from __future__ import annotations

import re
import zipfile
from base64 import b64decode
from io import BytesIO
from xml.sax.saxutils import escape

_CONTAINER = (
    '<?xml version="1.0"?><container version="1.0" xmlns="urn:oasis:names:tc:opendocument:xmlns:container"><rootfiles>'
    '<rootfile full-path="pattern.opf" media-type="application/oebps-package+xml"/></rootfiles></container>'
)
_PICTURE = re.compile(r'src="data:image/jpeg;base64,([A-Za-z0-9+/=]*)"')
_EMPTY = re.compile(r"<(img|br)\b([^>]*?)\s*/?>")
"""Elements of a page that XML wants closed."""
_STYLE = "svg{max-width:100%;height:auto}img{max-width:100%}dt{font-weight:bold}"
_XHTML = "http://www.w3.org/1999/xhtml"


def epub(body: str, title: str, by: str, language: str, uid: str, changed: str) -> bytes:
    """The file. ``body`` is the inside of the page, well formed; ``changed`` a moment such as 2026-03-01T12:00:00Z."""
    found = _PICTURE.search(body)
    picture = b64decode(found[1]) if found else b""
    page = _EMPTY.sub(r"<\1\2/>", _PICTURE.sub('src="picture.jpg"', body))
    out = BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as whole:
        # The first file tells what this is and must not be packed.
        whole.writestr(zipfile.ZipInfo("mimetype"), "application/epub+zip", zipfile.ZIP_STORED)
        whole.writestr("META-INF/container.xml", _CONTAINER)
        whole.writestr("pattern.opf", _package(title, by, language, uid, changed, bool(picture)))
        whole.writestr("contents.xhtml", _contents(page, title, language))
        whole.writestr("pattern.xhtml", _page(page, title, language))
        if picture:
            whole.writestr("picture.jpg", picture)
    return out.getvalue()


def _package(title: str, by: str, language: str, uid: str, changed: str, pictured: bool) -> str:
    author = f"<dc:creator>{escape(by)}</dc:creator>" if by else ""
    jpeg = '<item id="picture" href="picture.jpg" media-type="image/jpeg"/>' if pictured else ""
    return (
        '<?xml version="1.0" encoding="utf-8"?><package xmlns="http://www.idpf.org/2007/opf" version="3.0" '
        'unique-identifier="uid"><metadata xmlns:dc="http://purl.org/dc/elements/1.1/">'
        f'<dc:identifier id="uid">urn:uuid:{uid}</dc:identifier><dc:title>{escape(title)}</dc:title>{author}'
        f'<dc:language>{language}</dc:language><meta property="dcterms:modified">{changed}</meta></metadata><manifest>'
        '<item id="nav" href="contents.xhtml" media-type="application/xhtml+xml" properties="nav"/>'
        f'<item id="page" href="pattern.xhtml" media-type="application/xhtml+xml" properties="svg"/>{jpeg}</manifest>'
        '<spine><itemref idref="page"/></spine></package>'
    )


def _contents(page: str, title: str, language: str) -> str:
    heads = re.findall(r'<section id="([a-z-]+)"[^>]*><h2>(.*?)</h2>', page)
    items = "".join(f'<li><a href="pattern.xhtml#{key}">{head}</a></li>' for key, head in heads)
    inside = f'<nav epub:type="toc"><h1>{escape(title)}</h1><ol>{items}</ol></nav>'
    return _document(inside, title, language)


def _page(page: str, title: str, language: str) -> str:
    return _document(page, title, language)


def _document(inside: str, title: str, language: str) -> str:
    return (
        f'<?xml version="1.0" encoding="utf-8"?><html xmlns="{_XHTML}" xmlns:epub="http://www.idpf.org/2007/ops" '
        f'lang="{language}" xml:lang="{language}"><head><title>{escape(title)}</title><style>{_STYLE}</style></head>'
        f"<body>{inside}</body></html>"
    )
