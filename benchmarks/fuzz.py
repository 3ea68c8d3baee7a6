"""Coverage-guided nonsense for the reader and the engine, for a bounded time: ``make fuzz``.

Seeds are the demo patterns; a crash, an answer that takes over a second or more than 300 MB ends the run.
"""

import sys
from pathlib import Path

import atheris

with atheris.instrument_imports(include=["knitting"]):
    from knitting.words.highlights import highlights
    from knitting.words.reader import read
    from knitting.words.writer import write
    from knitting.working.piece_worker import work_piece

ROOT = Path(__file__).parents[1]
SEEDS = ROOT / "var" / "fuzz"
MOST_CHARACTERS = 4_000


def answer(data: bytes) -> None:
    """One text, read, worked and written back."""
    text = atheris.FuzzedDataProvider(data).ConsumeUnicodeNoSurrogates(MOST_CHARACTERS)
    reading = read(text)
    work_piece(reading.piece, reading.problems)
    highlights(reading)
    write(reading.piece, reading.dialect)


def main() -> None:
    """Run for the seconds given as the first argument, 60 if none is."""
    seconds = sys.argv[1] if len(sys.argv) > 1 else "60"
    SEEDS.mkdir(parents=True, exist_ok=True)
    for demo in ROOT.glob("demo/*.txt"):
        (SEEDS / demo.name).write_bytes(b"\x01" + demo.read_bytes())
    limits = [f"-max_total_time={seconds}", "-timeout=1", "-rss_limit_mb=300", "-max_len=6000"]
    atheris.Setup([sys.argv[0], str(SEEDS), *limits], answer)
    atheris.Fuzz()


if __name__ == "__main__":
    main()
