"""Numbers for scripts and fields: with the signs that both read in every language."""

DECIMAL_SEPARATOR = "."
THOUSAND_SEPARATOR = ""
