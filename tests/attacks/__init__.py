"""What a thief, a careless knitter and bad luck try."""
