"""A plugin for pytest: which functions each file of tests runs, written to the folder that ``TOUCHED`` names, one file a worker."""

from __future__ import annotations

import json
import os
import sys
import threading
import time
from collections import defaultdict
from collections.abc import Iterator
from pathlib import Path
from types import FrameType
from typing import Any, Final

import pytest

ROOT: Final = str(Path(__file__).resolve().parents[2]) + os.sep
OURS: Final = tuple(ROOT + x for x in ("patterncraft", "server", "plotter"))
_seen: dict[str, set[Any]] = defaultdict(set)
_took: dict[str, float] = defaultdict(float)
_now: set[Any] = set()
"""What the file whose test runs at the moment has called; between tests nobody's."""


def _called(frame: FrameType, event: str, _: object) -> None:
    if event == "call":
        _now.add(frame.f_code)


def pytest_sessionstart() -> None:
    """Threads that tests start are listened to as well."""
    threading.setprofile(_called)
    sys.setprofile(_called)


@pytest.hookimpl(hookwrapper=True)
def pytest_runtest_protocol(item: pytest.Item) -> Iterator[None]:
    """Notes the code of every function that is called while a test runs, its fixtures too."""
    global _now
    file, begun = item.nodeid.split("::")[0], time.monotonic()
    _now = _seen[file]
    yield
    _now = set()
    _took[file] += time.monotonic() - begun


def pytest_sessionfinish() -> None:
    """Written once, at the end."""
    sys.setprofile(None)
    if _seen:
        worker = os.environ.get("PYTEST_XDIST_WORKER", "alone")
        told = {
            file: {
                "seconds": _took[file],
                "functions": sorted(
                    {f"{c.co_filename[len(ROOT) :]}:{c.co_firstlineno}" for c in codes if c.co_filename.startswith(OURS)}
                ),
            }
            for file, codes in _seen.items()
        }
        (Path(os.environ["TOUCHED"]) / f"{worker}.json").write_text(json.dumps(told))
