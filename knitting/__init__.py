"""The trade: written rows and what they come to, without pages, files or pixels.

>>> from knitting import read, work_piece
>>> worked = work_piece(read("Cast on 5 sts.\\nRow 1: K2, yo, k to end.").piece)
>>> [row.end for row in worked.rows]
[6]
"""

from knitting.words.reader import read
from knitting.working.piece_worker import work_piece

__all__ = ["read", "work_piece"]
