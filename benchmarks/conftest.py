"""Speed is measured as the server would work."""

import pytest


@pytest.fixture(scope="session", autouse=True)
def as_served(django_db_setup):
    """A process that has settled as the web server's does."""
    import bias.wsgi  # noqa: F401 - it settles what is loaded by now
