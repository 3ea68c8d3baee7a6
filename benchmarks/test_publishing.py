"""How soon a published pattern of twelve pages is there, and how large it is."""

import os
import subprocess
import sys

from benchmarks.pace import paced

_MOST_S, _MOST_BYTES_A_PAGE = 5.0, 50_000


def test_twelve_published_pages():
    settings = {**os.environ, "DJANGO_SETTINGS_MODULE": "bias.settings_test"}
    made = subprocess.run(
        [sys.executable, "-m", "benchmarks.published_pages"], capture_output=True, text=True, env=settings, check=True
    )
    pages, taken, size = map(float, made.stdout.split())
    print(f"\n{pages:.0f} pages in {taken:.1f} s, {size / 1000:.0f} kB")
    assert pages >= 12
    assert taken * 12 / pages < paced(_MOST_S)
    assert size / pages < _MOST_BYTES_A_PAGE
