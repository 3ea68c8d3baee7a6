"""A text as it arrives made into lines to be read: letters cleaned, broken rows joined, rows in one line parted."""

from knitting.tidying.lines import TidyLine
from knitting.tidying.tidy import tidied

__all__ = ["TidyLine", "tidied"]
