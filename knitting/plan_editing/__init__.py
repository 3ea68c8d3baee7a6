"""Changes of a plan: one word of its sentences, its structure, the fabric of a part, a stitch on its chart."""
