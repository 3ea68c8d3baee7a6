"""A picture that a writer gives: read, made small, written anew without anything that came along with it."""

from __future__ import annotations

from base64 import b64decode, b64encode
from io import BytesIO
from typing import IO, Any

from django.utils.translation import gettext as _
from PIL import Image, ImageOps

MOST_BYTES = 12_000_000
_MOST_PIXELS = 60_000_000
_LONGEST_SIDE = 1_400
_QUALITY = 82
_KINDS = ("JPEG", "PNG", "WEBP")


class NotAPicture(ValueError):
    """Why an upload is no picture that can be taken, as a sentence."""


def made_anew(upload: IO[bytes]) -> str:
    """A JPEG in base64, turned as the camera held it, of some hundred kB. :class:`NotAPicture` where it is none."""
    data = upload.read(MOST_BYTES + 1)
    if len(data) > MOST_BYTES:
        raise NotAPicture(_("A picture may have {most} MB at most.").format(most=MOST_BYTES // 1_000_000))
    try:
        with Image.open(BytesIO(data), formats=_KINDS) as opened:
            if opened.width * opened.height > _MOST_PIXELS:
                why = _("A picture may have {most} megapixels at most.")
                raise NotAPicture(why.format(most=_MOST_PIXELS // 1_000_000))
            opened.draft("RGB", (_LONGEST_SIDE, _LONGEST_SIDE))
            return _encoded(ImageOps.exif_transpose(opened))
    except NotAPicture:
        raise
    # What a broken file raises in a decoder is not told by any list.
    except Exception as why:
        raise NotAPicture(_("That file is no picture that can be read: choose a JPEG, PNG or WebP.")) from why


def kept_picture(text: str) -> str:
    """A picture of a file that comes in, made anew; nothing where it is none."""
    try:
        return made_anew(BytesIO(b64decode(text, validate=True))) if text else ""
    except (NotAPicture, ValueError):
        return ""


def _encoded(opened: Any) -> str:
    picture = opened.convert("RGB")
    picture.thumbnail((_LONGEST_SIDE, _LONGEST_SIDE))
    clean = Image.new("RGB", picture.size, "white")
    clean.paste(picture)
    out = BytesIO()
    clean.save(out, "JPEG", quality=_QUALITY, optimize=True)
    return b64encode(out.getvalue()).decode()
