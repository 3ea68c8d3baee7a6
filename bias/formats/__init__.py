"""How Django writes numbers by itself."""
