"""What the collector looks through while the site serves: nothing twice, but for one look in two hundred."""

import gc
import weakref

import pytest

from bias.serving.settling import Spared

KEPT = 20_000


class Held:
    """One of two values that hold each other, as a request and its knitter do."""

    other: "Held"


def pair():
    first, second = Held(), Held()
    first.other, second.other = second, first
    return first


@pytest.fixture
def spared():
    sparing = Spared()
    gc.callbacks.append(sparing)
    yield sparing
    gc.callbacks.remove(sparing)
    gc.unfreeze()


def test_results_are_looked_through_once(spared):
    results = [[number] for number in range(KEPT)]
    gc.collect()
    assert gc.get_freeze_count() > KEPT
    assert len(gc.get_objects(generation=2)) < KEPT / 10
    assert len(results) == KEPT


def test_what_held_each_other_when_it_was_spared_is_freed_at_the_look_through_everything(spared):
    held = pair()
    seen = weakref.ref(held)
    gc.collect()
    del held
    looks = next(look for look in range(1, 300) if (gc.collect(), seen())[1] is None)
    assert looks == 199


def test_a_look_at_what_is_young_spares_nothing(spared):
    gc.collect()
    before = gc.get_freeze_count()
    young = [[number] for number in range(KEPT)]
    gc.collect(1)
    assert gc.get_freeze_count() <= before
    assert len(young) == KEPT
