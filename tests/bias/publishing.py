"""A pattern as its writer keeps it, and its paper."""

from io import BytesIO

from PIL import Image
from pypdf import PdfReader

from bias.publishing.models import Publication
from tests.bias.pages import shown

SAID = {
    "by": "A. Quay <b>",
    "about": "For evenings by the water.\n\nTwo lines.",
    "needles": "4 mm, 80 cm long",
    "care": "By hand, lukewarm.",
    "ready_terms": "written",
    "terms": "Knit as many as you like.",
    "dialect": "us",
    "shows": "words",
    "paper": "A4",
}


def picture(size=(600, 400), kind="JPEG", exif=None):
    out = BytesIO()
    Image.new("RGB", size, "teal").save(out, kind, **({"exif": exif} if exif else {}))
    out.seek(0)
    out.name = f"shawl.{kind.lower()}"
    return out


def published(client, piece, **more):
    answer = client.post(f"/pieces/{piece.pk}/pattern/", {**SAID, **more})
    assert answer.status_code == 302, answer.content.decode()[-3000:]
    return Publication.objects.get(piece=piece)


def on_paper(client, piece):
    """The PDF, once it is made."""
    made = client.post(f"/pieces/{piece.pk}/pattern/making/")
    assert "Take the PDF" in shown(made)
    return PdfReader(BytesIO(client.get(f"/pieces/{piece.pk}/pattern.pdf").content))
