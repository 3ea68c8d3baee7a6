"""How Debian's Chromium is started, for tests, benchmarks and pictures."""

from pathlib import Path

_SHELL, _WHOLE = Path("/usr/bin/chromium-headless-shell"), Path("/usr/bin/chromium")
LAUNCH = {
    # The shell draws the page alone and no window around it: half the work of the whole browser without a head.
    "executable_path": _SHELL if _SHELL.exists() else _WHOLE,
    "args": ["--headless", "--no-sandbox", "--disable-gpu", "--disable-quic", "--disable-background-networking"],
}
