"""What stands before the rows of a piece, printed in the words of a dialect: its headers, and notes."""

from __future__ import annotations

from knitting.measures import Gauge, said_number
from knitting.rows import Headers
from knitting.stitches import StitchKind
from knitting.words.fabric_header import say_fabric
from knitting.words.headers import RECIPES, header_of
from knitting.words.step_writer import StepWriter


class HeaderWriter(StepWriter):
    """Says headers and notes in the words of one dialect."""

    def key(self, meaning: str) -> str:
        """The word that begins a line which sets something: "Gauge"."""
        return self.dialect.word("headers", meaning).capitalize()

    def note(self, text: str) -> str:
        """A note, or words of the writer that ask for nothing, as a line that stays what it is."""
        if text.startswith("#"):
            return text
        header = header_of(text)
        if header and self.dialect.headers.get(header[0].lower()) == "note":
            text = header[1]
        return f"{self.key('note')}: {text}".rstrip()

    def headers(self, headers: Headers) -> list[str]:
        """Every header as a line of its own."""
        lines = [f"{self.key('title')}: {headers.title}"] if headers.title else []
        if headers.language:
            lines.append(f"{self.key('language')}: {self.dialect.name}")
        if headers.gauge:
            lines.append(self.gauge(headers.gauge))
        lines += [f"{self.key('yarn')} {name}: {said}" for name, said in headers.yarns]
        if headers.stripes:
            row = self.dialect.called["row"]
            stripes = ", ".join(f"{stripe.rows} {row} {stripe.colour}" for stripe in headers.stripes)
            lines.append(f"{self.key('stripes')}: {stripes}")
        for meaning, pair in (("increase", headers.increase), ("decrease", headers.decrease)):
            if pair:
                lines.append(f"{self.key(meaning)}: {self.recipe(pair)}")
        for fabric in headers.fabrics:
            lines.append(f"{self.key('fabric')} {fabric.key}: {say_fabric(fabric, self)}")
        known_keys = self.dialect.written["headers"]
        return lines + [
            f"{self.key(key.lower()) if key.lower() in known_keys else key}: {value}" for key, value in headers.others
        ]

    def gauge(self, gauge: Gauge) -> str:
        """A gauge as its header line."""
        key = gauge.fabric.replace(" ", "_")
        known = key in self.dialect.written["fabrics"]
        fabric = f", {self.dialect.word('fabrics', key, 1) if known else gauge.fabric}" if gauge.fabric else ""
        stitches, rows = said_number(gauge.stitches), said_number(gauge.rows)
        sts, row = self.dialect.called["st"], self.dialect.called["row"]
        told = {None: "", True: "washed", False: "unwashed"}[gauge.washed]
        swatch = f", {self.dialect.word('swatches', told)}" if told else ""
        return f"{self.key('gauge')}: {stitches} {sts} x {rows} {row} = 10 cm{fabric}{swatch}"

    def recipe(self, pair: tuple[StitchKind, StitchKind]) -> str:
        """The piece's own increase or decrease, as its header names it."""
        named = next((key for key, both in RECIPES.items() if both == pair), None)
        return self.dialect.word("recipes", named) if named else self.dialect.word("stitches", pair[0].key)
