"""Pieces shared by a link: read without an account, taken into a basket of one's own."""
