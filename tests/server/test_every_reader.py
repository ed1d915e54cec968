"""Whatever comes in from outside is read, or refused in a sentence with a cure: files no program writes, and nonsense made of those that some do."""

from __future__ import annotations

import io
import json
import zipfile
from collections.abc import Callable
from datetime import date
from typing import Any

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from patterncraft.errors import PatternError
from patterncraft.formats.openfile_io import write_file
from patterncraft.house import HouseRules
from patterncraft.measures.csv_io import chart_from_csv, chart_to_csv
from server.cloth.models import ClothCard
from server.incoming import services as incoming
from server.incoming.flattened import taken_in
from server.incoming.shown import looked_at
from server.library.packing import packed
from server.library.taking import read
from server.people.exchange import _taking
from server.people.models import MeasureChart, Person
from server.shelf.proof import proved_file
from server.shelf.services import draft_file, keep_block
from server.styles.services import change, new_style
from tests.hostile_files import ODD, drawings, nonsense, odd_values
from tests.samples import AVERAGE, WHOLE
from tests.server.conftest import ROTATE, Caller

TODAY = date(2026, 5, 1)


def drawing(data: bytes) -> None:
    if incoming._looks_drawn(data):
        looked_at(data, HouseRules(), "drawing")
    else:
        taken_in(data, incoming.A4)


def assert_read_or_told(reader: Callable[[bytes], Any], data: bytes) -> None:
    try:
        reader(data)
    except PatternError as e:
        assert e.message.endswith((".", "?")), e.message
        assert e.cure, e.message


@pytest.mark.parametrize("what", ODD)
def test_what_no_drawing_has(what: str) -> None:
    assert_read_or_told(drawing, ODD[what]())


def block_file() -> bytes:
    return write_file(draft_file("skirt", WHOLE, {}, "Ada's"))


def measures_file() -> bytes:
    return json.dumps(
        {"format": "steady-shear", "version": 1, "kind": "measures", "name": "Ada", "values": AVERAGE, "estimated": ["bust_girth"]}
    ).encode()


READERS: dict[str, tuple[Callable[[], list[bytes]], Callable[[bytes], Any]]] = {
    "a drawing or photograph": (drawings, drawing),
    "a block": (lambda: [block_file()], lambda data: proved_file(data, "x")),
    "measures, as an open file": (lambda: [measures_file()], lambda data: _taking(data, "cm", "x", TODAY)),
    "measures, as a table": (
        lambda: [chart_to_csv(AVERAGE, frozenset(["bust_girth"]), unit).encode() for unit in ("cm", "in")],
        lambda data: chart_from_csv(data, "in", "x"),
    ),
}


def test_what_is_sound_is_read() -> None:
    """Else nothing below could fail."""
    for sound, reader in READERS.values():
        for data in sound():
            reader(data)


@pytest.mark.parametrize("kind", READERS)
@given(seed=st.integers(0, 2**32))
@settings(max_examples=40, deadline=None)
def test_nonsense(kind: str, seed: int) -> None:
    sound, reader = READERS[kind]
    for data in nonsense(seed, 2, sound()):
        assert_read_or_told(reader, data)


@pytest.mark.parametrize("kind", ["a block", "measures, as an open file"])
@given(seed=st.integers(0, 2**32))
@settings(max_examples=40, deadline=None)
def test_sound_data_with_odd_values(kind: str, seed: int) -> None:
    sound, reader = READERS[kind]
    assert_read_or_told(reader, json.dumps(odd_values(seed, json.loads(sound()[0]))).encode())


@pytest.fixture
def library(us: Caller) -> dict[str, bytes]:
    """A small one, file by file."""
    ada = Person.objects.create(workroom=us.room, name="Ada")
    MeasureChart.objects.create(person=ada, taken_on="2026-05-01", values=AVERAGE)
    block = keep_block(us.room, "Ada's", ada, draft_file("bodice-direct", AVERAGE, {}, "Ada's"))
    change(new_style(us.room, "Dress", block.revisions.all()[0]), 0, [ROTATE], "turned")
    ClothCard.objects.create(workroom=us.room, name="Flannel", card={"width": 140})
    with zipfile.ZipFile(io.BytesIO(packed(us.room, lambda *_: True).data)) as archive:
        return {n: archive.read(n) for n in archive.namelist()}


def zipped(files: dict[str, bytes]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, content in files.items():
            archive.writestr(name, content)
    return out.getvalue()


@given(seed=st.integers(0, 2**32))
@settings(max_examples=40, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
def test_a_library_with_odd_values_in_one_file(us: Caller, library: dict[str, bytes], seed: int) -> None:
    """Each thing that cannot be read is left out and told; only where it is no library at all is it refused."""
    names = sorted(n for n in library if n.endswith(".json"))
    name = names[seed % len(names)]
    files = library | {name: json.dumps(odd_values(seed, json.loads(library[name]))).encode()}
    assert_read_or_told(lambda data: read(us.room, data, lambda *_: True), zipped(files))


@given(seed=st.integers(0, 2**32))
@settings(max_examples=20, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
def test_a_library_damaged_as_a_file(us: Caller, library: dict[str, bytes], seed: int) -> None:
    for data in nonsense(seed, 2, [zipped(library)]):
        assert_read_or_told(lambda data: read(us.room, data, lambda *_: True), data)
