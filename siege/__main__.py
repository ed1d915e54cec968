"""``python -m siege``: the whole table, in less than half an hour. Ends with 1 where something did not hold."""

from __future__ import annotations

import sys
import tempfile
import time
from pathlib import Path

from bench.clock import Others, Row, ms, pace, table

from . import crowd, described, files, hostile, lays, libraries, saves, strangers
from .house import TALLY, Furnished, House, furnished

PEOPLE = 20
STYLES = 10_000


def rows() -> list[Row]:
    """Every attack, one after the other, on one application."""
    folder = Path(tempfile.mkdtemp(prefix="siege-"))
    house = House(folder / "var")
    house.start()
    found: list[Row] = []
    begun = time.perf_counter()

    others = Others()

    def tell(rows: list[Row]) -> None:
        """As they come: the whole takes its time."""
        rows.append(Row("of the machine's time given to others meanwhile", f"{others.taken():.0%}"))
        found.extend(rows)
        print(f"{time.perf_counter() - begun:.0f} s\n{table(rows)}", flush=True)

    tell([Row("the machine's pace: a hundred thousand complex products", ms(pace()))])
    try:
        rooms = [furnished(house.port, f"somebody {k}") for k in range(PEOPLE)]
        for attack in (_crowd, _strangers, _files, _hostile, _queue, _races):
            tell(attack(house, rooms))
        questions, broken = described.asked(rooms[4], house.port, 75, folder / "schemathesis.txt")
        written, lost = saves.copied(house, rooms[6:12], 20, folder)
        tell(
            [
                Row("questions made up from the API's description", str(questions), "≥ 500", questions >= 500),
                Row("  answered by 500", str(len(broken)), "0", not broken),
                *_listed(broken),
                Row(f"20 copies at one moment, {written} writes: lost", str(len(lost)), "0", not lost),
                *_listed(lost),
            ]
        )
        peak = house.peak
        for kill in (_kill_savers, _kill_lays, _kill_libraries):
            tell(kill(house, rooms))
        answers = TALLY.total() + questions
        left = house.rows("SELECT COUNT(*) FROM django_tasks_database_dbtaskresult WHERE status = 'RUNNING'")[0][0]
        most = max(peak, house.peak)
        tell(
            [
                Row("turns that nobody lived to end", str(left), "0", left == 0),
                Row("most memory, all processes", f"{most:.0f} MB", "≤ 900 MB", most <= 900),
                Row("answers in all", f"{answers:,}", "≥ 30,000", answers >= 30_000),
                Row("  of them 500", str(TALLY[500]), "0", TALLY[500] == 0),
            ]
        )
    finally:
        house.stop()
    return found


def _crowd(house: House, rooms: list[Furnished]) -> list[Row]:
    one = crowd.besiege(house.port, rooms, 20)
    return [
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


def _strangers(house: House, rooms: list[Furnished]) -> list[Row]:
    seen = strangers.Seen()
    strangers.throw_heaps(rooms[0], seen)
    slow = strangers.half_open(house, rooms[1], 500, seen)
    guesses, beside, away = strangers.guessing(house, rooms[2], "somebody 2", 20, 20, seen)
    return [
        Row("heaps, half-open connections, guesses: requests", str(seen.requests)),
        Row("  answered by 500, or slower than 10 s", str(len(seen.faults)), "0", not seen.faults),
        Row("  slowest", f"{seen.slowest:.2f} s", "≤ 10 s", seen.slowest <= 10),
        Row("  slowest beside 500 half-open connections", ms(slow), "≤ 1 s", slow <= 1),
        Row("  slowest beside 20 guessers", ms(beside), "≤ 2 s", beside <= 2),
        Row("  somebody known, turned away beside them", str(away), "0", away == 0),
        Row("  guesses looked at in 20 s", str(guesses), "≤ 10", guesses <= 10),
        *_listed(seen.faults),
    ]


def _files(house: House, rooms: list[Furnished]) -> list[Row]:
    fate = files.take_in(rooms[3], 600)
    return [
        Row("altered files: taken / refused", f"{fate.taken} / {fate.refused}"),
        Row("  500, or taken and then of no use", str(len(fate.faults)), "0", not fate.faults),
        Row("  slowest", f"{fate.slowest:.2f} s", "≤ 2 s", fate.slowest <= 2),
        *_listed(fate.faults),
    ]


def _hostile(house: House, rooms: list[Furnished]) -> list[Row]:
    house.peak = 0.0
    alone = hostile.alone(rooms[15])
    harm = hostile.beside(house, rooms[14], rooms[15])
    what, late = harm.worst
    nonsense = hostile.odd(rooms[14], 1000)
    faults = harm.faults + nonsense.faults
    peak = house.peak
    time.sleep(3)
    rest = house.memory()
    return [
        Row("hostile files, four at once of each, and nonsense", str(harm.sent + nonsense.sent)),
        Row("  answered otherwise than with a drawing or a sentence", str(len(faults)), "0", not faults),
        Row("  a neighbour's preview, 95th percentile, with nobody else", ms(alone)),
        Row("  beside them, at worst", f"{ms(late)} ({what})", "≤ 60 ms", late <= 0.06),
        Row("  most memory, all processes", f"{peak:.0f} MB", "≤ 900 MB", peak <= 900),
        Row("  memory at rest after them", f"{rest:.0f} MB", "≤ 400 MB", rest <= 400),
        *_listed(faults),
    ]


def _queue(house: House, rooms: list[Furnished]) -> list[Row]:
    took, faults = lays.short_beside_long(rooms[16], rooms[17])
    slowest, seconds, torn = libraries.beside(house, rooms[16], rooms[17], STYLES)
    return [
        Row("a lay of a second beside another house's ten of an hour", f"{took:.1f} s", "≤ 10 s", took <= 10),
        Row(f"a library of {STYLES:,} styles is taken in", f"{seconds:.0f} s"),
        Row("  a neighbour's slowest save meanwhile", ms(slowest), "≤ 500 ms", slowest <= 0.5),
        Row("  wrong in either", str(len(faults + torn)), "0", not faults + torn),
        *_listed(faults + torn),
    ]


def _races(house: House, rooms: list[Furnished]) -> list[Row]:
    races = saves.two_tabs(rooms[5], 25)
    return [Row("two tabs, 25 rounds of charts, steps and rules: wrong", str(len(races)), "0", not races), *_listed(races)]


def _kill_savers(house: House, rooms: list[Furnished]) -> list[Row]:
    written, lost = saves.killed(house, rooms[6:12], 50)
    return [Row(f"50 kills, {written} writes: lost", str(len(lost)), "0", not lost), *_listed(lost)]


def _kill_lays(house: House, rooms: list[Furnished]) -> list[Row]:
    asked, faults = lays.killed(house, rooms[12], 50)
    return [Row(f"50 kills in the middle of {asked} lays: lost", str(len(faults)), "0", not faults), *_listed(faults)]


def _kill_libraries(house: House, rooms: list[Furnished]) -> list[Row]:
    taken, faults = libraries.killed(house, rooms[13], 50)
    what = f"50 kills while a library is taken into {taken} workrooms: not whole in the end"
    return [Row(what, str(len(faults)), "0", not faults), *_listed(faults)]


def _listed(faults: list[str]) -> list[Row]:
    return [Row(f"    {f[:110]}", "") for f in faults[:8]]


if __name__ == "__main__":
    sys.exit(any(r.met is False for r in rows()))
