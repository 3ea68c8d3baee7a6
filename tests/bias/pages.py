"""A page as a browser reads it: however its template is broken into lines, white space is one space."""


def shown(response) -> str:
    return " ".join(response.content.decode().split())
