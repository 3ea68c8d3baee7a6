"""How long a law is searched for a case that breaks it: a quarter for ``make test``, the whole for ``.ci/run``."""

import os

from hypothesis import HealthCheck, settings

WHOLE = bool(os.environ.get("WHOLE_SEARCH"))
_USUAL = 100


def searched(cases: int) -> settings:
    """So many cases in the whole search, a quarter of them in the quick one."""
    return settings(max_examples=cases if WHOLE else cases // 4)


def begin() -> None:
    """Set what holds for every law. How long something takes is measured in benchmarks/: tests run beside others."""
    settings.register_profile("bias", searched(_USUAL), deadline=None, suppress_health_check=[HealthCheck.too_slow])
    settings.load_profile("bias")
