"""Every workroom gets a key of its own, by which what comes from it is known elsewhere."""

from typing import Any

from django.db import migrations, models

import server.workrooms.models


def fill(apps: Any, editor: Any) -> None:
    """One at a time: a default would give all the same."""
    for room in apps.get_model("workrooms", "Workroom").objects.all():
        room.key = server.workrooms.models.new_key()
        room.save(update_fields=["key"])


class Migration(migrations.Migration):
    """First any, then one each, then unique."""

    dependencies = [("workrooms", "0002_guesses")]
    operations = [
        migrations.AddField("workroom", "key", models.CharField(default="", max_length=32)),
        migrations.RunPython(fill, migrations.RunPython.noop),
        migrations.AlterField(
            "workroom", "key", models.CharField(default=server.workrooms.models.new_key, max_length=32, unique=True)
        ),
    ]
