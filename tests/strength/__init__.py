"""The whole server, started and ended as a machine would."""
