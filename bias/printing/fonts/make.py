"""The fonts of prints: one weight each, cut from the variable ones that ship, so that no page has to cut them again.

Run by hand when the fonts change: ``python -m bias.printing.fonts.make``.
"""

from pathlib import Path

from fontTools.ttLib import TTFont
from fontTools.varLib import instancer

_HERE = Path(__file__).parent
_SHIPPED = _HERE.parents[1] / "static" / "vendor"
_WEIGHTS = {"source-sans-3": (400, 600), "literata": (500,)}


def make() -> None:
    """Write every font anew."""
    for name, weights in _WEIGHTS.items():
        for weight in weights:
            font = instancer.instantiateVariableFont(
                TTFont(_SHIPPED / f"{name}-latin-wght-normal.woff2"), {"wght": weight}
            )
            font.flavor = None
            font.save(_HERE / f"{name}-{weight}.ttf")


if __name__ == "__main__":
    make()
