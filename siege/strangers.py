"""What somebody can try who has no name here, or means ill: heaps, half-open connections, guesses."""

from __future__ import annotations

import contextlib
import http.client
import json
import socket
import threading
import time
from dataclasses import dataclass, field

from .house import PHRASE, Furnished, House, Visitor

MEGA = 1024 * 1024
SLOW = 10.0
"""seconds: so long may a file be read, beside others that take turns with it"""


@dataclass
class Seen:
    """Requests, those answered by 500, the slowest, and what was wrong besides."""

    requests: int = 0
    broken: int = 0
    slowest: float = 0.0
    faults: list[str] = field(default_factory=list)

    def note(self, status: int, seconds: float, what: str) -> None:
        """One more answer. Told to come again is as good as answered."""
        broken = status >= 500 and status != 503
        self.requests += 1
        self.broken += broken
        self.slowest = max(self.slowest, seconds)
        if broken:
            self.faults.append(f"{what}: {status}")
        elif seconds > SLOW:
            self.faults.append(f"{what}: {seconds:.1f} s")


def _circle(strokes: int) -> bytes:
    from cmath import exp, pi

    points = [100 * exp(2j * pi * k / strokes) for k in range(strokes + 1)]
    half = strokes // 2
    paths = [points[: half + 1], points[half:]]
    outline = [
        {"edge": f"e{n}", "kind": "seam", "path": "M " + " L ".join(f"{z.real:.5f} {z.imag:.5f}" for z in p)}
        for n, p in enumerate(paths)
    ]
    head = {
        "format": "steady-shear",
        "version": 1,
        "kind": "block",
        "name": "Disc",
        "pieces": [{"name": "disc", "outline": outline}],
    }
    return json.dumps(head).encode()


STRIPS = {
    "move": "slash_and_spread",
    "piece": "front",
    "from_edge": "waist",
    "to_edge": "shoulder",
    "count": 30,
    "opening": 0.2,
    "result": "flare",
}


def heaps(block: int) -> dict[str, tuple[str, str, bytes, str]]:
    """Bodies that were once enough to stop everybody: (method, address, body, kind)."""
    json_kind = "application/json"
    return {
        "a sign-in of 7 MB": ("POST", "/api/session", b'{"name":"' + b"x" * 7 * MEGA + b'"}', json_kind),
        "a sign-in of 7 MB of lists": ("POST", "/api/session", b"[" * 7 * MEGA, json_kind),
        "a million errors": ("POST", "/api/preview", json.dumps({"blocks": {}, "steps": [{}] * 190_000}).encode(), json_kind),
        "two thousand steps": ("POST", "/api/preview", json.dumps({"blocks": {"a": {"id": 1, "revision": 1}}, "steps": [{"move": "put_away", "piece": "x"}] * 2000}).encode(), json_kind),
        "thirty strips, ten times": ("POST", "/api/preview", json.dumps({"blocks": {"a": {"id": block, "revision": 1}}, "steps": [STRIPS] * 10}).encode(), json_kind),
        "a measure of blanks": ("POST", "/api/measures/read", json.dumps({"texts": {"bust_girth": "1" + " " * 900_000 + "x"}}).encode(), json_kind),
        "a file of 3,900 strokes": ("POST", "/api/blocks/import", _circle(3_900), json_kind),
        "a file of 8,000 strokes": ("POST", "/api/blocks/import", _circle(8_000), json_kind),
        "a file of 200,000 strokes": ("POST", "/api/blocks/import", _circle(200_000), json_kind),
        "10 MB of quotes": ("POST", "/api/blocks/import", b'["' + b'\\"' * (5 * MEGA - 10), json_kind),
        "10 MB of empty objects": ("POST", "/api/blocks/import", b"[" + b"{}," * (3 * MEGA) + b"{}]", json_kind),
        "10 MB of digits": ("POST", "/api/blocks/import", b"[" + b"9" * (9 * MEGA) + b"]", json_kind),
        "a form without a boundary": ("POST", "/api/people", b"x", "multipart/form-data"),
        "half a letter": ("POST", "/api/people", b'{"name": "a\\ud800"}', json_kind),
        "5,000 digits": ("POST", "/api/people", b'{"name": ' + b"7" * 5000 + b"}", json_kind),
        "a CSV of one cell": ("POST", "/api/people/1/charts/import?taken_on=2026-01-01", b"key,value\nbust_girth,\"" + b"x" * 150_000, "text/csv"),
    }  # fmt: skip


def throw_heaps(house: Furnished, seen: Seen, times: int = 1) -> None:
    """Every heap, by four at once."""
    for what, (method, path, body, kind) in heaps(house.block).items():

        def send(what: str = what, method: str = method, path: str = path, body: bytes = body, kind: str = kind) -> None:
            """One of four."""
            v = house.visitor.twin()
            for _ in range(times):
                with contextlib.suppress(OSError, http.client.HTTPException):
                    answer = v.ask(method, path, body, kind)
                    seen.note(answer.status, answer.seconds, what)

        threads = [threading.Thread(target=send) for _ in range(4)]
        for t in threads:
            t.start()
        for t in threads:
            t.join()


def half_open(house: House, furnished: Furnished, count: int, seen: Seen) -> float:
    """So many connections that begin a request and never end it; the slowest of twenty ordinary requests meanwhile, s."""
    held = []
    for _ in range(count):
        s = socket.create_connection(("127.0.0.1", house.port), timeout=5)
        s.sendall(b"POST /api/session HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Le")
        held.append(s)
    slowest = 0.0
    for _ in range(20):
        answer = furnished.visitor.twin().ask("GET", "/api/styles")
        seen.note(answer.status, answer.seconds, "beside half-open connections")
        slowest = max(slowest, answer.seconds)
    for s in held:
        s.close()
    return slowest


def guessing(house: House, furnished: Furnished, name: str, guessers: int, seconds: float, seen: Seen) -> tuple[int, float, int]:
    """So many who guess at one name as fast as they can, while somebody who is known signs in again and again. (Guesses that were looked
    at, slowest ordinary request meanwhile, s, and how often she was turned away.)"""
    until, looked_at, lock = time.monotonic() + seconds, [0], threading.Lock()

    def guess() -> None:
        """One who guesses without a pause."""
        v = Visitor(house.port)
        v.ask("GET", "/api/session")
        while time.monotonic() < until:
            answer = v.ask("POST", "/api/session", {"name": "victim", "password": "wrong wrong wrong"})
            with lock:
                looked_at[0] += answer.status == 401
                seen.note(answer.status, 0.0, "a guess")
            time.sleep(0.05)

    threads = [threading.Thread(target=guess) for _ in range(guessers)]
    for t in threads:
        t.start()
    slowest, turned_away, known = 0.0, 0, furnished.visitor.twin()
    while time.monotonic() < until:
        answer = furnished.visitor.ask("GET", f"/api/styles/{furnished.style}")
        slowest = max(slowest, answer.seconds)
        seen.note(answer.status, answer.seconds, "beside guessers")
        own = known.ask("POST", "/api/session", {"name": name, "password": PHRASE})
        seen.note(own.status, own.seconds, "signing in beside guessers")
        turned_away += own.status != 200
        time.sleep(0.5)
    for t in threads:
        t.join()
    return looked_at[0], slowest, turned_away
