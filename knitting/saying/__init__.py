"""Every sentence to a person, made from kinds and facts. Whoever decides something asks the facts, not the words."""
