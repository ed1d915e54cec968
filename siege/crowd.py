"""Twenty people at once, each trying steps in her own workroom; beside what one alone gets in the same run."""

from __future__ import annotations

import json
import multiprocessing
import os
import threading
import time
from collections.abc import Callable
from dataclasses import dataclass
from statistics import median, quantiles

from .house import Furnished, Told, Visitor

STEPS = [
    {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}, "share": 0.5},
    {"move": "rotate_dart", "piece": "front", "dart": "side dart", "to": {"dart": "waist dart"}},
    {"move": "set_dart_point", "piece": "back", "dart": "waist dart", "set_back": 2.0},
]


@dataclass(frozen=True)
class Crowd:
    """Seconds: one client's median and 95th percentile, many clients' 95th, cores × seconds for each answer then; wrong answers."""

    alone: float
    alone_late: float
    together_late: float
    core_seconds: float
    answers: int
    wrong: int


def besiege(port: int, houses: list[Furnished], seconds: float, share: float = 1.0) -> Crowd:
    """One client first, then one for each workroom, in two processes of their own. ``share``: of her time that each drags, a second at a time."""
    alone, wrong = _dragging((port, [(houses[0].visitor.cookies, houses[0].block)], seconds / 2, 1.0))
    jobs = [(h.visitor.cookies, h.block) for h in houses]
    half = (len(jobs) + 1) // 2
    begun = time.perf_counter()
    with multiprocessing.get_context("spawn").Pool(2) as pool:
        # The pool's own start is no part of the crowd.
        pool.map(_nothing, range(2))
        begun = time.perf_counter()
        parts = pool.map(_dragging, [(port, jobs[:half], seconds, share), (port, jobs[half:], seconds, share)])
    took = time.perf_counter() - begun
    times = [t for part, _ in parts for t in part]
    wrong += sum(w for _, w in parts)
    cores = len(os.sched_getaffinity(0))
    return Crowd(
        median(alone), quantiles(alone, n=20)[-1], quantiles(times, n=20)[-1], cores * took / len(times), len(times), wrong
    )


def _nothing(_: int) -> None:
    return None


def _dragging(job: tuple[int, list[tuple[dict[str, str], int]], float, float]) -> tuple[list[float], int]:
    """Each client drags one dart along a shoulder, question after answer. (Seconds of all answers, wrong ones.)"""
    port, clients, seconds, share = job
    until, times, wrong = time.perf_counter() + seconds, list[float](), [0]

    def drag(cookies: dict[str, str], block: int) -> None:
        """One client, till the time is over."""
        v = Visitor(port)
        v.cookies = dict(cookies)
        turn = 0
        rest = 1.0 / share - 1.0
        # Not all begin at once.
        time.sleep(rest * (block % 8) / 8)
        motion = time.perf_counter()
        while time.perf_counter() < until:
            if rest and time.perf_counter() > motion + 1.0:
                time.sleep(rest)
                motion = time.perf_counter()
                continue
            turn += 1
            answer = _tried(v, block, turn)
            times.append(answer.seconds)
            wrong[0] += answer.status != 200 or b'"tried":true' not in answer.body

    threads = [threading.Thread(target=drag, args=c) for c in clients]
    for t in threads:
        t.start()
    for t in threads:
        t.join()
    return times, wrong[0]


def _tried(v: Visitor, block: int, turn: int) -> Told:
    """One question while a dart is dragged along a shoulder."""
    trying = {
        "move": "rotate_dart",
        "piece": "front",
        "dart": "waist dart",
        "to": {"edge": "shoulder", "from": "neckline", "fraction": 0.2 + turn % 600 / 1000},
    }
    body = {"blocks": {"bodice": {"id": block, "revision": 1}}, "steps": STEPS, "trying": trying}
    return v.ask("POST", "/api/preview", json.dumps(body).encode())


def dragged(room: Furnished, is_over: Callable[[], bool], times: list[float]) -> None:
    """One person drags, question after answer, till it is over; seconds of each answer."""
    v, turn = room.visitor.twin(), 0
    while not is_over():
        turn += 1
        times.append(_tried(v, room.block, turn).seconds)
