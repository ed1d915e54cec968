"""Everything killed while a lay is made, and while a library is taken in, a few times; the siege does it fifty times."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import pytest

from siege import lays, libraries
from siege.house import House, furnished

pytestmark = pytest.mark.one_file


@pytest.fixture(scope="module")
def house(tmp_path_factory: pytest.TempPathFactory) -> Iterator[House]:
    folder: Path = tmp_path_factory.mktemp("house")
    made = House(folder / "var", workers=1)
    made.start()
    yield made
    made.stop()


def test_a_lay_outlives_those_who_make_it(house: House) -> None:
    asked, faults = lays.killed(house, furnished(house.port, "layer"), 3)
    assert faults == []
    assert asked >= 1


def test_a_library_is_there_whole_in_the_end(house: House) -> None:
    taken, faults = libraries.killed(house, furnished(house.port, "keeper"), 2, blocks=8)
    assert faults == []
    assert taken >= 1
