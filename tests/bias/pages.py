"""A page as a browser reads it: however its template is broken into lines, white space is one space."""

import re
from html import unescape


def shown(response) -> str:
    return " ".join(response.content.decode().split())


def text_of(response) -> str:
    """What is read of it, without its tags."""
    return " ".join(unescape(re.sub(r"<[^>]+>", " ", response.content.decode())).split())
