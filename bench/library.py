"""A library of five hundred blocks and two hundred styles out as one file, and in again elsewhere: from a house of its own, in a process of its own."""

from __future__ import annotations

import json
import os
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from typing import Any

from tests.browser.conftest import ROOT

from .clock import Row

BLOCKS, STYLES = 500, 200
MOST = 10.0
"""seconds each way"""


def rows() -> list[Row]:
    """Targets in seconds, at this machine's pace."""
    with tempfile.TemporaryDirectory() as var:
        env = {**os.environ, "STEADY_SHEAR_VAR": var, "DJANGO_SETTINGS_MODULE": "server.config.settings"}
        done = subprocess.run(
            [sys.executable, "-m", "bench.library"], env=env, cwd=ROOT, capture_output=True, check=True, text=True
        )
    took = json.loads(done.stdout.splitlines()[-1])
    what = f"{BLOCKS} blocks and {STYLES} styles"
    return [
        Row(f"{what} packed, {took['mb']:.1f} MB", f"{took['out']:.1f} s", f"{MOST:.1f} s", took["out"] <= MOST),
        Row("  taken in by the house that packed them", f"{took['in']:.1f} s", f"{MOST:.1f} s", took["in"] <= MOST),
        Row("  taken in from elsewhere, every block proved", f"{took['proved']:.1f} s"),
        Row("  taken in once more", f"{took['again']:.1f} s"),
    ]


def _measure() -> dict[str, float]:
    import django

    django.setup()
    from django.core.management import call_command

    from server.library.packing import packed
    from server.library.taking import read, take_in
    from server.shelf.services import draft_file, keep_block
    from server.styles.services import change, new_style
    from server.workrooms.models import Workroom
    from tests.samples import AVERAGE

    call_command("migrate", verbosity=0)
    rooms = [Workroom.objects.create(name=f"House {n}") for n in range(3)]
    step = {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": "shoulder", "fraction": 0.5}}
    notch = {"move": "notch", "seam": "side", "at": 6.0}
    blocks = []
    for n in range(BLOCKS):
        body = AVERAGE | {"bust_girth": 86 + n % 20, "waist_girth": 66 + n % 18}
        blocks.append(keep_block(rooms[0], f"Block {n}", None, draft_file("bodice-direct", body, {}, f"Block {n}")))
    for n in range(STYLES):
        style = new_style(rooms[0], f"Style {n}", blocks[2 * n].revisions.all()[0])
        change(change(style, 0, [step], "turned"), 1, [step, notch], "notched")

    def clocked(what: Callable[[], Any]) -> tuple[float, Any]:
        start = time.perf_counter()
        found = what()
        return time.perf_counter() - start, found

    told = lambda done, of: True  # noqa: E731
    out, data = clocked(lambda: packed(rooms[0], told))
    taken, _ = clocked(lambda: take_in(rooms[1], read(rooms[1], data, told)))
    again, _ = clocked(lambda: take_in(rooms[1], read(rooms[1], data, told)))
    import server.library.taking as taking

    taking.is_ours = lambda seal, digests: False
    proved, _ = clocked(lambda: take_in(rooms[2], read(rooms[2], data, told)))
    return {"out": out, "in": taken, "again": again, "proved": proved, "mb": len(data) / 2**20}


if __name__ == "__main__":
    print(json.dumps(_measure()))
