"""Everything a knitter has: out as one file in open formats, in again on this server or another."""
