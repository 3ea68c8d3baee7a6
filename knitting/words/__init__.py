"""Text to rows and back."""
