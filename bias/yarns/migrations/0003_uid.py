"""What a yarn is known by on every server."""

from typing import Any
from uuid import uuid4

import django.db.models
from django.conf import settings
from django.db import migrations

HELP = "what it is known by on every server: it comes in again as itself"


def give_each_one(apps: Any, schema_editor: Any) -> None:
    """Every yarn that there is gets one of its own."""
    model = apps.get_model("yarns", "Yarn")
    for pk in model.objects.values_list("pk", flat=True).iterator():
        model.objects.filter(pk=pk).update(uid=uuid4())


class Migration(migrations.Migration):
    dependencies = [migrations.swappable_dependency(settings.AUTH_USER_MODEL), ("yarns", "0002_form_id")]

    operations = [
        migrations.AddField("Yarn", "uid", django.db.models.UUIDField(editable=False, null=True)),
        migrations.RunPython(give_each_one, migrations.RunPython.noop),
        migrations.AlterField(
            "Yarn", "uid", django.db.models.UUIDField(default=uuid4, editable=False, help_text=HELP)
        ),
        migrations.AddConstraint(
            "Yarn", django.db.models.UniqueConstraint(fields=["owner", "uid"], name="one_yarn_a_uid")
        ),
    ]
