"""What sleeve drafts have in common: below the biceps line, the seams, the marks."""

from __future__ import annotations

from dataclasses import dataclass

from ..geometry.intersect import line_crossings
from ..geometry.path import Path, straight
from ..house import HouseRules
from ..measures.chart import Chart
from ..paper.edge import Edge
from ..paper.pattern import Pattern
from ..paper.piece import CutPlan, DartRule, DrawnLine, Grain, Mark, Piece
from ..paper.seam import Notch, Seam, SeamRule
from ..working import Sum, length
from .armhole_of import WholeArmhole
from .bodice_parts import refuse_where
from .construction import Construction
from .sewing import eased, equal, side_of

CAP_TOLERANCE = 0.15
"""cm by which the cap's ease may miss what was asked for."""
EASED_AT_ELBOW = 1.0
"""cm that the back underarm seam may be longer than the front; more becomes an elbow dart."""
_RULES = HouseRules()


@dataclass(frozen=True, slots=True)
class Below:
    """The sleeve below its biceps line. Levels (y) of elbow and hem at front and back, x of the hem's ends, cm."""

    elbow: float
    hem_back: complex
    hem_front: complex
    front_in: float


def sleeve_piece(cap: Path, below: Below, name: str = "sleeve") -> tuple[Piece, float]:
    """The whole sleeve and what the back underarm seam is longer than the front, cm, before any dart."""
    back, front = cap.start, cap.end
    front_elbow = (
        front + (below.hem_front - front) * ((below.elbow - front.imag) / (below.hem_front.imag - front.imag)) - below.front_in
    )
    front_seam = straight(front, below.hem_front) if below.front_in == 0 else _through(front, front_elbow, below.hem_front)
    back_elbow = back + (below.hem_back - back) * ((below.elbow - back.imag) / (below.hem_back.imag - back.imag))
    back_seam = straight(below.hem_back, back)
    longer = back_seam.length - front_seam.length
    pivot = complex(0.5 * back_elbow.real, back_elbow.imag)
    back_edges: tuple[Edge, ...] = (Edge("back underarm", "seam", back_seam),)
    darts: tuple[DartRule, ...] = ()
    if longer > EASED_AT_ELBOW:
        back_edges, pivot = _with_elbow_dart(below.hem_back, back, back_elbow, longer, pivot)
        darts = (DartRule("elbow dart", 1.0, named=True),)
    outline = (
        Edge("cap", "seam", cap),
        Edge("front underarm", "seam", front_seam),
        Edge("hem", "hem", _hem(below)),
        *back_edges,
    )
    top = min((s[0] for s in cap.segments), key=lambda z: z.imag)
    elbow_line = _across(below.elbow, outline)
    piece = Piece(
        name,
        outline,
        darts=darts,
        marks=(Mark("top", top), Mark("elbow", pivot)),
        lines=(DrawnLine("biceps", straight(back, front)), *([DrawnLine("elbow", elbow_line)] if elbow_line else [])),
        grain=Grain(complex(top.real, 3), complex(top.real, min(below.hem_back.imag, below.hem_front.imag) - 4)),
        cut=CutPlan(2, on_fold=False, mirrored=True),
    )
    return piece, longer


def _through(a: complex, middle: complex, b: complex) -> Path:
    """A gentle curve by way of a middle point."""
    along = (b - a) / abs(b - a)
    one, two = abs(middle - a) / 3, abs(b - middle) / 3
    return Path(((a, a + (middle - a) / 3, middle - along * one, middle), (middle, middle + along * two, b - (b - middle) / 3, b)))


def _hem(below: Below) -> Path:
    """From front to back: level at both seams as far as it can be, raised in the front half."""
    a, b = below.hem_front, below.hem_back
    if abs(a.imag - b.imag) < 1e-9:
        return straight(a, b)
    reach = abs(b - a) / 3
    return Path(((a, a - reach, b + reach, b),))


def _with_elbow_dart(hem: complex, top: complex, elbow: complex, intake: float, pivot: complex) -> tuple[tuple[Edge, ...], complex]:
    """The back seam, walked up from the hem, with a dart at the elbow whose legs are alike."""
    along = (top - hem) / abs(top - hem)
    a, b = elbow - along * intake / 2, elbow + along * intake / 2
    inward = along * 1j
    depth = ((pivot - elbow) * inward.conjugate()).real
    point = elbow + inward * depth
    return (
        Edge("back underarm", "seam", straight(hem, a)),
        Edge("elbow dart", "dart", straight(a, point)),
        Edge("elbow dart", "dart", straight(point, b)),
        Edge("back underarm", "seam", straight(b, top)),
    ), point


def _across(level: float, outline: tuple[Edge, ...]) -> Path | None:
    """The line across at a level, from seam to seam; where a dart opens there, from its leg. None where the level meets one side only."""
    hits = sorted(
        (
            h.point
            for e in outline
            if e.kind in ("seam", "dart")
            for s in e.path.segments
            for h in line_crossings(complex(-200, level), complex(200, level), s)
        ),
        key=lambda z: z.real,
    )
    return straight(hits[0], hits[-1]) if hits and abs(hits[-1] - hits[0]) > 1.0 else None


def sleeve_promises(piece: Piece, longer: float, armhole: WholeArmhole, ease: float) -> Pattern:
    """The cap's promise against the armhole it was made for; the underarm seams; the balance marks.

    Below the balance marks cap and armhole are alike; all ease lies above them.
    """
    whole = next(e for e in piece.outline if e.name == "cap").length
    cap = Seam(
        "armhole",
        side_of((piece.name, "cap", "front underarm")),
        (),
        SeamRule("ease", ease - CAP_TOLERANCE, ease + CAP_TOLERANCE, armhole.length),
    )
    front, back = side_of((piece.name, "front underarm", "cap")), side_of((piece.name, "back underarm", "cap"))
    if longer > EASED_AT_ELBOW or abs(longer) <= _RULES.sewing_tolerance:
        underarm = equal("underarm", back, front)
    elif longer > 0:
        underarm = eased("underarm", back, front, EASED_AT_ELBOW)
    else:
        underarm = eased("underarm", front, back, EASED_AT_ELBOW + 0.5)
    notches = []
    if armhole.front.notch:
        notches.append(Notch("front balance", "armhole", "single", armhole.front.notch, armhole.front.notch))
    if armhole.back.notch:
        notches.append(Notch("back balance", "armhole", "double", whole - armhole.back.notch, armhole.length - armhole.back.notch))
    return Pattern((piece,), (cap, underarm), tuple(notches))


@dataclass(frozen=True, slots=True)
class Bend:
    """How a sleeve follows the bent arm, cm: hem raised at the front seam, hem forward, front seam in at the elbow."""

    raised: float = 0.0
    forward: float = 0.0
    front_in: float = 0.0


def below(c: Chart, hem_ease: float, cap: Path, pencil: Construction, bend: Bend) -> Below:
    """Length, elbow and hem, from the arm."""
    top = min(z.imag for seg in cap.segments for z in (seg[0], seg[-1]))
    hem = c["arm_length"] + top
    elbow = c["shoulder_to_elbow"] + top if "shoulder_to_elbow" in c else hem / 2 + 1
    refuse_where(
        (
            ("arm_length", hem < 8, f"it ends {abs(hem):.1f} cm {'below' if hem >= 0 else 'above'} the underarm"),
            ("shoulder_to_elbow", not 2 < elbow < hem - 4, "the elbow would not lie between underarm and wrist"),
        )
    )
    wide = cap.end.real - cap.start.real
    at_hem = min(c["wrist_girth"] + hem_ease, wide)
    pencil.draw(
        "sleeve",
        "Down from the top the arm's length; the elbow; at the hem the wrist with its ease, a little forward.",
        Sum("Below the biceps line", length(hem), "{} − {}", (length(c["arm_length"]), length(-top))),
        Sum("Elbow", length(elbow)),
        Sum("Hem", length(at_hem), "{} + {}", (length(c["wrist_girth"]), length(hem_ease)))
        if at_hem < wide
        else Sum("Hem, no wider than the sleeve is above", length(wide)),
        points={"5": complex(0, elbow), "6": complex(0, hem)},
        paths=(straight(0j, complex(0, hem)),),
        guide=True,
    )
    return Below(
        elbow,
        complex(bend.forward - at_hem / 2, hem),
        complex(bend.forward + at_hem / 2, hem - bend.raised),
        bend.front_in,
    )
