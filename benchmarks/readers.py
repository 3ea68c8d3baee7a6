"""Readers of large pieces, each opening one heavy page after the other: ``readers PORT COOKIE SECONDS PIECE...``.

Prints the status of every answer.
"""

from __future__ import annotations

import http.client
import sys
import threading
import time
from itertools import cycle

_PAGES = ("", "chart.json", "cloth.svg", "lies/", "words/written/", "rows.json", "needles/")


def read(port: int, cookie: str, until: float, piece: str) -> None:
    """Open the pages of a piece one after the other."""
    for page in cycle(_PAGES):
        if time.monotonic() > until:
            return
        line = http.client.HTTPConnection("127.0.0.1", port, timeout=120)
        line.request("GET", f"/pieces/{piece}/{page}", headers={"Cookie": cookie})
        answer = line.getresponse()
        answer.read()
        print(answer.status, flush=True)
        line.close()


def main(port: str, cookie: str, seconds: str, *pieces: str) -> None:
    """All readers at once."""
    until = time.monotonic() + float(seconds)
    threads = [threading.Thread(target=read, args=(int(port), cookie, until, piece)) for piece in pieces]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()


if __name__ == "__main__":
    main(*sys.argv[1:])
