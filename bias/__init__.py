"""The site: pages, what is kept, and who may see it."""

import os

# Before numpy is loaded. Its matrices are small here, and a server's workers have the processors already: more threads
# each only wait for one another, and two workers that lay cloth on a body took twice as long.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
