"""Tags of the things."""
