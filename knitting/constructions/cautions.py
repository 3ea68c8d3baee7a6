"""The usual cautions of a gentle work; local rules come first."""

from __future__ import annotations

from enum import Enum

from knitting.statements import sentence


class Caution(Enum):
    """A caution, with the sentence that is shown where it applies."""

    PAUSE = sentence("Long sittings strain hands, wrists, neck and eyes: lay the work down now and then.")
    CORDS = sentence(
        "Cords, ties, long fringe and loose loops at the neck of clothing or on blankets for babies and small "
        "children can strangle or entrap. Rules differ by country: follow your local ones."
    )
    PINS = sentence("Keep blocking pins and needles away from children, and count the pins when you take them out.")
    FIBRE = sentence("Wool and other fibres can irritate or cause allergy: ask whoever will wear it next to the skin.")
    FLAME = sentence("Fleece and acrylic melt and burn near a flame: keep them from stove, candle and fire.")
