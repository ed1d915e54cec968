"""Everything killed while a lay is made, a few times; the siege does it fifty times."""

from __future__ import annotations

from pathlib import Path

from siege import lays
from siege.house import House, furnished


def test_a_lay_outlives_those_who_make_it(tmp_path: Path) -> None:
    house = House(tmp_path / "var", workers=1)
    house.start()
    try:
        room = furnished(house.port, "somebody")
        asked, faults = lays.killed(house, room, 3)
        assert faults == []
        assert asked >= 1
    finally:
        house.stop()
