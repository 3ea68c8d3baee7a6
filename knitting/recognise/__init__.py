"""Plans read out of worked rows."""

from knitting.recognise.plan_reading import Recognition, recognise

__all__ = ["Recognition", "recognise"]
