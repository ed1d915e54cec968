"""Where the tape goes for each measure, drawn on the figure."""

from __future__ import annotations

from dataclasses import dataclass
from types import MappingProxyType

from ..geometry.path import Path
from .figure import FIGURES, View, through

Point = tuple[float, float]


@dataclass(frozen=True, slots=True)
class Tape:
    """The tape on one view. ``seen``: in front of the body; ``hidden``: behind it; ``ends``: where it is read.
    ``cord``: the level of the waist cord, drawn when the tape is read from it."""

    view: View
    seen: tuple[Path, ...]
    hidden: tuple[Path, ...] = ()
    ends: tuple[Point, ...] = ()
    cord: tuple[Path, ...] = ()

    @property
    def box(self) -> tuple[float, float, float, float]:
        """(left, top, right, bottom) of what is worth showing: a standing figure is cut off below the hips when the
        tape does not go farther."""
        left, top, right, bottom = FIGURES[self.view].box
        if self.view in ("front", "back"):
            lowest = max(p.imag for path in self.seen for s in path.segments for p in s)
            bottom = bottom if lowest > 90 else 106.0
        return left, top, right, bottom


WAIST = 66.0


def _round(view: View, y: float, rx: float, x: float = 0.0, ry: float | None = None) -> Tape:
    """A girth, level: the near half of an oval in sight, the far half behind."""
    sag = ry if ry is not None else max(1.2, rx * 0.16)
    near = through([(x - rx, y), (x - rx * 0.7, y + sag * 0.75), (x, y + sag), (x + rx * 0.7, y + sag * 0.75), (x + rx, y)])
    far = through([(x - rx, y), (x - rx * 0.7, y - sag * 0.75), (x, y - sag), (x + rx * 0.7, y - sag * 0.75), (x + rx, y)])
    return Tape(view, (near,), (far,))


def _along(view: View, *points: Point, cord: bool = False) -> Tape:
    """A length or width from the first point to the last, over those between."""
    return Tape(view, (through(points),), (), (points[0], points[-1]), _cord() if cord else ())


def _cord() -> tuple[Path, ...]:
    return _round("front", WAIST, 12.0).seen


_NECK = Tape(
    "front",
    (through([(-5.4, 26.4), (-3.0, 29.0), (0.0, 29.8), (3.0, 29.0), (5.4, 26.4)]),),
    (through([(-5.4, 26.4), (-3.0, 24.4), (0.0, 23.8), (3.0, 24.4), (5.4, 26.4)]),),
)

TAPES = MappingProxyType(
    {
        "head_girth": Tape(
            "head",
            (through([(-10.4, 9.6), (-5.0, 8.2), (2.0, 6.8), (8.2, 7.0)]),),
            (through([(-10.4, 9.6), (-4.0, 5.6), (3.0, 4.4), (8.2, 7.0)]),),
        ),
        "neck_girth": _NECK,
        "shoulder_length": _along("back", (5.6, 26.8), (11.0, 29.0), (17.2, 31.8)),
        "shoulder_width": _along("back", (-17.2, 31.8), (-9.0, 31.2), (0.0, 31.0), (9.0, 31.2), (17.2, 31.8)),
        "round_shoulder_girth": _round("front", 37.5, 20.6, ry=2.4),
        "across_back": _along("back", (-14.8, 39.0), (0.0, 39.4), (14.8, 39.0)),
        "across_front": _along("front", (-14.2, 38.6), (0.0, 39.2), (14.2, 38.6)),
        "armscye_depth": Tape(
            "back",
            (Path(((0 + 27.6j, 0 + 43j),)),),
            (Path(((-15 + 43j, 15 + 43j),)),),
            ((0.0, 27.6), (0.0, 43.0)),
        ),
        "shoulder_to_bust": _along("front", (5.6, 26.8), (6.6, 36.0), (7.4, 48.6)),
        "bust_span": _along("front", (-7.4, 48.6), (0.0, 48.9), (7.4, 48.6)),
        "bust_girth": _round("front", 48.2, 15.3),
        "shoulder_to_underbust": _along("front", (5.6, 26.8), (6.6, 36.0), (7.6, 48.6), (7.2, 55.6)),
        "underbust_girth": _round("front", 55.4, 13.8),
        "nape_to_waist": _along("back", (0.0, 27.6), (0.4, 46.0), (0.0, WAIST + 1.6), cord=True),
        "back_shoulder_to_waist": _along("back", (5.6, 26.8), (6.4, 45.0), (6.2, WAIST + 1.6), cord=True),
        "front_shoulder_to_waist": _along("front", (5.6, 26.8), (6.8, 38.0), (7.4, 48.6), (6.6, WAIST + 1.6), cord=True),
        "waist_girth": _round("front", WAIST, 12.0),
        "high_hip_girth": _round("front", 74.6, 14.5),
        "waist_to_hip": _along("front", (12.0, WAIST), (15.0, 75.0), (17.5, 85.0), cord=True),
        "shoulder_to_hip": _along("front", (5.6, 26.8), (7.4, 48.6), (7.0, WAIST), (8.4, 86.6), cord=True),
        "hip_girth": _round("front", 85.0, 17.5),
        "thigh_girth": _round("front", 98.0, 8.0, x=9.2),
        "body_rise": Tape(
            "seated",
            (through([(-1.6, 57.0), (-2.4, 69.0), (-2.2, 81.6)]),),
            (),
            ((-1.6, 57.0), (-2.2, 81.6)),
            (through([(-10.2, 56.4), (-2.0, 58.4), (6.2, 57.4)]),),
        ),
        "waist_to_knee": _along("front", (6.2, WAIST + 1.6), (8.0, 90.0), (8.3, 124.0), cord=True),
        "upper_arm_girth": _round("arm", 45.0, 4.2, x=12.2, ry=1.3),
        "shoulder_to_elbow": _along("arm", (3.0, 31.0), (7.4, 42.0), (8.4, 56.0), (8.6, 68.8)),
        "elbow_girth": Tape(
            "arm", (through([(8.2, 66.4), (12.6, 64.6), (17.6, 57.2)]),), (through([(8.2, 66.4), (11.6, 60.6), (17.6, 57.2)]),)
        ),
        "arm_length": _along("arm", (3.0, 31.0), (7.4, 42.0), (8.4, 56.0), (9.4, 69.4), (20.0, 68.6), (35.0, 64.6)),
        "wrist_girth": Tape(
            "arm", (through([(35.0, 64.8), (36.2, 61.6), (35.0, 58.2)]),), (through([(35.0, 64.8), (33.8, 61.4), (35.0, 58.2)]),)
        ),
        "hand_girth": Tape(
            "arm", (through([(41.6, 65.6), (43.0, 61.6), (41.4, 58.2)]),), (through([(41.6, 65.6), (40.0, 61.6), (41.4, 58.2)]),)
        ),
    }
)
