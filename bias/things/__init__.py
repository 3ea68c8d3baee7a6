"""Things of several pieces: how they meet, and what is to be done next."""
