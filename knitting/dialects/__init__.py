"""The words of one kind of English or of another language: a table a dialect, and how its forms are matched."""
