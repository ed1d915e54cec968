"""Write what is generated from the models: docs/openapi.json and docs/open-file.schema.json."""

from __future__ import annotations

import json
import os
from pathlib import Path

DOCS = Path(__file__).resolve().parents[2] / "docs"


def documents() -> dict[str, str]:
    """File name → text, stable: the same models give the same text."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    import django

    django.setup()
    from pydantic import TypeAdapter

    from patterncraft.formats.openfile import AnyFile

    from .api import api

    schema = TypeAdapter(AnyFile).json_schema(by_alias=True)
    return {
        "openapi.json": json.dumps(api.get_openapi_schema(path_prefix="/api/"), indent=2, sort_keys=True) + "\n",
        "open-file.schema.json": json.dumps(schema, indent=2, sort_keys=True) + "\n",
    }


if __name__ == "__main__":
    for name, text in documents().items():
        (DOCS / name).write_text(text, encoding="utf-8")
