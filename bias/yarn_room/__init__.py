"""The yarn of a piece: its forecast, what is kept for it, its stripes."""
