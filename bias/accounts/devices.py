"""What kind of device a session is on, told from what its browser says of itself."""

from __future__ import annotations

from django.utils.translation import gettext as _


def name_of(user_agent: str) -> str:
    """A phone, a tablet or a computer, as far as it says."""
    if not user_agent:
        return _("A device that does not say what it is")
    if "Tablet" in user_agent or ("Android" in user_agent and "Mobile" not in user_agent):
        return _("A tablet")
    return _("A phone") if "Mobile" in user_agent else _("A computer")
