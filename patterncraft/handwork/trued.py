"""An edge made longer or shorter by an amount: at its end, all along, or by its curve alone."""

from __future__ import annotations

from typing import Final, Literal

from ..errors import MoveRefused
from ..geometry.path import Path, straight
from ..geometry.segment import Segment
from ..tolerances import SNAP

By = Literal["end", "start", "along", "curve"]
ROUNDS: Final = 60
FULLEST: Final = 0.35
"""Share of its chord by which an edge may be bowed out at most to make it longer."""


def trued(path: Path, by: By, amount: float, edge: str, piece: str) -> Path:
    """A path ``amount`` cm longer (negative: shorter). ``end``: run on straight or cut back there. ``along``: the same shape, larger
    or smaller, from where it starts. ``curve``: between the same ends, bowed more or less.

    Raises MoveRefused where nothing would be left, or no curve between those ends is so long.
    """
    wanted = path.length + amount
    if wanted < 1.0:
        raise MoveRefused(f"{max(wanted, 0.0):.1f} cm of the {edge} would be left.", piece, "Let the other side give.", "give")
    if by == "along":
        scale = wanted / path.length
        return Path(tuple(_scaled(s, path.start, scale) for s in path.segments))
    if by == "end":
        if amount < 0:
            return path.cut(wanted)[0]
        on = straight(path.end, path.end + path.end_direction * amount)
        if path.is_ruled:
            return straight(path.start, on.end)
        return Path((*path.segments, *on.segments))
    return _bowed(path, wanted, edge, piece)


def _scaled(seg: Segment, about: complex, scale: float) -> Segment:
    if len(seg) == 2:
        return (about + (seg[0] - about) * scale, about + (seg[1] - about) * scale)
    a, b, c, d = (about + (z - about) * scale for z in seg)
    return (a, b, c, d)


def _bowed(path: Path, wanted: float, edge: str, piece: str) -> Path:
    chord = path.end - path.start
    if abs(chord) < SNAP:
        raise MoveRefused(f"the {edge} ends where it begins.", piece, "True it at its end.", "by")
    along = chord / abs(chord)
    if wanted < abs(chord) + 1e-3:
        raise MoveRefused(
            f"between its ends the {edge} is {abs(chord):.1f} cm at least, and {wanted:.1f} are wanted.",
            piece,
            "True it at its end or all along.",
            "by",
        )
    cubics = [s if len(s) == 4 else (s[0], s[0] + (s[1] - s[0]) / 3, s[1] - (s[1] - s[0]) / 3, s[1]) for s in path.segments]
    flat = max(abs(((z - path.start) * along.conjugate()).imag) for c in cubics for z in c) < 0.01 * abs(chord)

    def bent(by: float) -> Path:
        """The offsets off the chord ``by`` times as large; a straight edge gets a plain bow, outward of the outline."""
        if flat:
            reach = -1j * along * by * abs(chord) * 4 / 3
            return Path(((path.start, path.start + chord / 3 + reach, path.end - chord / 3 + reach, path.end),))
        out: list[Segment] = []
        for c in cubics:
            _, b, d, e = (
                path.start + along * complex(w.real, w.imag * by) for w in ((z - path.start) * along.conjugate() for z in c)
            )
            out.append((out[-1][-1] if out else path.start, b, d, e))
        out[-1] = (*out[-1][:3], path.end)
        return Path(tuple(out))

    low, high = 0.0, (FULLEST if flat else 3.0)
    if bent(high).length < wanted:
        raise MoveRefused(f"bowed so far the {edge} would be no seam any more.", piece, "True it at its end or all along.", "by")
    for _ in range(ROUNDS):
        mid = 0.5 * (low + high)
        low, high = (mid, high) if bent(mid).length < wanted else (low, mid)
    return bent(0.5 * (low + high))
