"""Yarn: how much a piece takes, how sure that is, when to stop, and what the yarn could become."""
