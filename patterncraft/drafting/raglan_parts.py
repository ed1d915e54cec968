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
    turned = [t for i in range(41) if (t := _turned_over(line, (0.3 + 0.5 * i / 40) * line.length, width))]
    if not turned:
        return None
    best = min(turned, key=lambda t: t.kink)
    return HalfSleeve(neck_part, best.path, best.path.end)


class Turned(NamedTuple):
    """A raglan line with its lower part turned over, and how much it is bent at the hinge, radians."""

    path: Path
    kink: float


def _turned_over(line: Path, at: float, width: float) -> Turned | None:
    """The lower part turned over about its upper end, ``at`` cm along, so far that it ends at the width."""
    upper, lower = line.cut(at)
    hinge, old = upper.end, lower.end
    radius, down = abs(old - hinge), width - hinge.imag
    if abs(down) >= radius:
        return None
    new = hinge + complex((radius**2 - down**2) ** 0.5, down)
    # Mirrored across the line that halves the angle between the old end and the new.
    over = lower.placed(turn_over(hinge, hinge + (old + new - 2 * hinge) / radius))
    return Turned(upper.then(over), abs(phase(over.start_direction / upper.end_direction)))


def mirrored_up(path: Path) -> Path:
    """The other half: mirrored across the shoulder line."""
    return path.placed(turn_over(0j, 1 + 0j))


def moved(path: Path, by: complex, angle: float = 0.0) -> Path:
    """Slid, or swung about 0 (radians)."""
    return path.placed(swing(0j, angle)).placed(slide(by))
