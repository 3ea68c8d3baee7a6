"""What is done to written rows so that they lie better, said of rows or of rounds."""

from __future__ import annotations

from knitting.statements import Sentence, sentence


def increases_all_over(number: str, in_round: bool) -> Sentence:
    """So many increases in each shaping row, with plain rows between."""
    if in_round:
        return sentence("{number} increases a round all over, by plain rounds between them", number=number)
    return sentence("{number} increases a row all over, by plain rows between them", number=number)


def plain_rows_evenly(more: int, rows: tuple[int, int], in_round: bool) -> Sentence:
    """So many plain rows more, or below zero fewer, spread over some rows."""
    first, last, many = *rows, abs(more)
    if in_round:
        over = sentence("evenly over rounds {first} to {last}", first=first, last=last)
        if more > 0:
            return sentence("{many:plain rounds} more, {over}", many=many, over=over)
        return sentence("{many:plain rounds} fewer, {over}", many=many, over=over)
    over = sentence("evenly over rows {first} to {last}", first=first, last=last)
    if more > 0:
        return sentence("{many:plain rows} more, {over}", many=many, over=over)
    return sentence("{many:plain rows} fewer, {over}", many=many, over=over)


def worked_as(rows: tuple[int, int], model: tuple[int, int], in_round: bool) -> Sentence:
    """Some rows worked as others are, from the first of those to the last."""
    facts = {"first": rows[0], "last": rows[1], "one": model[0], "other": model[1]}
    if model[0] == model[1]:
        if in_round:
            return sentence("work rounds {first} to {last} as round {one}", **facts)
        return sentence("work rows {first} to {last} as row {one}", **facts)
    if in_round:
        return sentence("work rounds {first} to {last} as rounds {one} to {other}", **facts)
    return sentence("work rows {first} to {last} as rows {one} to {other}", **facts)


def finished_after(row: int, in_round: bool) -> Sentence:
    """The piece finished sooner."""
    return sentence("finish after round {row}", row=row) if in_round else sentence("finish after row {row}", row=row)
