"""Many pages one after another, each worked out once, and each looked at when it has come to rest."""

from http import HTTPStatus

AT_REST = """async () => {
    await document.fonts.ready;
    for (let frames = 0; frames < 3; frames++) await new Promise(requestAnimationFrame);
    const asking = () => document.querySelector(".htmx-request");
    while (asking()) await new Promise((resolve) => setTimeout(resolve, 20));
    await Promise.all(document.getAnimations().map((each) => each.finished.catch(() => null)));
}"""
"""The writing is in its own letters, what the page asks for by itself has come, and nothing moves."""


def opened(page, server, addresses):
    """Open each address that answers with a whole page, and give it while it is open."""
    for where in addresses:
        answer = page.request.get(f"{server.url}{where}", max_redirects=0)
        if answer.status != HTTPStatus.OK or "</html>" not in answer.text():
            continue
        page.route(f"{server.url}{where}", once_more(answer), times=1)
        page.goto(f"{server.url}{where}")
        page.evaluate(AT_REST)
        assert page.title()
        yield where


def once_more(answer):
    """Give an answer again: its text is unpacked by now, so nothing is said of how it was packed."""
    headers = {key: value for key, value in answer.headers.items() if key not in ("content-encoding", "content-length")}
    return lambda route: route.fulfill(status=answer.status, headers=headers, body=answer.body())
