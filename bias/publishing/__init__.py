"""A piece as a pattern for others: what its writer adds, the page, the edit before it goes out."""
