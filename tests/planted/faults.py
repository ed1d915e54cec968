"""The planted faults. Those told of at the table of the trade (a dart forgotten, a yoke too deep, no seam for the zip …) stand among them."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from typing import Any

from patterncraft.checks.subject import Subject
from patterncraft.geometry.path import straight
from patterncraft.geometry.transform import swing
from patterncraft.house import HouseRules
from patterncraft.paper.closure import Closure, Reach
from patterncraft.paper.edge import TO_TRUE, Edge
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.piece import CutPlan, DrawnLine, Grain, Piece
from patterncraft.paper.seam import Notch, Seam, SeamRule, Stretch

from .ground import (
    BODY,
    HOOKED,
    STAND,
    ZIPPED,
    Planted,
    Spoil,
    corner_moved,
    drawn,
    kinked,
    looked,
    of_notch,
    of_piece,
    of_seam,
    spoilt,
    waved,
    without_notches,
    worked,
)

BODICE, SKIRT, DRESS = ("bodice",), ("skirt",), ("bodice", "sleeve")
PANEL: dict[str, Any] = {
    "move": "cut_along", "piece": "front", "line": [{"edge": "armhole", "from": "shoulder", "fraction": 0.5}, {"dart": "waist dart"}],
    "names": ["centre front", "side front"], "seam": "front panel",
}  # fmt: skip
GATHERED: dict[str, Any] = {
    "move": "slash_and_spread", "piece": "skirt front", "from_edge": "waist", "to_edge": "hem", "count": 3, "opening": 6,
    "hinge": "none", "result": "gather",
}  # fmt: skip
BUTTONED = {"move": "closure", "piece": "front", "edge": "button stand", "kind": "buttons"}
CUT_IN_HALF = {
    "move": "cut_along", "piece": "skirt front", "line": [{"edge": "waist", "fraction": 0.5}, {"edge": "hem", "fraction": 0.5}],
    "names": ["inner", "outer"], "seam": "front panel",
}  # fmt: skip
CUT_ACROSS = {
    "move": "cut_along", "piece": "front", "line": [{"edge": "centre front", "fraction": 0.4}, {"edge": "armhole", "from": "side", "fraction": 0.4}],
    "names": ["upper front", "lower front"], "seam": "across",
}  # fmt: skip


def hurt(blocks: tuple[str, ...], spoil: Spoil, *steps: dict[str, Any]) -> Callable[[], Subject]:
    """Right work of these steps, spoilt."""
    return lambda: spoilt(worked(blocks, *steps), spoil)


def right(blocks: tuple[str, ...], *steps: dict[str, Any]) -> Callable[[], Subject]:
    """Right work of these steps."""
    return lambda: looked(worked(blocks, *steps))


def planted(title: str, code: str, place: str, blocks: tuple[str, ...], spoil: Spoil, *steps: dict[str, Any]) -> Planted:
    """Something done to the paper that no step says."""
    return Planted(title, code, tuple(place.split("|")), hurt(blocks, spoil, *steps), right(blocks, *steps))


def asked(title: str, code: str, place: str, blocks: tuple[str, ...], *steps: dict[str, Any], before: int = 0) -> Planted:
    """Something that steps do; ``before``: how many of them are right."""
    return Planted(title, code, tuple(place.split("|")), right(blocks, *steps), right(blocks, *steps[:before]) if before else None)


def by_rule(title: str, code: str, place: str, rules: dict[str, Any], blocks: tuple[str, ...], *steps: dict[str, Any]) -> Planted:
    """Right work in a house whose rules it offends."""
    house = HouseRules.model_validate(rules)
    return Planted(
        title, code, tuple(place.split("|")), lambda: looked(worked(blocks, *steps, rules=house), house), right(blocks, *steps)
    )


def on_body(title: str, code: str, place: str, body: dict[str, float], blocks: tuple[str, ...], *steps: dict[str, Any]) -> Planted:
    """Right work on another body."""
    return Planted(
        title, code, tuple(place.split("|")), lambda: looked(worked(blocks, *steps), body=BODY | body), right(blocks, *steps)
    )


def _grainless(p: Piece) -> Piece:
    return replace(p, grain=None)


def _leaning(degrees: float) -> Callable[[Piece], Piece]:
    def change(p: Piece) -> Piece:
        assert p.grain is not None
        by = swing(p.grain.start, degrees * 0.01745329)
        return replace(p, grain=Grain(p.grain.start, by.point(p.grain.end), p.grain.kind))

    return change


def _plan(**to: Any) -> Callable[[Piece], Piece]:
    return lambda p: replace(p, cut=replace(p.cut, **to))


def _without_dart(name: str) -> Callable[[Piece], Piece]:
    """The dart not drawn: its edge runs straight over where its mouth was."""

    def change(p: Piece) -> Piece:
        legs = [i for i, e in enumerate(p.outline) if e.name == name]
        n = len(p.outline)
        before = p.outline[(legs[0] - 1) % n]
        after = p.outline[(legs[1] + 1) % n]
        over = Edge(before.name, before.kind, straight(before.path.end, after.path.start))
        outline = tuple(over if i == legs[0] else e for i, e in enumerate(p.outline) if i != legs[1])
        return replace(p.with_outline(outline), darts=tuple(d for d in p.darts if d.name != name))

    return change


def _leg_longer(name: str, by: float) -> Callable[[Piece], Piece]:
    def change(p: Piece) -> Piece:
        legs = [i for i, e in enumerate(p.outline) if e.name == name]
        leg = p.outline[legs[1]].path
        return corner_moved(name, leg.end_direction * by)(p)

    return change


def _narrower(name: str, share: float) -> Callable[[Piece], Piece]:
    """One leg swung toward the other."""

    def change(p: Piece) -> Piece:
        legs = [i for i, e in enumerate(p.outline) if e.name == name]
        a, b = p.outline[legs[0]].path.start, p.outline[legs[1]].path.end
        return corner_moved(name, (a - b) * share)(p)

    return change


def _renamed(to: str) -> Callable[[Pattern], Pattern]:
    def change(p: Pattern) -> Pattern:
        name = p.pieces[0].name

        def own(side: tuple[Stretch, ...]) -> tuple[Stretch, ...]:
            return tuple(x._replace(piece=to) if x.piece == name else x for x in side)

        pieces = (replace(p.pieces[0], name=to), *p.pieces[1:])
        return replace(p, pieces=pieces, seams=tuple(replace(s, a=own(s.a), b=own(s.b)) for s in p.seams))

    return change


def _raw_hem(p: Piece) -> Piece:
    return p.with_outline(tuple(Edge(e.name, "raw", e.path) if e.name == "hem" else e for e in p.outline))


def _sliver(p: Piece) -> Piece:
    """A step of 0.4 where an edge was taped and not trued."""
    k = next(i for i, e in enumerate(p.outline) if e.name == "waist")
    e = p.outline[k]
    a, b = e.path.cut(0.5 * e.length)
    down = b.start + 0.4j
    parts = (Edge("waist", "seam", a), Edge(TO_TRUE, "raw", straight(a.end, down)), Edge("waist", "seam", b.starting_at(down)))
    return p.with_outline((*p.outline[:k], *parts, *p.outline[k + 1 :]))


def _allowance_drawn(p: Piece) -> Piece:
    """A line a centimetre inside the side, called what the needle follows."""
    side = next(e.path for e in p.outline if e.name == "side")
    inside = 1j * side.start_direction
    return replace(p, lines=(*p.lines, DrawnLine("side stitching line", straight(side.start + inside, side.end + inside))))


def _band(rest: float, kind: str = "stretch", gives: float = 40.0) -> Callable[[Pattern], Pattern]:
    """A rib band of that length round the waist of the skirt, sewn to it to be stretched."""

    def change(p: Pattern) -> Pattern:
        w, h = rest, 6.0
        corners = [0j, complex(w, 0), complex(w, h), complex(0, h)]
        names = ("waist", "end", "lower", "start")
        outline = tuple(
            Edge(n, "seam" if n == "waist" else "raw", straight(a, b))
            for n, a, b in zip(names, corners, corners[1:] + corners[:1], strict=True)
        )
        band = Piece("waistband", outline, grain=Grain(1 + 3j, 5 + 3j, "cross"), cut=CutPlan(2, False, False, "rib", gives))
        waist = p.seam("waist")
        other = tuple(s for s in p.seams if s.name != "waist")
        seam = Seam("waist", waist.a, (Stretch("waistband", "waist", "start"),), SeamRule("stretch", ratio=1.4, longer="a"))
        return replace(p, pieces=(*p.pieces, band), seams=(*other, seam))

    return change


def _closure(c: Closure) -> Callable[[Pattern], Pattern]:
    return lambda p: replace(p, closures=(*p.closures, c))


def _hem_in(p: Piece) -> Piece:
    """A skirt's side brought in at the hem by 9."""
    return corner_moved("side", -9 + 0j, at_end=_ends_at_hem(p))(p)


def _ends_at_hem(p: Piece) -> bool:
    own = [i for i, e in enumerate(p.outline) if e.name == "side"]
    return p.outline[(own[-1] + 1) % len(p.outline)].name == "hem"


def _both(*spoils: Spoil) -> Spoil:
    def change(p: Pattern) -> Pattern:
        for s in spoils:
            p = s(p)
        return p

    return change


def _collar(kind: str, outer: float) -> Callable[[Pattern], Pattern]:
    """A collar on its own: neck edge 20 long, outer edge as told."""

    def change(p: Pattern) -> Pattern:
        a, b, c, d = 0j, 20 + 0j, complex(10 + outer / 2, 7), complex(10 - outer / 2, 7)
        outline = (
            Edge("neckline", "seam", straight(a, b)), Edge("end", "raw", straight(b, c)), Edge("outer edge", "raw", straight(c, d)),
            Edge("back", "fold", straight(d, a)),
        )  # fmt: skip
        piece = Piece(kind, outline, grain=Grain(d, a), cut=CutPlan(1, True, False))
        seam = Seam("collar", (Stretch(kind, "neckline"),), (), SeamRule("free"))
        return replace(p, pieces=(*p.pieces, piece), seams=(*p.seams, seam))

    return change


FAULTS: tuple[Planted, ...] = (
    # ---- seams
    planted("A side 2 mm longer than its partner", "seam-length", "side", BODICE, of_piece("back", corner_moved("side", 0.2j)), *HOOKED),
    planted("A shoulder longer by half a centimetre", "seam-length", "shoulder", BODICE, of_piece("back", corner_moved("shoulder", 0.5 + 0j)), *HOOKED),
    asked("A skirt let down on one side only", "seam-length", "side", SKIRT, *ZIPPED,
        {"move": "redraw", "piece": "skirt front", "edge": "side", "from": "waist", "end": {"down": 1.0}}, before=2),
    planted("Gathers sewn to more than they are", "seam-length", "waist", SKIRT,
        of_seam("waist", lambda s: replace(s, rules=tuple(replace(r, rule=replace(r.rule, ratio=r.rule.ratio * 1.2)) for r in s.rules))), *ZIPPED, GATHERED),
    planted("A cut edge that no seam speaks of", "seam-alone", "front|side front", BODICE,
        lambda p: replace(p, seams=tuple(s for s in p.seams if s.name != "front panel"), notches=tuple(n for n in p.notches if n.seam != "front panel")), *HOOKED, PANEL),
    asked("The side front put away and nothing said", "seam-alone", "side|front panel", BODICE, *HOOKED, PANEL,
        {"move": "put_away", "piece": "side front"}, before=3),
    by_rule("Twice gathered in heavy cloth", "fullness", "waist", {"wear": {"weight": "heavy"}}, SKIRT, *ZIPPED, GATHERED),
    asked("Strips of 14 in any cloth", "fullness", "waist", SKIRT, *ZIPPED, GATHERED | {"opening": 14}, before=2),
    planted("A waistband of rib half as long as the waist", "stretch", "waist", SKIRT, _band(19.0), *ZIPPED),
    # ---- notches
    planted("A notch moved by 4 mm on one side", "notch-pair", "side", BODICE, of_notch("side", "side balance", at_b=13.6), *HOOKED),
    planted("A notch missing on one side", "notch-pair", "side", BODICE, of_notch("side", "side balance", at_b=None), *HOOKED),
    planted("A notch beyond the end of the seam", "notch-pair", "side", BODICE, of_notch("side", "side balance", at_a=80.0), *HOOKED),
    planted("A single notch at the back of the armhole", "notch-style", "armhole", BODICE, of_notch("armhole", "back balance", style="single"), *HOOKED),
    planted("A double notch in front", "notch-style", "armhole", BODICE,
        lambda p: replace(p, notches=tuple(replace(n, name="balance", style="double") if n.name == "front balance" else n for n in p.notches)), *HOOKED),
    planted("A notch a centimetre from the end", "notch-corner", "side", BODICE, of_notch("side", "side balance", at_a=1.0, at_b=1.0), *HOOKED),
    planted("A long panel without notches", "panel-swap", "front panel", SKIRT, without_notches("front panel"), *ZIPPED, CUT_IN_HALF),
    planted("A panel notched in its very middle", "panel-swap", "front panel", SKIRT,
        lambda p: replace(without_notches("front panel")(p), notches=(*without_notches("front panel")(p).notches,
            *(Notch("m", "front panel", "single", 0.5 * p.side_length(p.seam("front panel").a), 0.5 * p.side_length(p.seam("front panel").b)),))), *ZIPPED, CUT_IN_HALF),
    planted("Two panels that can be changed over", "panel-swap", "back panel|front panel", SKIRT, lambda p: _alike(p), *ZIPPED, CUT_IN_HALF,
        CUT_IN_HALF | {"piece": "outer", "names": ["middle", "far"], "seam": "back panel"}),
    planted("Gathers whose notch was taken away", "gather-notch", "waist", SKIRT,
        lambda p: replace(p, notches=tuple(n for n in p.notches if not n.name.startswith("gather"))), *ZIPPED, GATHERED),
    # ---- darts
    planted("A leg of a dart 3 mm longer", "dart-legs", "front|waist dart", BODICE, of_piece("front", _leg_longer("waist dart", 0.3)), *HOOKED),
    planted("A dart sewn to the bust point", "dart-point", "front|waist dart", BODICE,
        of_piece("front", lambda p: replace(p, darts=tuple(replace(d, set_back=0.0) for d in p.darts))), *HOOKED),
    asked("A dart sewn 1 short of the bust point", "dart-point", "front|waist dart", BODICE, *HOOKED,
        {"move": "set_dart_point", "piece": "front", "dart": "waist dart", "set_back": 1.0}, before=2),
    planted("A dart narrower than it was", "dart-sum", "front", BODICE, of_piece("front", _narrower("waist dart", 0.4)), *HOOKED),
    planted("Every dart of the front forgotten", "dart-sum", "front", BODICE,
        of_piece("front", lambda p: _without_dart("waist dart")(_without_dart("side dart")(p))), *HOOKED),
    planted("A step left where an edge was taped", "dart-mouth", "front|waist", BODICE, of_piece("front", _sliver), *HOOKED),
    planted("A dart that opens by seventy degrees", "dart-wide", "front|waist dart", BODICE, of_piece("front", _narrower("waist dart", -16.0)), *HOOKED),
    planted("The waist dart forgotten", "dart-lost", "front|waist", BODICE, of_piece("front", _without_dart("waist dart")), *HOOKED),
    planted("A dart of the skirt forgotten", "dart-lost", "skirt back|waist", SKIRT, of_piece("skirt back", _without_dart("waist dart 1")), *ZIPPED),
    # ---- flow
    planted("A hem with a peak at the side", "flow-kink", "hem", SKIRT,
        _both(*(of_piece(n, lambda p: corner_moved("hem", 4j, at_end=p.outline[([i for i, e in enumerate(p.outline) if e.name == "hem"][-1] + 1) % len(p.outline)].name == "side")(p)) for n in ("skirt front", "skirt back"))), *ZIPPED),
    planted("A neckline with a dip over the shoulder", "flow-kink", "neckline", BODICE,
        of_piece("front", drawn("neckline", lambda p: straight(p.start, p.end))), *HOOKED),
    planted("A hem that steps by 8 mm at the side", "flow-step", "hem|side", SKIRT, of_piece("skirt front", lambda p: corner_moved("side", 0.8j, at_end=_ends_at_hem(p))(p)), *ZIPPED),
    planted("A waist that steps over its dart", "flow-step", "front|waist", BODICE, of_piece("front", _leg_longer("waist dart", 0.4)), *HOOKED),
    planted("A hem three degrees off the square at the fold", "square", "skirt front|hem", SKIRT,
        of_piece("skirt front", lambda p: corner_moved("hem", 1.2j, at_end=p.outline[([i for i, e in enumerate(p.outline) if e.name == "hem"][-1] + 1) % len(p.outline)].kind == "fold")(p)), *ZIPPED),
    planted("A hem with a corner in its middle", "fair", "skirt front|hem", SKIRT, of_piece("skirt front", drawn("hem", kinked(-1.2j))), *ZIPPED),
    planted("A skirt's hem that turns over", "fair", "skirt front|hem", SKIRT, of_piece("skirt front", drawn("hem", waved(2))), *ZIPPED),
    planted("A sleeve's hem that turns over twice", "fair", "sleeve|hem", DRESS, of_piece("sleeve", drawn("hem", waved(3))), *HOOKED),
    planted("An armhole drawn in two straight lines", "fair", "back|armhole", BODICE, of_piece("back", drawn("armhole", kinked(2.0 + 1j))), *HOOKED),
    # ---- girths
    on_body("Cut for a bust of 92, worn by one of 104", "girth-bust", "chest", {"bust_girth": 104}, BODICE, *HOOKED),
    on_body("A waist of 74 on one of 82", "girth-waist", "waist", {"waist_girth": 82}, BODICE, *HOOKED),
    on_body("A hip of 98 on one of 108", "girth-hip", "hip", {"hip_girth": 108}, SKIRT, *ZIPPED),
    on_body("A sleeve on an arm of 36", "girth-biceps", "sleeve", {"upper_arm_girth": 36}, DRESS, *HOOKED),
    on_body("A top that ends at the hip, on a wider one", "girth-hem", "hem", {"hip_girth": 112}, ("torso",), {"move": "draw_line", "piece": "front", "name": "hip",
        "line": [{"edge": "centre front", "from": "hem", "distance": 0.5}, {"edge": "side", "from": "hem", "distance": 0.5}]}),
    planted("A strip lost at the side of the waist", "girth-lost", "waist", BODICE, of_piece("front", corner_moved("waist", -1.2 + 0j, at_end=False)), *HOOKED),
    # ---- armhole and sleeve
    planted("A cap 4 cm too full", "cap-ease", "cap|armhole", DRESS, of_piece("sleeve", drawn("cap", lambda p: _bowed(p, 3.0))), *HOOKED),
    planted("A cap shorter than its armhole", "cap-ease", "cap|armhole", DRESS, of_piece("sleeve", drawn("cap", lambda p: _bowed(p, -3.4))), *HOOKED),
    planted("The cap full below its notch", "cap-below", "armhole", DRESS, of_notch("armhole", "front balance", at_a=11.4), *HOOKED),
    asked("The armhole lowered without its sleeve", "armhole-moved", "armhole", DRESS, *HOOKED, {"move": "armhole", "down": 2.0}, before=2),
    planted("A sleeve whose underarms begin out of level", "biceps", "sleeve|cap", DRESS, of_piece("sleeve", corner_moved("cap", 3j)), *HOOKED),
    on_body("A wrist wider than the sleeve", "sleeve-hand", "sleeve|hem", {"wrist_girth": 30}, DRESS, *HOOKED),
    # ---- getting in
    asked("A neck too small for the head", "in-neck", "neckline", BODICE, {"move": "neckline", "shape": "round", "width": 0.5, "front_depth": 0.5}),
    asked("A zip too short at the neck", "in-neck", "neckline", BODICE, HOOKED[0], {"move": "closure", "seam": "centre back", "kind": "zip", "length": 5}),
    asked("No opening over the waist of a skirt", "in-waist", "waist", SKIRT, ZIPPED[0]),
    asked("A zip too short for the hip", "in-hip", "centre back", SKIRT, ZIPPED[0], ZIPPED[1] | {"length": 10}),
    planted("A zip where the back is on the fold", "no-seam", "centre front", SKIRT,
        _both(of_seam("waist", lambda s: s), lambda p: replace(p, seams=(*p.seams, Seam("fold", (Stretch("skirt front", "centre front"),), (), SeamRule("free"))),
            closures=(*p.closures, Closure("zip 2", "zip", (Reach("fold", "start", "end"),), 20.0)))), *ZIPPED),
    on_body("A sleeve's hem too small for the hand", "in-hand", "sleeve|hem", {"hand_girth": 40}, DRESS, *HOOKED),
    planted("A leg's hem too small for the foot", "in-foot", "hem", SKIRT, of_piece("skirt front", lambda p: _as_leg(p)), *ZIPPED),
    planted("A hem one cannot walk in", "stride", "hem", SKIRT, _both(of_piece("skirt front", _hem_in), of_piece("skirt back", _hem_in)), *ZIPPED),
    planted("A waistband that does not go over the hip", "in-elastic", "waistband", SKIRT, _band(30.0, gives=20.0), *ZIPPED),
    # ---- lying flat
    asked("A yoke too deep for its darts", "yoke-deep", "skirt front yoke", SKIRT, *ZIPPED,
        {"move": "yoke", "pieces": ["skirt front"], "edge": "waist", "depth": 12}, before=2),
    planted("A flat collar whose outer edge is too short", "collar-outer", "flat collar", BODICE, _collar("flat collar", 19.0), *HOOKED),
    planted("A bias collar on the straight grain", "roll-bias", "bias collar", BODICE, _collar("bias collar", 24.0), *HOOKED),
    # ---- grain
    planted("No grain line", "grain-none", "front", BODICE, of_piece("front", _grainless), *HOOKED),
    planted("A panel on the bias beside one on the straight", "grain-pair", "inner|outer|front panel", SKIRT,
        of_piece("outer", lambda p: replace(p, grain=p.grain and replace(p.grain, kind="bias"))), *ZIPPED, CUT_IN_HALF),
    planted("Left and right laid unlike", "grain-pair", "left|right", BODICE, lambda p: _left_and_right(p), *HOOKED),
    planted("The grain leaning from the fold", "fold-grain", "front", BODICE, of_piece("front", _leaning(4)), *HOOKED),
    # ---- complete
    planted("A piece with a number for a name", "unnamed", "piece 2", BODICE, _renamed("piece 2"), *HOOKED),
    planted("Three cut as mirrored pairs", "no-plan", "back", BODICE, of_piece("back", _plan(quantity=3)), *HOOKED),
    planted("A piece that does not say of which cloth", "no-plan", "front", BODICE, of_piece("front", _plan(cloth=" ")), *HOOKED),
    by_rule("The cap with another allowance than its armhole", "allowance-pair", "armhole", {"allowances": {"armhole": 1.5}}, DRESS, *HOOKED),
    planted("The allowance added to a block that had it", "allowance-double", "front|side", BODICE, of_piece("front", _allowance_drawn), *HOOKED),
    planted("A hem left raw", "hem-none", "skirt front|hem", SKIRT, of_piece("skirt front", _raw_hem), *ZIPPED),
    by_rule("Nothing to turn up", "hem-none", "hem", {"allowances": {"hem": 0}}, SKIRT, *ZIPPED),
    asked("A button stand without buttons", "closure-none", "front|button stand", BODICE, STAND),
    asked("A zip of 21 cm", "notion", "zip", SKIRT, ZIPPED[0], ZIPPED[1] | {"length": 21.0}),
    planted("Three buttons on a whole front", "notion", "buttons", BODICE, lambda p: replace(p, closures=tuple(replace(c, count=3) for c in p.closures)), STAND, BUTTONED),
    asked("Measured from the edge of the button stand", "extension", "front|waist", BODICE, STAND, BUTTONED,
        {"move": "draw_line", "piece": "front", "name": "pocket", "line": [
            {"edge": "button stand waist", "from": "button stand", "distance": 1.0}, {"edge": "armhole", "fraction": 0.5}]}, before=2),
    # ---- cautions
    by_rule("A cord on a child's top", "neck-cord", "neck cord", {"wear": {"wearer": "child"}}, BODICE, *HOOKED,
        {"move": "copy_as", "piece": "back", "name": "neck cord", "cloth": "lining"}),
    by_rule("Hooks on a child's top", "small-parts", "hooks", {"wear": {"wearer": "child"}}, BODICE, *HOOKED),
    by_rule("A nightgown", "nightwear", "", {"wear": {"when": "night"}}, BODICE, *HOOKED),
    planted("An elastic of 54 on a waist of 74", "tight-elastic", "waistband", SKIRT, _band(27.0), *ZIPPED),
)  # fmt: skip


def _alike(p: Pattern) -> Pattern:
    """Both panels notched alike, at the same places."""
    kept = tuple(n for n in p.notches if n.seam not in ("front panel", "back panel"))
    long = min(p.side_length(p.seam(s).a) for s in ("front panel", "back panel"))
    new = [
        Notch(f"{s} {k}", s, "double" if k else "single", at, at)
        for s in ("front panel", "back panel")
        for k, at in enumerate((12.0, 0.62 * long))
    ]
    return replace(p, notches=(*kept, *new))


def _bowed(p: Any, by: float) -> Any:
    """Every point of a cap moved up in proportion to how far along it is from its ends: longer by about twice ``by`` times a half."""
    top = min(s[0].imag for s in p.segments)
    low = p.start.imag
    high = max(low - top, 1.0)

    def up(z: complex) -> complex:
        return complex(z.real, z.imag - by * max(low - z.imag, 0.0) / high)

    return type(p)(tuple(tuple(up(z) for z in s) for s in p.segments))


def _as_leg(p: Piece) -> Piece:
    """A skirt front called a leg: its centre an inside leg, its hem cut to a third."""
    outline = tuple(replace(e, name="inside leg", kind="seam") if e.kind == "fold" else e for e in p.outline)
    return replace(p.with_outline(outline), cut=CutPlan(2))


def _left_and_right(p: Pattern) -> Pattern:
    """The back twice, as left and right, the right one's grain leaning."""
    back = p.piece("back")
    right_ = _leaning(6)(replace(back, name="right back"))
    return replace(p, pieces=(*p.pieces, replace(back, name="left back"), right_), seams=p.seams)
