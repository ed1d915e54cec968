"""A fault: a stretch of a file and what stands there instead."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path


@dataclass(frozen=True, slots=True)
class Fault:
    """``start`` to ``end``: bytes of the file at ``path`` (from the root of the repository); ``function``: the first line of the innermost function
    around it, 0 where there is none; ``kind``: what is misunderstood."""

    kind: str
    path: str
    line: int
    start: int
    end: int
    instead: str
    function: int

    def put_in(self, place: Path) -> bytes:
        """The file at ``place`` with the fault in it is written; what it was is returned."""
        file = place / self.path
        kept = file.read_bytes()
        file.write_bytes(kept[: self.start] + self.instead.encode() + kept[self.end :])
        return kept

    def told(self, place: Path) -> str:
        """Where, and what becomes what, as one line each."""
        text = (place / self.path).read_bytes()
        first, last = text.rfind(b"\n", 0, self.start) + 1, text.find(b"\n", self.end)
        before = text[first:last].decode()
        after = (text[first : self.start] + self.instead.encode() + text[self.end : last]).decode()
        return f"{self.kind}\n    {self.path}:{self.line}\n    - {' '.join(before.split())}\n    + {' '.join(after.split())}"
