"""Names are one however they are written: with capitals, or letters that only look otherwise. Accounts that differ in no more than that keep their exact names."""

import unicodedata
from typing import Any

from django.db import migrations, models


def fill(apps: Any, editor: Any) -> None:
    """The eldest of several has the name; the others are told, and sign in by exactly what they typed then."""
    taken: dict[str, str] = {}
    for member in apps.get_model("workrooms", "Membership").objects.select_related("user").order_by("pk"):
        name = member.user.username
        key = unicodedata.normalize("NFKC", unicodedata.normalize("NFKC", name).casefold())
        if key in taken:
            print(f"  “{name}” and “{taken[key]}” are one name but for capitals: “{name}” signs in only when it is typed exactly so.")
            continue
        taken[key] = name
        member.name_key = key
        member.save(update_fields=["name_key"])


class Migration(migrations.Migration):
    """First none, then one each."""

    dependencies = [("workrooms", "0003_keys")]
    operations = [
        migrations.AddField("membership", "name_key", models.CharField(max_length=600, null=True, unique=True)),
        migrations.RunPython(fill, migrations.RunPython.noop),
    ]
