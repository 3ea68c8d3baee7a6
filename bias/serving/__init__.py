"""What a request meets before and after the pages: its id, the log, faults of the disk, checks at the start."""
