"""``python -m drawing cloth|chart FILE --svg OUT``."""

import sys

from drawing.cli import main

sys.exit(main())
