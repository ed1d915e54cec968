"""Twenty people trying steps while two lays are made beside them: how long they wait."""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
import time
from pathlib import Path
from typing import Final

from siege import crowd
from siege.house import ROOT, Furnished, House, furnished

from .clock import Row, ms

PEOPLE: Final = 20
LAYS: Final = 2
AT_A_TIME: Final = 0.25
"""Of her time at the bench somebody drags so much; the rest she looks, reads, picks."""
LATE: Final = 0.15
"""seconds: the 95th percentile"""


def rows() -> list[Row]:
    """The application with a second worker, so that both lays are made at once."""
    with tempfile.TemporaryDirectory() as folder:
        house = House(Path(folder) / "var")
        house.start()
        env = os.environ | {"STEADY_SHEAR_VAR": str(house.var)}
        second = subprocess.Popen([sys.executable, "manage.py", "long_work"], cwd=ROOT, env=env)
        try:
            rooms = [furnished(house.port, f"somebody {k}") for k in range(PEOPLE)]
            quiet = crowd.besiege(house.port, rooms, 10)
            some = crowd.besiege(house.port, rooms, 10, AT_A_TIME)
            numbers = [_lay(rooms[k]) for k in range(LAYS)]
            time.sleep(2)
            busy = crowd.besiege(house.port, rooms, 10)
            few = crowd.besiege(house.port, rooms, 10, AT_A_TIME)
            states = [rooms[k].visitor.ask("GET", f"/api/lays/{n}").json() for k, n in enumerate(numbers)]
        finally:
            second.terminate()
            second.wait(20)
            house.stop()
    running = sum(s["state"] == "running" and bool(s["pieces"]) for s in states)
    wrong = quiet.wrong + some.wrong + busy.wrong + few.wrong
    return [
        Row(f"{PEOPLE} people, every hand in motion all the time: 95th percentile", ms(quiet.together_late)),
        Row(f"  while {LAYS} lays are made ({running} under way)", ms(busy.together_late), "", running == LAYS),
        Row(f"{PEOPLE} people, each hand in motion {AT_A_TIME:.0%} of the time", ms(some.together_late)),
        Row(
            f"  while {LAYS} lays are made",
            ms(few.together_late),
            f"≤ {LATE * 1e3:.0f} ms",
            few.together_late <= LATE and running == LAYS,
        ),
        Row("  wrong answers", str(wrong), "0", wrong == 0),
    ]


def _lay(room: Furnished) -> int:
    cloth = room.visitor.ask("POST", "/api/cloths", {"name": "Flannel", "card": {"width": 90}}).json()["id"]
    order = {"how": "single", "seconds": 120}
    body = {"cloth_id": cloth, "order": order, "items": [{"style_id": room.style, "times": 10}]}
    return int(room.visitor.ask("POST", "/api/lays", body).json()["id"])
