"""Plans read out of worked rows."""

from knitting.recognise.plan_reading import Recognised, recognise

__all__ = ["Recognised", "recognise"]
