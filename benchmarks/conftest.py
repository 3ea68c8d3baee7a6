"""Speed is measured as the server would work."""

import pytest

from bias.serving.settling import settle


@pytest.fixture(scope="session", autouse=True)
def as_served(django_db_setup):
    """A process that has settled as the web server's does."""
    settle()
