"""The application as a group of processes of its own, with its clients; killed, frozen and started anew."""

from __future__ import annotations

import contextlib
import http.client
import json
import os
import signal
import socket
import sqlite3
import subprocess
import sys
import threading
import time
from collections import Counter
from dataclasses import dataclass
from pathlib import Path
from typing import Any, Final

from patterncraft.formats.openfile_io import block_file, write_file
from tests.conftest import draft_by
from tests.samples import WHOLE

ROOT = Path(__file__).resolve().parents[1]
PHRASE = "a long enough phrase"
DAY = "2026-03-01"
KEPT = 10.0
"""seconds for which a silent connection is used again, as a browser does"""
TALLY: Final[Counter[int]] = Counter()
"""all answers of this run, by status"""


def free_port() -> int:
    """A port nobody listens on."""
    with socket.socket() as s:
        s.bind(("127.0.0.1", 0))
        port: int = s.getsockname()[1]
        return port


def memory_of(processes: list[int]) -> float:
    """MB of processes together, what they share counted once; one that has ended counts nothing."""
    total = 0
    for pid in processes:
        with contextlib.suppress(OSError):
            lines = Path(f"/proc/{pid}/smaps_rollup").read_text(encoding="utf-8").splitlines()
            total += next(int(x.split()[1]) for x in lines if x.startswith("Pss:"))
    return total / 1024


class House:
    """Starts and stops the application on a folder; the database outlives it. ``peak``: the most memory, MB, that all its processes
    had together, what they share counted once."""

    def __init__(self, var: Path, workers: int | None = None) -> None:
        self.var, self.port, self.workers = var, free_port(), workers
        self.peak = 0.0
        self._process: subprocess.Popen[bytes] | None = None
        self._watching = False

    @property
    def database(self) -> Path:
        """The file everything is in."""
        return self.var / "steady-shear.sqlite3"

    def start(self) -> None:
        """Returns when it answers. Raises RuntimeError when it does not within half a minute."""
        env = os.environ | {"STEADY_SHEAR_VAR": str(self.var), "PORT": str(self.port)}
        if self.workers:
            env["WORKERS"] = str(self.workers)
        command = [sys.executable, "-m", "server.config.serve"]
        log = (self.var.parent / f"{self.var.name}.log").open("ab")
        self._process = subprocess.Popen(command, cwd=ROOT, env=env, stdout=log, stderr=log, start_new_session=True)
        for _ in range(600):
            with contextlib.suppress(OSError, http.client.HTTPException):
                if Visitor(self.port).ask("GET", "/health").status == 200:
                    break
            time.sleep(0.05)
        else:
            raise RuntimeError("the application did not start")
        self._watching = True
        threading.Thread(target=self._watch, daemon=True).start()

    def stop(self) -> None:
        """As a person stops it."""
        self._watching = False
        if self._process:
            self._process.terminate()
            self._process.wait(20)

    def kill(self) -> None:
        """All its processes at once, with no time for anything."""
        self._watching = False
        if self._process:
            os.killpg(self._process.pid, signal.SIGKILL)
            self._process.wait(20)

    def freeze(self, frozen: bool) -> None:
        """Stand still, or go on."""
        for pid in self.processes():
            with contextlib.suppress(ProcessLookupError):
                os.kill(pid, signal.SIGSTOP if frozen else signal.SIGCONT)

    def processes(self) -> list[int]:
        """Those that serve and the one that looks after them."""
        if self._process is None:
            return []
        found = []
        for entry in Path("/proc").iterdir():
            if entry.name.isdigit():
                with contextlib.suppress(OSError, ValueError):
                    if int(entry.joinpath("stat").read_text().rsplit(")", 1)[1].split()[2]) == self._process.pid:
                        found.append(int(entry.name))
        return found

    def memory(self) -> float:
        """MB of all processes together, what they share counted once."""
        return memory_of(self.processes())

    def _watch(self) -> None:
        while self._watching:
            self.peak = max(self.peak, self.memory())
            time.sleep(0.2)

    def rows(self, question: str, *values: Any) -> list[Any]:
        """What stands in the database, read beside the application."""
        with contextlib.closing(sqlite3.connect(self.database, timeout=20)) as db:
            return db.execute(question, values).fetchall()


@dataclass(frozen=True)
class Told:
    """An answer: status, body, seconds it took."""

    status: int
    body: bytes
    seconds: float

    def json(self) -> Any:
        """The body read."""
        return json.loads(self.body)


class Visitor:
    """One browser: a kept connection, its cookies, and the token of its page."""

    def __init__(self, port: int, timeout: float = 60.0) -> None:
        self.port, self.timeout = port, timeout
        self.cookies: dict[str, str] = {}
        self._connection: http.client.HTTPConnection | None = None
        self._asked = 0.0

    def ask(self, method: str, path: str, body: Any = None, kind: str = "application/json") -> Told:
        """``body``: bytes as they are, anything else as JSON. Raises OSError or HTTPException when nobody answers."""
        data = body if isinstance(body, bytes) or body is None else json.dumps(body).encode()
        headers = {"Cookie": "; ".join(f"{k}={v}" for k, v in self.cookies.items())} if self.cookies else {}
        if data is not None:
            headers["Content-Type"] = kind
        if "csrftoken" in self.cookies:
            headers["X-CSRFToken"] = self.cookies["csrftoken"]
        begun = time.perf_counter()
        if self._connection and begun - self._asked > KEPT:
            self._connection.close()
            self._connection = None
        self._asked = begun
        if self._connection is None:
            self._connection = http.client.HTTPConnection("127.0.0.1", self.port, timeout=self.timeout)
        kept = self._connection.sock is not None
        try:
            self._connection.request(method, path, data, headers)
            answer = self._connection.getresponse()
            read = answer.read()
        except (OSError, http.client.HTTPException) as e:
            self._connection.close()
            self._connection = None
            if kept and isinstance(e, ConnectionError):
                # A kept connection that the other end has closed meanwhile, as after a start anew.
                return self.ask(method, path, body, kind)
            raise
        for header in answer.headers.get_all("Set-Cookie") or []:
            name, value = header.strip().split(";")[0].split("=", 1)
            self.cookies[name] = value
        TALLY[answer.status] += 1
        return Told(answer.status, read, time.perf_counter() - begun)

    def open_workroom(self, name: str) -> Visitor:
        """A workroom of its own, signed in."""
        self.ask("GET", "/api/session")
        made = self.ask("POST", "/api/workrooms", {"workroom": f"{name}'s", "name": name, "password": PHRASE})
        if made.status != 200:
            raise RuntimeError(f"no workroom: {made.status} {made.body[:200]!r}")
        return self

    def twin(self) -> Visitor:
        """A second tab of the same browser."""
        other = Visitor(self.port, self.timeout)
        other.cookies = dict(self.cookies)
        return other


@dataclass(frozen=True)
class Furnished:
    """A workroom with a person, her chart, a block and a style."""

    visitor: Visitor
    person: int
    chart: dict[str, Any]
    block: int
    style: int


def furnished(port: int, name: str) -> Furnished:
    """A workroom of that name with one of each."""
    v = Visitor(port).open_workroom(name)
    person = v.ask("POST", "/api/people", {"name": "Ada"}).json()["id"]
    texts = {k: str(x) for k, x in WHOLE.items()}
    chart = v.ask("POST", f"/api/people/{person}/charts", {"taken_on": DAY, "texts": texts}).json()
    data = write_file(block_file(draft_by("bodice-direct", WHOLE), "Block"))
    block = v.ask("POST", f"/api/blocks/import?person_id={person}", data).json()["id"]
    style = v.ask("POST", "/api/styles", {"name": "Style", "block_id": block}).json()["id"]
    return Furnished(v, person, chart, block, style)
