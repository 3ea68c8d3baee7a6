"""Answers kept, what is due told from them, all of it forgotten."""

from __future__ import annotations

from collections import Counter
from typing import Any

from django.utils import timezone
from fsrs import Card, Rating, Scheduler

from bias.learning.models import DrillAnswer

_MOST = 3_000
"""Answers that are looked at: years of ten a day say no more than the last of them."""
_SCHEDULER = Scheduler(enable_fuzzing=False)


def answer(owner: Any, asked: str, topic: str, right: bool) -> bool:
    """Keep an answer; whether the first one to this question was right, which is the one that counts."""
    given = {"topic": topic, "right": right, "answered_at": timezone.now()}
    kept, _ = DrillAnswer.objects.get_or_create(owner=owner, asked=asked, defaults=given)
    return kept.right


def due_topics(owner: Any) -> list[str]:
    """The topics that come again now, those that have waited longest first."""
    cards: dict[str, Card] = {}
    for each in reversed(DrillAnswer.objects.filter(owner=owner).order_by("-answered_at", "-pk")[:_MOST]):
        rating = Rating.Good if each.right else Rating.Again
        cards[each.topic], _ = _SCHEDULER.review_card(cards.get(each.topic, Card(card_id=1)), rating, each.answered_at)
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
