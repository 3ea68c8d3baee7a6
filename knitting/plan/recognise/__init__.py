"""Plans read out of worked rows."""

from knitting.plan.recognise.reading import Recognised, recognise

__all__ = ["Recognised", "recognise"]
