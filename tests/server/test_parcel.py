"""An archive of which some bytes were altered, or cut out: read, or refused in words; never anything else."""

from __future__ import annotations

import io
import json
import random  # noqa: TID251 (seeded)
import zipfile
from datetime import date

import pytest

from patterncraft.errors import BadFile
from server.library.papers import Manifest
from server.library.parcel import Parcel

MANIFEST = Manifest(workroom="a" * 32, name="Choir", made=date(2026, 11, 28)).model_dump_json()


def packed(way: int = zipfile.ZIP_DEFLATED) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", way) as archive:
        archive.writestr("manifest.json", MANIFEST)
        for n in range(3):
            archive.writestr(f"people/{n}/measures.json", json.dumps({"values": {"bust_girth": 92.0 + n}, "note": "sings " * 30}))
    return out.getvalue()


def altered(data: bytes, dice: random.Random) -> bytes:
    out = bytearray(data)
    for _ in range(dice.randint(1, 3)):
        k = dice.randrange(len(out))
        if dice.random() < 0.15:
            del out[k : k + dice.randint(1, 30)]
        else:
            out[k] = dice.randrange(256)
    return bytes(out)


@pytest.mark.parametrize("seed", range(6))
def test_altered_bytes_are_read_or_refused(seed: int) -> None:
    dice, data, refused = random.Random(seed), packed(), 0
    for _ in range(700):
        try:
            parcel = Parcel(altered(data, dice))
            for name in parcel.names:
                parcel.read(name)
        except BadFile:
            refused += 1
    assert 0 < refused <= 700


@pytest.mark.parametrize("way", [zipfile.ZIP_BZIP2, zipfile.ZIP_LZMA])
def test_packed_in_another_way_it_is_not_opened(way: int) -> None:
    with pytest.raises(BadFile, match="packed in a way that is not read here"):
        Parcel(packed(way))


def test_as_it_is_it_is_read() -> None:
    for way in (zipfile.ZIP_DEFLATED, zipfile.ZIP_STORED):
        parcel = Parcel(packed(way))
        assert json.loads(parcel.read("people/1/measures.json"))["values"]["bust_girth"] == 93.0
