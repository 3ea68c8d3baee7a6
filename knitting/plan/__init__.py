"""What is intended of a piece: parts, lines and stages of shaping, and one of its rows as steps."""
