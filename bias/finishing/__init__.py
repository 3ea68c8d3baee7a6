"""The finishing of a piece: binding off, ends, washing and pinning, ticked off as it is done."""
