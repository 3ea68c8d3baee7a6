"""A print of twelve pages by a server that has printed nothing yet: how many pages, and how many seconds."""

import time
from io import BytesIO

import django

django.setup()

from bias.printing.pdf import bound_pdf, part_as_pdf  # noqa: E402
from bias.printing.print_parts import PrintChoices, print_parts  # noqa: E402
from bias.results import results_of_words  # noqa: E402

begun = time.perf_counter()
found = results_of_words("Cast on 100 sts.\nRow 1: *K1, p1; rep from * to end.\nRepeat row 1 159 more times.")
whole = bound_pdf([part_as_pdf(PrintChoices(), part) for part in print_parts(found, PrintChoices())], "Twelve")
taken = time.perf_counter() - begun

from pypdf import PdfReader  # noqa: E402

print(len(PdfReader(BytesIO(whole)).pages), taken)
