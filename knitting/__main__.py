"""``python -m knitting``."""

import sys

from knitting.cli import main

sys.exit(main())
