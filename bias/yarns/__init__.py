"""The shelf: yarns, their lots and balls, and which piece keeps how much of each."""
