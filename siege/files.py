"""Open files altered at random: each is taken in whole or refused in words, and the shelf stands."""

from __future__ import annotations

import copy
import json
import random  # noqa: TID251  (seeded, and the seed is told)
from dataclasses import dataclass, field
from typing import Any

from patterncraft.drafting.schools import SCHOOLS
from patterncraft.formats.openfile_io import block_file, write_file
from tests.conftest import draft_by
from tests.samples import WHOLE

from .house import Furnished

ODD: tuple[Any, ...] = (
    0, -1, 1e-300, 1e300, 1e9, 2**53, "", " ", "x" * 5000, "M 0 0", "M 0 0 L 0 0", "M 0 0 L 1e9 0", "Ada\u202e", "../..",
    "<script>", [], {}, None, True, [[]], "\u0301",
)  # fmt: skip


@dataclass
class Fate:
    """What became of altered files."""

    taken: int = 0
    refused: int = 0
    faults: list[str] = field(default_factory=list)
    slowest: float = 0.0


def originals() -> list[dict[str, Any]]:
    """A block of every school that needs no other, as a file."""
    files = []
    for name, s in SCHOOLS.items():
        if not s.base:
            files.append(json.loads(write_file(block_file(draft_by(name, WHOLE), name))))
    return files


def altered(dice: random.Random, data: dict[str, Any]) -> bytes:
    """The file with one to three things in it changed: a value, a key, a number by a little, a part doubled or left out; or a byte."""
    data = copy.deepcopy(data)
    for _ in range(dice.randint(1, 3)):
        holder, key = dice.choice(list(_places(data)))
        value = holder[key]
        act = dice.randrange(5)
        if act == 0:
            holder[key] = dice.choice(ODD)
        elif act == 1 and isinstance(value, int | float) and not isinstance(value, bool):
            holder[key] = value * dice.choice((-1, 0, 0.5, 1.0001, 10, 1000))
        elif act == 2 and isinstance(value, str):
            numbers = value.split()
            where = dice.randrange(len(numbers)) if numbers else 0
            holder[key] = " ".join(
                [
                    *numbers[:where],
                    dice.choice(("0", "-7", "1e5", "C", "Z", numbers[where - 1] if numbers else "x")),
                    *numbers[where + 1 :],
                ]
            )
        elif act == 3:
            del holder[key]
        elif isinstance(holder, list):
            holder.insert(key, copy.deepcopy(value))
        else:
            holder[f"{key} too"] = value
    raw = json.dumps(data).encode()
    if dice.random() < 0.1:
        at = dice.randrange(len(raw))
        raw = raw[:at] + bytes([dice.randrange(256)]) + raw[at + 1 :]
    return raw


def _places(data: Any) -> Any:
    keys = range(len(data)) if isinstance(data, list) else list(data)
    for key in keys:
        yield data, key
        if isinstance(data[key], list | dict) and data[key]:
            yield from _places(data[key])


def take_in(house: Furnished, count: int, seed: int = 1) -> Fate:
    """So many altered files, and after each that was taken its page, its paper and the list."""
    dice, fate, files = random.Random(seed), Fate(), originals()
    for k in range(count):
        raw = altered(dice, dice.choice(files))
        answer = house.visitor.ask("POST", "/api/blocks/import", raw)
        fate.slowest = max(fate.slowest, answer.seconds)
        if answer.status == 200:
            fate.taken += 1
            _use(house, answer.json()["id"], fate, k)
        elif 400 <= answer.status < 500:
            fate.refused += 1
            error = answer.json()["error"]
            if not error["message"].strip().endswith("."):
                fate.faults.append(f"file {k}: refused without a sentence: {error['message'][:80]}")
        else:
            fate.faults.append(f"file {k}: {answer.status}")
    return fate


def _use(house: Furnished, block: int, fate: Fate, number: int) -> None:
    v = house.visitor
    style = v.ask("POST", "/api/styles", {"name": "On it", "block_id": block})
    pages = [f"/api/blocks/{block}", f"/api/blocks/{block}/file", "/api/blocks"]
    if style.status == 200:
        pages += [f"/api/styles/{style.json()['id']}/paper", f"/api/styles/{style.json()['id']}/pattern.pdf?sure=true"]
    for page in pages:
        answer = v.ask("GET", page)
        fate.slowest = max(fate.slowest, answer.seconds)
        if answer.status != 200 and not (answer.status == 422 and "sheets" in answer.body.decode()):
            fate.faults.append(f"file {number}: taken in, and {page} answers {answer.status}: {answer.body[:120]!r}")
    if style.status != 200:
        fate.faults.append(f"file {number}: taken in, and no style can be begun on it: {style.body[:120]!r}")
    else:
        v.ask("POST", f"/api/away/style/{style.json()['id']}")
        v.ask("DELETE", f"/api/away/style/{style.json()['id']}")
    v.ask("POST", f"/api/away/block/{block}")
    gone = v.ask("DELETE", f"/api/away/block/{block}")
    if gone.status != 200:
        fate.faults.append(f"file {number}: cannot be deleted: {gone.body[:120]!r}")
