"""Rows in a stitch pattern: which column of which fabric every stitch stands in, and what is worked there."""
