"""``python -m siege``: the whole table, in less than a quarter of an hour. Ends with 1 where something did not hold."""

from __future__ import annotations

import sys
import tempfile
import time
from pathlib import Path

from bench.clock import Row, ms, pace, table

from . import crowd, described, files, hostile, lays, libraries, saves, strangers
from .house import House, furnished

PEOPLE = 20


def rows() -> list[Row]:
    """Every attack, one after the other, on one application."""
    folder = Path(tempfile.mkdtemp(prefix="siege-"))
    house = House(folder / "var")
    house.start()
    found: list[Row] = [Row("the machine's pace: a hundred thousand complex products", ms(pace()))]
    begun = time.perf_counter()
    try:
        rooms = [furnished(house.port, f"somebody {k}") for k in range(PEOPLE)]
        one = crowd.besiege(house.port, rooms, 20)
        found += [
            Row("one client, preview: median / 95th percentile", f"{ms(one.alone)} / {ms(one.alone_late)}"),
            Row(f"{PEOPLE} clients: 95th percentile", ms(one.together_late), "≤ 200 ms", one.together_late <= 0.2),
            Row(
                "  core-seconds an answer, to one client's median",
                f"{one.core_seconds / one.alone:.2f}",
                "≤ 1.5",
                one.core_seconds <= 1.5 * one.alone,
            ),
            Row("  wrong answers", f"{one.wrong} of {one.answers}", "0", one.wrong == 0),
        ]
        seen = strangers.Seen()
        strangers.throw_heaps(rooms[0], seen)
        slow = strangers.half_open(house, rooms[1], 500, seen)
        guesses, beside, away = strangers.guessing(house, rooms[2], "somebody 2", 20, 20, seen)
        found += [
            Row("heaps, half-open connections, guesses: requests", str(seen.requests)),
            Row("  answered by 500, or slower than 10 s", str(len(seen.faults)), "0", not seen.faults),
            Row("  slowest", f"{seen.slowest:.2f} s", "≤ 10 s", seen.slowest <= 10),
            Row("  slowest beside 500 half-open connections", ms(slow), "≤ 1 s", slow <= 1),
            Row("  slowest beside 20 guessers", ms(beside), "≤ 2 s", beside <= 2),
            Row("  somebody known, turned away beside them", str(away), "0", away == 0),
            Row("  guesses looked at in 20 s", str(guesses), "≤ 10", guesses <= 10),
        ]
        found += _listed(seen.faults)
        fate = files.take_in(rooms[3], 600)
        found += [
            Row("altered files: taken / refused", f"{fate.taken} / {fate.refused}"),
            Row("  500, or taken and then of no use", str(len(fate.faults)), "0", not fate.faults),
            Row("  slowest", f"{fate.slowest:.2f} s", "≤ 2 s", fate.slowest <= 2),
        ]
        found += _listed(fate.faults)
        harm = hostile.beside(house, rooms[14], rooms[15])
        what, late = harm.worst
        nonsense = hostile.odd(rooms[14], 1000)
        faults = harm.faults + nonsense.faults
        found += [
            Row("hostile files, four at once of each, and nonsense", str(harm.sent + nonsense.sent)),
            Row("  answered otherwise than with a drawing or a sentence", str(len(faults)), "0", not faults),
            Row("  a neighbour's preview, 95th percentile, at worst", f"{ms(late)} ({what})", "≤ 60 ms", late <= 0.06),
            Row("  most memory, all processes", f"{house.peak:.0f} MB", "≤ 900 MB", house.peak <= 900),
        ]
        time.sleep(3)
        found += [
            Row("  memory at rest after them", f"{house.memory():.0f} MB", "≤ 400 MB", house.memory() <= 400),
            *_listed(faults),
        ]
        questions, broken = described.asked(rooms[4], house.port, 75, folder / "schemathesis.txt")
        found += [
            Row("questions made up from the API's description", str(questions), "≥ 500", questions >= 500),
            Row("  answered by 500", str(len(broken)), "0", not broken),
        ]
        found += _listed(broken)
        races = saves.two_tabs(rooms[5], 25)
        found += [Row("two tabs, 25 rounds of charts, steps and rules: wrong", str(len(races)), "0", not races), *_listed(races)]
        written, lost = saves.copied(house, rooms[6:12], 20, folder)
        found += [Row(f"20 copies at one moment, {written} writes: lost", str(len(lost)), "0", not lost), *_listed(lost)]
        peak = house.peak
        written, lost = saves.killed(house, rooms[6:12], 50)
        found += [Row(f"50 kills, {written} writes: lost", str(len(lost)), "0", not lost), *_listed(lost)]
        asked, faults = lays.killed(house, rooms[12], 50)
        found += [Row(f"50 kills in the middle of {asked} lays: lost", str(len(faults)), "0", not faults), *_listed(faults)]
        taken, faults = libraries.killed(house, rooms[13], 50)
        found += [
            Row(
                f"50 kills while a library is taken into {taken} workrooms: half there, or lost", str(len(faults)), "0", not faults
            ),
            *_listed(faults),
        ]
        left = house.rows("SELECT COUNT(*) FROM django_tasks_db_dbtaskresult WHERE status = 'RUNNING'")[0][0]
        found += [Row("turns that nobody lived to end", str(left), "0", left == 0)]
        found += [Row("most memory, all processes", f"{max(peak, house.peak):.0f} MB", "≤ 900 MB", max(peak, house.peak) <= 900)]
    finally:
        house.stop()
    found.append(Row("the siege took", f"{time.perf_counter() - begun:.0f} s", "≤ 900 s", time.perf_counter() - begun <= 900))
    return found


def _listed(faults: list[str]) -> list[Row]:
    return [Row(f"    {f[:110]}", "") for f in faults[:8]]


if __name__ == "__main__":
    result = rows()
    print(table(result))
    sys.exit(any(r.met is False for r in result))
