"""Lines as people type them come to the right counts, in every dialect."""

from pathlib import Path
from typing import NamedTuple

import pytest

from knitting.dialects.dialect import dialect, dialect_codes
from knitting.dialects.tokens import tokens_of
from knitting.problems import ProblemKind
from knitting.saying.problems import problems_of
from knitting.saying.questions import questions_of
from knitting.sorting.asking import is_talk
from knitting.sorting.roles import Role
from knitting.words.writer import write
from knitting.written import work_text
from tests.knitting.test_problem_kinds import pressed

BEFORE = {
    "us": {
        "none": "",
        "cast": "CO 20 sts.\n",
        "flat": "CO 20 sts.\nRow 1 (RS): K.\nRow 2 (WS): P.\n",
        "round": "CO 20 sts. Join in the round.\n",
        "marked": "CO 21 sts.\nMark the center st.\n",
    },
    "uk": {"none": "", "cast": "Cast on 20 sts.\n", "flat": "Cast on 20 sts.\n1st row (RS): K.\n2nd row: P.\n"},
    "it": {"none": "", "cast": "Avviare 20 m.\n", "flat": "Avviare 20 m.\n1° f.: dir.\n2° f.: rov.\n"},
    "de": {"none": "", "cast": "20 M anschlagen.\n", "flat": "20 M anschlagen.\n1. R.: re.\n2. R.: li.\n"},
    "fr": {"none": "", "cast": "Monter 20 m.\n", "flat": "Monter 20 m.\n1er rg : end.\n2e rg : env.\n"},
}
ROWS_BEFORE = {"flat": 2}


class Typed(NamedTuple):
    area: str
    code: str
    before: str
    line: str
    wanted: str

    @property
    def text(self) -> str:
        return BEFORE[self.code][self.before] + self.line


def lines() -> list[Typed]:
    found, area = [], ""
    for line in (Path(__file__).parent / "typed_lines.txt").read_text("utf-8").splitlines():
        if line.startswith("## "):
            area = line[3:]
        elif line and not line.startswith("# "):
            code, before, rest = line.split(" | ", 2)
            said, wanted = rest.rsplit(" | ", 1)
            found.append(Typed(area, code, before, said.replace("\\n", "\n").replace("\\t", "\t"), wanted))
    return found


LINES = lines()
READ = [each for each in LINES if each.wanted != "?"]
names = {"ids": lambda each: f"{each.area}: {each.code} {each.line[-60:]}"}


def counts(wanted: str) -> tuple[list[int], int | None]:
    """The counts of the rows that are wanted, and the stitches left at the end where they are said."""
    ends: list[int] = []
    left = None
    for word in wanted.split():
        if word.startswith(">"):
            left = int(word[1:])
        else:
            count, _, times = word.partition("*")
            ends += [int(count)] * int(times or 1)
    return ends, left


def read(each: Typed):
    return work_text(each.text, dialect(each.code))


@pytest.mark.parametrize("each", READ, **names)
def test_a_typed_line_comes_to_its_counts(each):
    worked = read(each).worked
    ends, left = counts(each.wanted)
    assert not worked.problems, [problem.facts for problem in worked.problems]
    assert [row.end for row in worked.rows][ROWS_BEFORE.get(each.before, 0) :] == ends
    assert left is None or worked.on_needle == left


@pytest.mark.parametrize("each", READ, **names)
def test_nothing_that_could_change_a_count_is_passed_over(each):
    """What was set aside as talk holds nothing to be done, and is talk again where it stands alone."""
    found = read(each).reading
    lines = each.text.split("\n")
    for understood in found.roles:
        if understood.role is Role.TALK:
            where = understood.where
            said = lines[where.line - 1][where.column - 1 : where.end - 1]
            alone = work_text(f"{BEFORE[each.code]['flat']}{said}", dialect(each.code))
            assert [row.end for row in alone.worked.rows] == [20, 20], said
            assert alone.worked.on_needle == 20, said


@pytest.mark.parametrize("each", READ, **names)
def test_every_line_has_its_role(each):
    """Each line that holds anything is a row, an order, a setting, a heading, a note or talk, where it was pasted."""
    found = read(each).reading
    lines = each.text.split("\n")
    told = {understood.where.line for understood in found.roles}
    for understood in found.roles:
        where = understood.where
        assert 1 <= where.column <= where.end <= len(lines[where.line - 1]) + 1
    first = next(number for number, line in enumerate(lines, start=1) if line.strip())
    assert first in told
    assert Role.UNREAD not in {understood.role for understood in found.roles}


@pytest.mark.parametrize("each", READ, **names)
def test_what_was_read_is_written_and_read_again_as_it_was(each):
    found = read(each)
    for code in ("us", "it", "de", "fr"):
        again = work_text(write(found.reading.piece, dialect(code)), dialect(code)).worked
        assert [row.end for row in again.rows] == [row.end for row in found.worked.rows]
        assert again.on_needle == found.worked.on_needle


UNREAD = [
    ("us", "flat", "Bind off half the sts.", 3),
    ("us", "flat", "BO 5 sts, then some.", 3),
    ("us", "flat", "Cast on 5 sts and purl until tired.", 4),
    ("us", "flat", "Decrease evenly.", 4),
    ("us", "flat", "Row 3: K2, yoo, k to end.", 4),
    ("us", "flat", "Row 3: K2, dance a little round.", 4),
    ("us", "flat", "Work chart A.", 4),
    ("us", "flat", "Press lightly and repeat the last part.", 4),
    ("us", "flat", "Pin it out and increase the other half.", 4),
    ("us", "flat", "Reverse all shapings.", 4),
    ("us", "flat", "Knit until it is long enough.", 4),
    ("us", "flat", "You have 30 sts and no idea.", 4),
    ("us", "flat", "Repeat rows 1-2 three times (9 rows).", 4),
    ("us", "flat", "Row 3: Knit, increasing evenly.", 4),
    ("us", "flat", "Bind off 18 sts.", 4),
    ("us", "flat", "Bind off remaining 21 sts.", 4),
    ("us", "flat", "Row 3: Knit, then knit some.", 4),
    ("us", "flat", "Repeat everything.", 4),
    ("us", "flat", "As for the back.", 4),
    ("us", "flat", "Same again.", 4),
    ("us", "flat", "Finish as for the front.", 4),
    ("us", "flat", "Decrease for the armhole.", 4),
    ("us", "flat", "Keep going.", 4),
    ("it", "flat", "Ripetere tutto.", 4),
    ("it", "flat", "Come per il dietro.", 4),
    ("it", "flat", "Diminuire 7 m. distribuite.", 4),
    ("it", "flat", "Lavorare lo schema A.", 4),
    ("de", "flat", "Alles wiederholen.", 4),
    ("de", "flat", "Wie beim Rücken.", 4),
    ("de", "flat", "7 M irgendwie verteilt abnehmen.", 4),
    ("de", "flat", "Nach Strickschrift A stricken.", 4),
    ("de", "flat", "Alle Formungen gegengleich arbeiten.", 4),
    ("de", "flat", "Für den Ausschnitt abnehmen.", 4),
    ("de", "flat", "Immer so weiter stricken.", 4),
    ("de", "flat", "Zu Rippen wechseln.", 4),
    ("fr", "flat", "Répéter tout.", 4),
    ("fr", "flat", "Comme pour le dos.", 4),
    ("fr", "flat", "Diminuer 7 m au hasard.", 4),
    ("fr", "flat", "Tricoter selon la grille A.", 4),
    ("fr", "flat", "Changer pour les côtes.", 4),
    ("fr", "flat", "Continuer de même.", 4),
]


@pytest.mark.parametrize(("code", "before", "line", "at"), UNREAD)
def test_what_could_change_a_count_and_is_not_understood_is_a_problem(code, before, line, at):
    """One cause, one problem, on the line of its cause."""
    worked = work_text(BEFORE[code][before] + line, dialect(code)).worked
    assert worked.problems
    assert {problem.where.line for problem in worked.problems} == {4}
    assert len({(problem.where.line, problem.where.column) for problem in worked.problems}) <= 2


NEEDED = [
    ("us", "Reverse all shapings.", "'Reverse all shapings' asks for rows of another part the other way round: write them out."),
    ("us", "Work rows 1-6 of chart B.", "'Work rows 1-6 of chart B' needs a chart, and only words are read: write its rows out."),
    ("us", "Complete as for the left front.", "'Complete as for the left front' points to rows elsewhere, and it is not plain which: write them out."),
    ("us", "Rep rows 1-2 as needed.", "'Rep rows 1-2 as needed' does not say how far: a number of rows or times, a count or a length is wanted."),
    ("us", "Switch to rib.", "'Switch to rib' cannot be read. What begins with 'switch' is written like 'Change to B'."),
    ("us", "Increase as before.", "'Increase as before' cannot be read. What begins with 'increase' is written like "
     "'Inc 1 st at each end of next and every foll alt row until there are 41 sts'."),
    ("us", "Shape the neck.", "'Shape the neck' cannot be read. A line is a row, such as 'Row 3: Knit', or an order, such as "
     "'Repeat rows 1 and 2, 3 more times'."),
    ("de", "Nach Strickschrift A stricken.", "'Nach Strickschrift A stricken' needs a chart, and only words are read: write its rows out."),
    ("de", "Alles wiederholen.", "'Alles wiederholen' cannot be read. A line is a row, such as 'Reihe 3: Rechts', or an order, such as "
     "'Wiederhole Reihen 1 und 2 noch 3 mal'."),
    ("fr", "Répéter tout.", "'Répéter tout' cannot be read. What begins with 'répéter' is written like "
     "'Répéter les rangs 1 et 2 encore 3 fois', 'Répéter les 2 derniers rangs encore 3 fois'."),
    ("it", "Lavorare lo schema A.", "'Lavorare lo schema A' needs a chart, and only words are read: write its rows out."),
    ("it", "Diminuire 7 m distribuite a caso.", "'Diminuire 7 m distribuite a caso' cannot be read. What begins with 'diminuire' is written like "
     "'Dim 1 m ai lati del prossimo ferro e a ferri alterni fino ad avere 41 m'."),
]  # fmt: skip


@pytest.mark.parametrize(("code", "line", "message"), NEEDED)
def test_an_unread_clause_says_what_it_needs_or_how_it_is_written(code, line, message):
    (problem,) = problems_of(work_text(BEFORE[code]["flat"] + line, dialect(code)).worked, dialect(code))
    assert problem.message == message
    noted = pressed(BEFORE[code]["flat"] + line, problem.mends[0])
    assert not work_text(noted, dialect(code)).worked.problems


@pytest.mark.parametrize("row", ["Row 3: ((((k5", "Row 3: [k1, (k2, [k1", "Row 3: k1, [k2, (p1, k1"])
def test_brackets_that_are_never_closed_are_one_problem_and_one_mend(row):
    text = BEFORE["us"]["flat"] + row
    (problem,) = problems_of(work_text(text).worked)
    assert problem.message.startswith("The bracket '")
    after = work_text(pressed(text, problem.mends[0])).worked
    assert not [each for each in after.problems if each.kind is ProblemKind.CANNOT_READ]


MISTYPED = [
    ("Row 3: K2, k2tgo, k to end.", "k2tog"),
    ("Row 3: K2, yoo, k to end.", "yo"),
    ("Row 3: K2, yoo, k18. (21 sts)", "yo"),
    ("Row 3: K2, k2tgo, k to end. (20 sts)", ""),
    ("Row 3: K2, yoo, k17.", ""),
    ("Row 3: K2, yoo, wander about for a while, k2.", "yo"),
]


@pytest.mark.parametrize(("line", "meant"), MISTYPED)
def test_a_word_is_proposed_only_where_it_was_tried_and_mends_its_line(line, meant):
    text = BEFORE["us"]["flat"] + line
    problem = problems_of(work_text(text).worked)[0]
    assert problem.kind is ProblemKind.UNKNOWN_STITCH
    assert [mend.text for mend in problem.mends] == ([meant] if meant else [])
    assert problem.hint == (f"Did you mean '{meant}'?" if meant else "")


QUESTIONS = [
    (
        "us",
        "CO 20 sts.\nRow 1 (RS): K1, m1, k to end.\nRow 2: P.\nRow 3: K to last st, m1, k1.\nRow 4: P.\n"
        "Cont in this way until there are 24 sts.",
        [21, 21, 22, 22, 23, 23, 24, 24],
        2,
    ),
    ("us", "CO 20 sts.\nRow 1: Knit.\nRow 2: Purl.\nWork rows 1 and 2 three times.", [20] * 6, 2),
    ("us", "CO 21 sts.\nRow 1: K to 1 st before center, cdd, k to end. (19 sts)", [19], 1),
    ("us", "CO 21 sts.\nRow 1: Knit.\nRow 2: K to center st, yo, k1, yo, k to end.", [21, 23], 1),
    ("us", "CO 20 sts.\nRow 1: Knit.\nRow 2: Purl.\nInc 1 st at each end of next row.", [20, 20, 22], 4),
    ("us", "CO 20 sts.\nRow 1: Knit.\nRow 2: Purl.\nDec 1 st at each end of next row.", [20, 20, 18], 3),
    ("uk", "Cast on 20 sts.\n1st row: K.\n2nd row: P.\nInc 1 st at each end of next row.", [20, 20, 22], 4),
    ("it", "Avviare 20 m.\n1° f.: dir.\n2° f.: rov.\nAumentare 1 m. ai lati del prossimo f.", [20, 20, 22], 4),
    ("us", "CO 20 sts.\nRow 1: Knit.\nRepeat row 1 until piece measures 1 cm.", [20, 20, 20, 20], 1),
]


@pytest.mark.parametrize(("code", "text", "ends", "answers"), QUESTIONS)
def test_what_the_words_leave_open_is_asked_and_the_answer_writes_itself_into_them(code, text, ends, answers):
    found = work_text(text, dialect(code))
    assert not found.worked.problems
    assert [row.end for row in found.worked.rows] == ends
    (question,) = questions_of(found.worked.questions, found.reading.dialect)
    assert len(question.answers) == answers
    for at, answer in enumerate(question.answers):
        after = work_text(pressed(text, answer), dialect(code)).worked
        assert not after.questions
        assert not after.problems
        if at == 0:
            assert [row.end for row in after.rows] == ends


def test_one_size_is_worked_and_all_are_checked():
    text = "Sizes: S (M, L)\nCO 8 (9, 10) sts.\nRow 1: *K2; rep from * to end."
    (problem,) = problems_of(work_text(text).worked)
    assert problem.kind is ProblemKind.NOT_A_MULTIPLE
    assert problem.message.startswith("In size M: ")
    assert not work_text(text.replace("(9,", "(12,")).worked.problems


NOVEL = "It was a grey morning on the quay, and nobody had thought of the lamp. She counted the boats until noon.\n"
STRANGE = {
    "a novel": NOVEL * 1_900,
    "twice the limit": "Cast on 5 sts.\n" + "Row 1: Knit. " * 32_000,
    "soup": "Leek soup\n2 leeks, 1 onion\nCut the leeks into rounds and fry until soft.\nAdd 1 litre of stock, stir, serve.",
    "crochet": "Ch 20.\nRow 1: sc in 2nd ch from hook and in each ch across. 19 sc.\nRow 2: ch 1, turn, dc in each st to end.",
    "two languages": "CO 20 sts.\nRow 1: 2 dir, k to end.\nRow 2: tutte le m a rov.\nIntrecciare.",
    "a page with a script": "<html><script>alert('x')</script>\n<p>Hello there.</p></html>",
    "brackets": "(" * 4_000,
    "numbers": "1 (2, 3) " * 400,
}


@pytest.mark.parametrize("name", STRANGE)
def test_what_is_no_pattern_gets_a_problem_and_never_a_count(name):
    worked = work_text(STRANGE[name]).worked
    assert worked.problems
    assert not [row for row in worked.rows if row.complete]


def test_the_table_is_large_enough_to_mean_something():
    assert len(READ) >= 300
    assert {each.code for each in READ} == set(dialect_codes())
    assert not is_talk(tokens_of("knit 5"), dialect(), begun=True)


@pytest.mark.parametrize("times", ["twice", "2 times", "2 x"])
def test_a_row_that_is_broken_before_its_times_goes_on(times):
    lines = [
        "Cast on 11 sts.",
        "Mark sts 5 and 7.",
        "Row 1 (RS): K3, [yo, k to marked st, yo, k1]",
        f"{times}, yo, k to last 3 sts, yo, k3. (17 sts)",
    ]
    worked = work_text("\n".join(lines)).worked
    assert (worked.problems, worked.rows[0].end) == ((), 17)


def test_talk_that_takes_the_end_of_its_bracket_along_is_told():
    """'(Con 12 m)': company in Italian, up to the end of its clause; its bracket stayed open without a word."""
    worked = work_text("Avviare 11 m.\nFerro 1 (DL): 4 dir, gett, 7 dir. (Con 12 m)\nFerro 2 (RL): Diritto.").worked
    assert [said.message for said in problems_of(worked)] == ["'(Con 12 m)' cannot be read as a step."]
