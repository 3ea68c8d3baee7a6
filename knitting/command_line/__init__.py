"""The command line of the core: python -m knitting."""
