"""Changes of a plan as a page sends them, and a shawl to change."""

from bias.planning.actions import sketch_state
from bias.results import results_of_plan
from knitting.files import plan_text
from tests.bias.pages import shown
from tests.knitting.planning import made

SHAWL = plan_text(made("triangle", to=101))


def plan_now(piece):
    """The plan as the sketch has it now."""
    return results_of_plan(sketch_state(piece).plan).plan


def change(client, piece, page, **fields):
    """The answer to one change, from a page that has seen everything."""
    fields = {"seen": sketch_state(piece).changes, "page_name": "one", **fields}
    return client.post(f"/pieces/{piece.pk}/{page}/change/", fields, headers={"HX-Request": "true"})


def send(client, piece, **fields):
    """What the plan's page shows after one change."""
    return shown(change(client, piece, "plan", **fields))
