"""What a thing is known by on every server."""

from typing import Any
from uuid import uuid4

import django.db.models
from django.conf import settings
from django.db import migrations

HELP = "what it is known by on every server: it comes in again as itself"


def give_each_one(apps: Any, schema_editor: Any) -> None:
    """Every thing that there is gets one of its own."""
    model = apps.get_model("things", "Thing")
    for pk in model.objects.values_list("pk", flat=True).iterator():
        model.objects.filter(pk=pk).update(uid=uuid4())


class Migration(migrations.Migration):
    dependencies = [migrations.swappable_dependency(settings.AUTH_USER_MODEL), ("things", "0002_printing")]

    operations = [
        migrations.AddField("Thing", "uid", django.db.models.UUIDField(editable=False, null=True)),
        migrations.RunPython(give_each_one, migrations.RunPython.noop),
        migrations.AlterField(
            "Thing", "uid", django.db.models.UUIDField(default=uuid4, editable=False, help_text=HELP)
        ),
        migrations.AddConstraint(
            "Thing", django.db.models.UniqueConstraint(fields=["owner", "uid"], name="one_thing_a_uid")
        ),
    ]
