"""A published pattern by a server that has printed nothing yet: how many pages, how many seconds, how many bytes."""

import time
from io import BytesIO

import django

django.setup()

from bias.pieces.models import Piece  # noqa: E402
from bias.printing.pdf import tagged_pdf  # noqa: E402
from bias.publishing.making import for_paper, sheet  # noqa: E402
from bias.publishing.models import Publication  # noqa: E402
from bias.publishing.pattern import Pattern  # noqa: E402
from bias.results import results_of_words  # noqa: E402

rows = "\n".join(f"Row {row}: K{row // 2 + 1}, yo, k to end." for row in range(1, 760))
begun = time.perf_counter()
found = results_of_words(f"Title: Long pier\nGauge: 20 sts and 40 rows = 10 cm\nCast on 9 sts.\n{rows}\nBind off.")


class Unkept(Pattern):
    """A pattern of a piece that no database keeps: it has no yarn on a shelf."""

    said_materials = ()


publication = Publication(piece=Piece(title="Long pier"), about="Twelve pages.", care="By hand.", terms="Yours.")
pattern = Unkept(publication, found, alone=True)
whole = tagged_pdf(lambda contents: for_paper(pattern, contents), sheet(pattern))
taken = time.perf_counter() - begun

from pypdf import PdfReader  # noqa: E402

print(len(PdfReader(BytesIO(whole)).pages), taken, len(whole))
