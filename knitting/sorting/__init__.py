"""What each line of a text is for: a row, an order, a setting, a heading, or talk that asks for nothing."""
