"""``shape``: the measures of the cloth of a file."""

from __future__ import annotations

import argparse
import json

from knitting.cloth import lay_flat
from knitting.command_line.reading import gauge_of, worked_file
from knitting.files.shape_json import shape_json


def run(options: argparse.Namespace) -> tuple[str, bool]:
    """The measures as JSON, and whether every row adds up."""
    worked = worked_file(options).worked
    return json.dumps(shape_json(lay_flat(worked, gauge_of(options))), indent=2) + "\n", not worked.problems
