"""A print of twelve pages by a server that has printed nothing yet: how many pages, and how many seconds."""

import time
from io import BytesIO

import django

django.setup()

from bias.printing.pdf import bound, pressed  # noqa: E402
from bias.printing.print_parts import Choices, parts  # noqa: E402
from bias.results import workout  # noqa: E402

begun = time.perf_counter()
found = workout("Cast on 100 sts.\nRow 1: *K1, p1; rep from * to end.\nRepeat row 1 159 more times.")
whole = bound([pressed(found, Choices(), part) for part in parts(found, Choices())], "Twelve")
taken = time.perf_counter() - begun

from pypdf import PdfReader  # noqa: E402

print(len(PdfReader(BytesIO(whole)).pages), taken)
