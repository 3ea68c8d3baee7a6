"""How long a law is searched for a case that breaks it: a part for ``make test``, the whole for ``.ci/run``."""

import os
from collections.abc import Iterable
from typing import TypeVar

from hypothesis import HealthCheck, settings

WHOLE = bool(os.environ.get("WHOLE_SEARCH"))
_USUAL = 100

_Case = TypeVar("_Case")


def some_of(cases: Iterable[_Case], every: int) -> list[_Case]:
    """All of many cases in the whole search, each ``every`` th in the quick one."""
    return list(cases) if WHOLE else list(cases)[::every]


def searched(cases: int) -> settings:
    """So many cases in the whole search, a quarter of them in the quick one."""
    return settings(max_examples=cases if WHOLE else cases // 4)


def begin() -> None:
    """Set what holds for every law. How long something takes is measured in benchmarks/: tests run beside others."""
    settings.register_profile("bias", searched(_USUAL), deadline=None, suppress_health_check=[HealthCheck.too_slow])
    settings.load_profile("bias")
