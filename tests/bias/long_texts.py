"""Texts that are long or nonsense: the tests ask what is answered, the benchmarks how soon."""

LONG_TEXTS = [
    ("Next row: Knit.\n" * 2900, "Next row: Knit.\nNext row: Purl.\n" * 1450),
    ("Next row: k2, k2.\n" * 900, "Next row: k2, p2.\n" * 900),
    (
        "".join(f"Row {n}: {'k2, ' * 300}\n" for n in range(99)),
        "".join(f"Row {n}: {'p2, k2, ' * 150}\n" for n in range(99)),
    ),
]
NONSENSE = [
    "",
    "\x00\x01binary\xff" * 40,
    '"',
    "ряд 1: лицевые",
    "Cast on 5 sts.\nRow 1: k9\n",
    "k " * 100_000,
    "Cast on 5 sts.\nRow 1: Knit.\nRepeat row 1 10000000 times.",
    "\u202e\u0000\ufeff",
    "\r\r\n\n\r",
]
