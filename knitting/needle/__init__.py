"""One row worked on a needle of parts and marks."""
