"""Answers kept, what is due told from them, all of it forgotten."""

from __future__ import annotations

from collections import Counter
from dataclasses import replace
from typing import Any
from uuid import UUID

from django.db import transaction
from django.utils import timezone
from django.utils.functional import Promise
from django.utils.translation import gettext_lazy as _
from fsrs import Card, Rating, Scheduler

from bias.learning.models import DrillAnswer
from bias.pieces.actions import keep_plan
from bias.pieces.models import Piece
from bias.results import begun_text
from knitting.constructions import CONSTRUCTIONS
from knitting.constructions.answers import answered

FIRST_PIECES: dict[str, tuple[str, dict[str, str], Promise]] = {
    "triangle": ("triangle", {"tab": "3", "rows": "12"}, _("My first triangle")),
    "corner": ("corner-cloth", {"to": "15", "eyelets": "plain"}, _("My first corner cloth")),
}
"""Trial pieces to learn by: the construction, its answers, the name."""
_MOST = 3_000
"""Answers that are looked at: years of ten a day say no more than the last of them."""
_SCHEDULER = Scheduler(enable_fuzzing=False)


def answer(owner: Any, asked: str, topic: str, right: bool) -> bool:
    """Keep an answer; whether the first one to this question was right, which is the one that counts."""
    given = {"topic": topic, "right": right, "answered_at": timezone.now()}
    kept, _made = DrillAnswer.objects.get_or_create(owner=owner, asked=asked, defaults=given)
    return kept.right


@transaction.atomic
def begin_first_piece(owner: Any, key: str, form_id: UUID | None) -> Piece:
    """A small piece whose rows show how all of them is made; the same form sent twice makes one."""
    construction, answers, name = FIRST_PIECES[key]
    plan = answered(CONSTRUCTIONS[construction], answers).plan()
    piece = keep_plan(owner, begun_text(replace(plan, name=str(name))), form_id=form_id)
    piece.for_learning = True
    piece.save(update_fields=["for_learning"])
    return piece


def due_topics(owner: Any) -> list[str]:
    """The topics that come again now, those that have waited longest first."""
    cards: dict[str, Card] = {}
    for each in reversed(DrillAnswer.objects.filter(owner=owner).order_by("-answered_at", "-pk")[:_MOST]):
        rating = Rating.Good if each.right else Rating.Again
        cards[each.topic], _log = _SCHEDULER.review_card(
            cards.get(each.topic, Card(card_id=1)), rating, each.answered_at
        )
    now = timezone.now()
    return sorted((topic for topic, card in cards.items() if card.due <= now), key=lambda topic: cards[topic].due)


def scores(owner: Any) -> list[tuple[str, int, int]]:
    """Each kind of question with how many answers were right, of how many."""
    every: Counter[str] = Counter()
    right: Counter[str] = Counter()
    for topic, well in DrillAnswer.objects.filter(owner=owner).values_list("topic", "right"):
        kind = topic.split(" ")[0]
        every[kind] += 1
        right[kind] += well
    return [(kind, right[kind], many) for kind, many in sorted(every.items())]


def forget(owner: Any) -> None:
    """All answers go for good."""
    DrillAnswer.objects.filter(owner=owner).delete()
