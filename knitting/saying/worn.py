"""How a garment is put on, and how deep it hangs in every direction, in words."""

from __future__ import annotations

from knitting.saying.finishing import said_edge
from knitting.saying.language import _
from knitting.saying.statements import said_words
from knitting.wearing import ALONG_THE_TOP, PutOn, Wearing


def said_wearing(wearing: Wearing) -> str:
    """How it is put on, with the edge that goes round the nape where there are several."""
    words = said_words(wearing.how.value)
    if wearing.how is not PutOn.ACROSS_BACK:
        return words
    if len(wearing.along) > 1:
        edge = _("both sides, from its beginning") if wearing.along == ALONG_THE_TOP else _("both sides, from its end")
    else:
        edge = said_edge(wearing.along[0])
    return _("{edge} at the neck, {words}").format(edge=edge, words=words).capitalize()


def said_directions() -> tuple[str, ...]:
    """What the hem is called behind, over the left arm, in front and over the right arm."""
    return _("back"), _("left arm"), _("front"), _("right arm")
