"""Working a whole piece: rows by their numbers, repeats to their ends, stated counts against real ones."""
