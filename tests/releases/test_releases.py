"""Databases of earlier releases open whole: brought up to date without loss, every page of every piece opens."""

from __future__ import annotations

import gzip
import os
import sqlite3
import subprocess
import sys
from contextlib import closing
from pathlib import Path

import pytest

from tests.searching import WHOLE

HERE = Path(__file__).parent
RELEASES = sorted(HERE.glob("*.sql.gz"))
KEPT = ("keeping_piece", "keeping_revision", "making_event", "making_copy", "planning_sketch", "writing_draft")
"""The tables that hold what knitters gave, under the names that they keep."""


def counts(database: Path) -> dict[str, int]:
    with closing(sqlite3.connect(database)) as data:
        return {table: data.execute(f"select count(*) from {table}").fetchone()[0] for table in KEPT}


@pytest.mark.timeout(180)
@pytest.mark.parametrize("release", RELEASES, ids=lambda path: path.name.removesuffix(".sql.gz"))
def test_a_database_of_an_earlier_release_opens_whole(release, tmp_path):
    database = tmp_path / "bias.sqlite3"
    with closing(sqlite3.connect(database)) as data:
        data.executescript(gzip.decompress(release.read_bytes()).decode())
    before = counts(database)
    ran = subprocess.run(
        [sys.executable, "-m", "tests.releases.every_page"],
        cwd=HERE.parent.parent,
        env={**os.environ, "BIAS_VAR": str(tmp_path), "DJANGO_SETTINGS_MODULE": "bias.settings_test"},
        capture_output=True,
        text=True,
        check=False,
    )
    assert ran.returncode == 0, ran.stdout + ran.stderr
    assert int(ran.stdout.splitlines()[0].removeprefix("opened ")) > (600 if WHOLE else 200)
    assert counts(database) == before
