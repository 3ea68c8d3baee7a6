"""A scale on a serial line of this machine: opened for one reading, and closed again."""

from __future__ import annotations

from importlib import import_module
from time import monotonic
from typing import Any

from django.conf import settings
from django.utils.translation import gettext as _

from knitting.yarn.scale_lines import Settling, grams_in

_WAITS_S = 8.0
_LINE_S = 0.5
_LONGEST_LINE = 120
_BAUD = 9600


class ScaleUnavailable(Exception):
    """Why nothing could be read, as a sentence."""


def read_scale(port: str = "", waits_s: float = _WAITS_S) -> float:
    """Settled grams from the scale on a serial line, by default the one of the settings.

    ``ScaleUnavailable`` where there is none, where another program reads it, or where nothing settles in time.
    """
    port = port or settings.BIAS_SCALE
    if not port:
        raise ScaleUnavailable(_("No scale is set up on this machine: type the grams."))
    try:
        serial = import_module("serial")
    except ImportError:
        raise ScaleUnavailable(_("The reader of scales is not installed: type the grams.")) from None
    try:
        with serial.Serial(port, _BAUD, timeout=_LINE_S, exclusive=True) as line:
            return _settled(line, waits_s)
    except OSError as why:  # also what the reader raises
        said = _("The scale on {port} cannot be read, or another program reads it: type the grams.")
        raise ScaleUnavailable(said.format(port=port)) from why


def _settled(line: Any, waits_s: float) -> float:
    settling, begun, heard = Settling(), monotonic(), False
    while monotonic() - begun < waits_s:
        raw = line.readline(_LONGEST_LINE)
        if not raw:
            continue
        heard = True
        grams = settling.take(grams_in(raw.decode("ascii", "replace")), monotonic() - begun)
        if grams is not None:
            return grams
    if heard:
        raise ScaleUnavailable(_("The scale does not settle: lay the yarn on it and wait, or type the grams."))
    raise ScaleUnavailable(_("The scale says nothing: switch it on, or type the grams."))
