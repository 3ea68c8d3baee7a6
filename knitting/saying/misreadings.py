"""Notes on places that makers misread, in words."""

from __future__ import annotations

from knitting.dialects.dialect import Dialect, dialect
from knitting.misreadings import Misreading, MisreadingKind, Near
from knitting.saying.language import _
from knitting.saying.sentences import in_sentence
from knitting.words.writer import Writer


def said_misreading(note: Misreading, words: Dialect | None = None) -> str:
    """One note, in the words of a dialect."""
    writer = Writer(words or dialect())
    match note.kind:
        case MisreadingKind.BALANCED:
            said = _("+{number} -{number}: increases and decreases cancel, and the count stays at {count}.")
            return said.format(number=note.count, count=note.of)
        case MisreadingKind.ONE_SIDE:
            return _ONE_SIDE[note.near or Near.RIGHT_EDGE]()
        case MisreadingKind.BESIDE_MARKER:
            before = _(
                "'{stitch}' stands right before the marker: lift the strand between the stitches, not the marker's."
            )
            after = _(
                "'{stitch}' stands right after the marker: lift the strand between the stitches, not the marker's."
            )
            said = before if note.near is Near.BEFORE_MARK else after
            return said.format(stitch=writer.stitch(note.stitches[0], 1))
        case MisreadingKind.NO_PLAIN_BETWEEN if note.count:
            return _("Two increases stand side by side with no plain stitch between them.")
        case MisreadingKind.NO_PLAIN_BETWEEN:
            return _("In this row no plain stitch lies between the increases of two marks yet: they meet.")
        case MisreadingKind.EDGE_OTHERWISE:
            now, first = (writer.stitch(stitch, 1) for stitch in note.stitches)
            said = _("The row begins with '{now}', and {row} began with '{first}'.")
            return said.format(now=now, row=in_sentence(note.earlier), first=first)
        case MisreadingKind.STANDS_STILL:
            return _("The count stands still at {count} for several rows here.").format(count=note.count)
        case MisreadingKind.REPEAT_WAITS:
            said = _(
                "A repeat of this pattern takes {width} stitches, and the widest part has {widest}: plain stitches are "
                "worked until a whole one fits."
            )
            return said.format(width=note.count, widest=note.of)


_ONE_SIDE = {
    Near.BEFORE_MARK: lambda: _("The increase stands only before the mark: that side alone grows."),
    Near.AFTER_MARK: lambda: _("The increase stands only after the mark: that side alone grows."),
    Near.RIGHT_EDGE: lambda: _(
        "Only one side grows here, near the right edge seen from the right side: that is meant so."
    ),
    Near.LEFT_EDGE: lambda: _(
        "Only one side grows here, near the left edge seen from the right side: that is meant so."
    ),
}
