"""From pieces to the thing: edges that meet, stitches picked up along them, openings, boards of squares, finishing."""
