"""The raglan's line on the body and its sleeve, with the lower part turned over."""

from __future__ import annotations

from cmath import phase
from dataclasses import dataclass
from typing import NamedTuple

from ..geometry.fair import fair_curve
from ..geometry.path import Path
from ..geometry.transform import Transform, slide, swing, turn_over


@dataclass(frozen=True, slots=True)
class HalfSleeve:
    """Half a raglan sleeve, turned so that the neck point lies at 0 and the shoulder line runs along +x; the
    half itself lies below it (+y). ``neck`` from the shoulder line to the raglan line; ``raglan`` on from
    there to the sleeve's underarm; both walked away from the neck point."""

    neck: Path
    raglan: Path
    underarm: complex


def raglan_line(start: complex, underarm: complex, soft: float) -> Path:
    """A softened S from the neckline to the underarm: out above its chord by ``soft`` cm, in below it by half of that,
    arriving level."""
    chord = underarm - start
    along = chord / abs(chord)
    outward = along * -1j
    upper, lower = start + 0.33 * chord + outward * soft, start + 0.68 * chord - outward * soft * 0.5
    return fair_curve([start, upper, lower, underarm], None, complex(1.0 if chord.real >= 0 else -1.0, 0.0))


def turned_sleeve(neckline: Path, raglan: Path, neck: complex, shoulder: complex, width: float) -> HalfSleeve | None:
    """The half sleeve that belongs to a body's raglan line.

    ``neckline`` from the neck point to where the raglan line begins; ``shoulder``: unit direction of the
    shoulder line. The upper part of the line is copied; the lower part is turned over about its own upper
    end, so far that it ends ``width`` cm below the shoulder line; the hinge lies where the line runs on
    most smoothly. Both lines stay equally long. None where the turned line does not reach that width.
    """
    lay = Transform(shoulder.conjugate(), -neck * shoulder.conjugate())
    line, neck_part = raglan.placed(lay), neckline.placed(lay)
    size = line.length
    hinges = [h for i in range(41) if (h := _hinge_at(line, (0.3 + 0.5 * i / 40) * size, width))]
    if not hinges:
        return None
    path = _turned_over(line, min(hinges, key=lambda h: h.kink))
    return HalfSleeve(neck_part, path, path.end)


class Hinge(NamedTuple):
    """Where the lower part of a line is turned over: ``at`` cm along, about ``point`` across the way ``across``; how much the line is bent there then,
    radians."""

    at: float
    point: complex
    across: complex
    kink: float


def _hinge_at(line: Path, at: float, width: float) -> Hinge | None:
    """The lower part turned over about its upper end, so far that it ends at the width; None where it does not reach that."""
    point, way = line.stand_at(at)
    old = line.end
    radius, down = abs(old - point), width - point.imag
    if abs(down) >= radius:
        return None
    new = point + complex((radius**2 - down**2) ** 0.5, down)
    # Mirrored across the line that halves the angle between the old end and the new.
    across = (old + new - 2 * point) / radius
    over = across * across / abs(across) ** 2 * way.conjugate()
    return Hinge(at, point, across, abs(phase(over / way)))


def _turned_over(line: Path, hinge: Hinge) -> Path:
    upper, lower = line.cut(hinge.at)
    return upper.then(lower.placed(turn_over(hinge.point, hinge.point + hinge.across)))


def mirrored_up(path: Path) -> Path:
    """The other half: mirrored across the shoulder line."""
    return path.placed(turn_over(0j, 1 + 0j))


def moved(path: Path, by: complex, angle: float = 0.0) -> Path:
    """Slid, or swung about 0 (radians)."""
    return path.placed(swing(0j, angle)).placed(slide(by))
