"""Plans read out of worked rows."""
