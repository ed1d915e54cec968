"""Styles made before they had rules of their own keep working by those of their workroom."""

from typing import Any

from django.db import migrations


def take_the_workrooms(apps: Any, schema_editor: Any) -> None:
    for style in apps.get_model("styles", "Style").objects.select_related("workroom"):
        style.rules = style.workroom.rules
        style.save(update_fields=["rules"])


class Migration(migrations.Migration):
    dependencies = (("styles", "0002_style_rules"), ("workrooms", "0001_initial"))
    operations = (migrations.RunPython(take_the_workrooms, migrations.RunPython.noop),)
