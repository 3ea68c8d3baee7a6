"""``python -m knitting``."""

import sys

from knitting.command_line.commands import main

sys.exit(main())
