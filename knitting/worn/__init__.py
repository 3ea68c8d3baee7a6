"""How a piece or a thing falls on a body: a mesh of its cloth, laid over a figure by its own weight."""
