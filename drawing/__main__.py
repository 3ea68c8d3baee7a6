"""``python -m drawing cloth FILE --svg OUT``."""

import sys

from drawing.cli import main

sys.exit(main())
