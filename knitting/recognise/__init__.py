"""Plans read out of worked rows."""

from knitting.recognise.recognition import Recognition, recognise
from knitting.recognise.several import RecognisedPart, recognise_each

__all__ = ["RecognisedPart", "Recognition", "recognise", "recognise_each"]
