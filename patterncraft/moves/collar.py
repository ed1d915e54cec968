"""Collar: made for the neckline as it stands, in every kind of the trade."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, ClassVar, Final, Literal, Self

from pydantic import model_validator

from ..drafting.construction import Construction
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.seam import Seam, SeamRule, Stretch
from ..parts import fall as falls
from ..parts.flat_collar import Flat, draw_flat
from ..parts.grown_collar import Grown, grow_roll
from ..parts.lapel import Lapel, grow_lapel
from ..parts.layers import along_edge, outer_seam
from ..parts.neck import Neck, neck_pairs, read_neck, with_strip
from ..parts.neck_strips import draw_bias, draw_rib
from ..parts.part import Join, Pair, Part, piece_names, seam_names
from ..parts.reading import read_over
from ..parts.stand import draw_stand, end_seam, refuse_wide
from ..places.place import Place
from ..units import Unit, format_length
from ..working import note, tell
from .as_drawn import upright
from .extend import Extend
from .move import Example, Outcome, slot_field
from .part_move import PartMove

Kind = Literal["stand_and_fall", "band", "round_band", "flat", "roll", "lapel", "bias_roll", "rib"]
_KINDS: Final = (
    ("stand_and_fall", "with stand and fall"),
    ("band", "as a straight band"),
    ("round_band", "as a band with rounded ends"),
    ("flat", "that lies flat"),
    ("roll", "that rolls, grown on the front"),
    ("lapel", "with lapels"),
    ("bias_roll", "of bias strips that roll"),
    ("rib", "of rib"),
)
DEFAULTS: Final[Mapping[str, Mapping[str, float]]] = {
    "stand_and_fall": {"rise": 1.5, "stand": 2.5, "button_stand": 2.0, "gap": 3.0, "fall": 4.5, "point": 7.0, "spread": 15.0},
    "band": {"rise": 1.9, "height": 3.8},
    "round_band": {"rise": 1.9, "height": 3.8},
    "flat": {"width": 7.0, "overlap": 1.5},
    "roll": {"width": 4.0},
    "lapel": {
        "button_stand": 2.5,
        "break_above_waist": 5.0,
        "inset": 0.6,
        "fall": 10.0,
        "lapel": 3.8,
        "notch": 2.5,
    },
    "bias_roll": {"width": 4.0, "less_at_back": 1.0, "point": 1.5},
    "rib": {"percent": 20.0, "height": 10.0},
}
"""What each kind takes, and what it takes when nothing is said (common practice, no source)."""
_ALL: Final = tuple(dict.fromkeys(name for own in DEFAULTS.values() for name in own))
TURNS: Final = {"any": 0.2, "light": 0.1, "medium": 0.2, "heavy": 0.4}
"""cm by which the under collar is smaller, by the weight of the cloth (common practice, no source)."""
TURNED: Final = ("stand_and_fall", "flat", "lapel")
"""Kinds of two layers, sewn together along their outer edges: the under one is smaller."""


_WORDS: Final = {
    "rise": "rising {}",
    "stand": "a stand of {}",
    "button_stand": "{} of button stand",
    "gap": "a gap of {}",
    "fall": "a fall of {}",
    "point": "points of {}",
    "height": "{} high",
    "width": "{} wide",
    "overlap": "shoulders {} over each other",
    "break_above_waist": "breaking {} above the waist",
    "inset": "{} inside the neck point",
    "lapel": "a lapel of {}",
    "notch": "a notch of {}",
    "less_at_back": "{} less at the back",
}


def _length(title: str, low: float, high: float, *kinds: str, **limits: Any) -> Any:
    return slot_field(
        "measures", "With which measures?", "lengths", title, None, ge=low, le=high, unit="cm", only={"kind": list(kinds)}, **limits
    )


class Collar(PartMove):
    """Its neck edge is as long as the neckline, from centre to centre; where the style has a button stand, it goes on over it."""

    title: ClassVar[str] = "Collar"
    key: ClassVar[str] = "l"
    sentence: ClassVar[str] = "Make a collar {kind} for {pieces}{measures}{break}."
    synonyms: ClassVar[tuple[str, ...]] = (
        "shirt collar",
        "stand",
        "mandarin",
        "flat collar",
        "shawl collar",
        "lapel",
        "roll collar",
        "rib neck",
        "neckband",
    )
    example: ClassVar[Example | None] = Example(
        "bodice",
        {"kind": "stand_and_fall"},
        ({"move": "extend", "piece": "front", "edge": "centre front", "width": 2.0, "as": "button stand"},),
    )

    move: Literal["collar"]
    kind: Kind = slot_field("kind", "Which collar?", "choice", "Kind", choices=_KINDS)
    pieces: tuple[str, ...] | None = slot_field(
        "pieces", "For the neckline of which pieces, if not of all?", "pieces", "Pieces", None, min_length=1, max_length=20
    )
    rise: float | None = _length("Rise", -4, 8, "stand_and_fall", "band", "round_band")
    stand: float | None = _length("Stand", 1, 8, "stand_and_fall")
    button_stand: float | None = _length("Button stand", 0, 8, "stand_and_fall", "lapel")
    gap: float | None = _length("Gap between stand and fall", 0, 8, "stand_and_fall")
    fall: float | None = _length("Fall", 2, 20, "stand_and_fall", "lapel")
    point: float | None = _length("Point", 0, 20, "stand_and_fall", "bias_roll")
    spread: float | None = slot_field(
        "measures",
        "With which measures?",
        "lengths",
        "Points lean out, degrees",
        None,
        ge=-45,
        le=60,
        unit="degrees",
        only={"kind": ["stand_and_fall"]},
    )
    turn: float | None = _length("Turn of the cloth", 0, 1, "stand_and_fall", "flat", "lapel")
    height: float | None = _length("Height", 1, 25, "band", "round_band", "rib")
    width: float | None = _length("Width", 1, 30, "flat", "roll", "bias_roll")
    overlap: float | None = _length("Shoulders over each other", 0, 8, "flat")
    break_above_waist: float | None = _length("Break above the waist", -20, 30, "lapel")
    inset: float | None = _length("Roll line inside the neck point", 0, 4, "lapel")
    lapel: float | None = _length("Lapel", 1, 20, "lapel")
    notch: float | None = _length("Notch", 0, 10, "lapel")
    less_at_back: float | None = _length("Narrower at the back by", 0, 10, "bias_roll")
    percent: float | None = slot_field(
        "measures",
        "With which measures?",
        "lengths",
        "Shorter than its neckline, hundredths",
        None,
        ge=0,
        le=90,
        only={"kind": ["rib"]},
    )
    on_fold: Literal["back", "front"] = slot_field(
        "measures",
        "With which measures?",
        "lengths",
        "On the fold at the",
        "back",
        choices=(("back", "back"), ("front", "front")),
        only={"kind": ["band", "round_band"]},
    )
    break_at: Place | None = slot_field(
        "break", "From where does it roll?", "place", "Break point", None, alias="break", only={"kind": ["roll"]}
    )

    @model_validator(mode="after")
    def _of_its_kind(self) -> Self:
        own = {*DEFAULTS[self.kind], *(("turn",) if self.kind in TURNED else ())}
        for name in (*_ALL, "turn"):
            if getattr(self, name) is not None and name not in own:
                raise ValueError(f"a collar {dict(_KINDS)[self.kind]} takes no {name.replace('_', ' ')}")
        if self.break_at is not None and self.kind != "roll":
            raise ValueError("only a collar that rolls from the front takes a break point; a lapel breaks so far above the waist")
        if self.on_fold == "front" and self.kind not in ("band", "round_band"):
            raise ValueError("only a band can lie on the fold at the front")
        return self

    def pieces_named(self) -> tuple[str, ...]:
        """Those whose neckline it is made for, if they are named."""
        return self.pieces or ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        told = []
        for name in (*_ALL, "turn"):
            value = getattr(self, name)
            if value is None:
                continue
            if name == "rise" and value < 0:
                told.append(f"falling {format_length(-value, unit)}")
            elif name in _WORDS:
                told.append(_WORDS[name].format(format_length(value, unit)))
            elif name == "percent":
                told.append(f"{value:g} % shorter")
            elif name == "spread":
                told.append(f"points leaning out {value:g}°")
            else:
                told.append(f"{format_length(value, unit)} for the turn of the cloth")
        at = ", from the level of the bust" if self.kind == "roll" else ""
        if self.break_at is not None:
            front = next((p for p in pattern.pieces if "front" in p.name.split()), None) if pattern else None
            at = f", from {self.break_at.words(front, unit)}"
        return {
            "kind": dict(_KINDS)[self.kind],
            "pieces": f"the neckline of the {' and '.join(self.pieces)}" if self.pieces else "the neckline",
            "measures": f", {', '.join(told)}" if told else ", as it is usually drawn",
            "break": at,
        }

    def stands_at(self, name: str) -> float | None:
        """See Move: what is not said is what the kind usually takes."""
        return super().stands_at(name) if name not in DEFAULTS[self.kind] else self._own(name)

    def _turn(self, rules: HouseRules) -> float:
        """As said, or as the house's cloth asks for."""
        return self.turn if self.turn is not None else TURNS[rules.wear.weight]

    def _own(self, name: str) -> float:
        value: float | None = getattr(self, name)
        return DEFAULTS[self.kind][name] if value is None else value

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. A collar that is grown on the front is drawn there: it is no part of its own."""
        return upright(self._worked, pattern, rules)

    def _worked(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        if self.kind not in ("roll", "lapel"):
            return super().apply(pattern, rules)
        neck = read_neck(pattern, self.pieces or (), "pieces")
        if self.kind == "roll":
            return Outcome(*_shown(grow_roll(pattern, neck, self._own("width"), self.break_at)))
        if neck.strip is None:
            pattern = self._with_strip(pattern, neck, rules)
            neck = read_neck(pattern, self.pieces or (), "pieces")
        own = self._own
        measures = Lapel(own("break_above_waist"), own("inset"), own("fall"), own("lapel"), own("notch"), self._turn(rules))
        return Outcome(*_shown(grow_lapel(pattern, neck, measures)))

    def _with_strip(self, pattern: Pattern, neck: Neck, rules: HouseRules) -> Pattern:
        """The front with the button stand that a lapel lies on, where the style has none yet."""
        width = self._own("button_stand")
        if width <= 0:
            return pattern
        first = neck.reading.side[0]
        step = {"move": "extend", "piece": first.piece, "edge": "centre front", "width": width, "as": "button stand"}
        with self.telling("button_stand"):
            return Extend.model_validate(step).apply(pattern, rules).pattern

    def draw(self, pattern: Pattern, rules: HouseRules) -> Part:
        """See PartMove. Raises MoveRefused for a neckline that is open at the shoulder or too wide for a stand."""
        neck = read_neck(pattern, self.pieces or (), "pieces")
        pencil = Construction()
        if self.kind == "stand_and_fall":
            return self._stand_and_fall(pattern, neck, rules, pencil)
        if self.kind in ("band", "round_band"):
            return self._band(pattern, neck, pencil)
        if self.kind == "flat":
            return self._flat(pattern, neck, rules, pencil)
        return self._rib(pattern, neck, pencil) if self.kind == "rib" else self._bias(pattern, neck, pencil)

    def _stand_and_fall(self, pattern: Pattern, neck: Neck, rules: HouseRules, pencil: Construction) -> Part:
        refuse_wide(neck, "stand")
        names = piece_names(pattern, ("collar stand", "collar fall", "under collar"))
        # The style's own strip says how far it goes on, where there is one and nothing else is asked for.
        beyond = neck.stand if neck.strip and self.button_stand is None else self._own("button_stand")
        high = self._own("stand")
        stand = draw_stand(names[0], neck, self._own("rise"), high, beyond, beyond > 0, pencil)
        shape = falls.Shape(self._own("gap"), self._own("fall"), self._own("point"), self._own("spread"), self._turn(rules))
        fall = falls.draw_fall(names[1], names[2], stand.upper, high, shape, pencil)
        pieces = tuple(p for p in (stand.piece, fall.upper, fall.under) if p is not None)
        seams = seam_names(pattern, ("collar", "stand edge", "collar edge", "under collar edge"))
        shoulder = (("shoulder", neck.back / neck.half * stand.upper.length),)
        joined = [along_edge(seams[0], stand.piece, fall.upper, ("upper edge", "stand edge"), shoulder)]
        own = [end_seam(seams[1], stand.piece, _ends(stand.piece))]
        if fall.under is None:
            own.append(end_seam(seams[2], fall.upper, ("outer edge", "front edge")))
        else:
            joined.append(outer_seam(seams[2], fall.upper, fall.under))
            joined.append(along_edge(seams[3], stand.piece, fall.under, ("upper edge", "stand edge"), shoulder))
        own = [joined[0].seam, *own, *(x.seam for x in joined[1:])]
        notches = tuple(n for x in joined for n in x.notches)
        told = [*falls.falls_well(shape, high), *self._about_strip(neck, beyond)]
        join = self._neck_join(pattern, neck, Stretch(names[0], "neckline", _front_of(stand.piece)), beyond)
        return Part("collar", pieces, (join,), tuple(own), notches, _sums(pencil), tuple(pencil.stages), tuple(told))

    def _about_strip(self, neck: Neck, beyond: float) -> list[Any]:
        if neck.strip is None and beyond > 0:
            return [
                note(
                    f"The front has no button stand for the {beyond:.1f} cm by which the collar's stand goes on: extend the centre front, or take none."
                )
            ]
        if neck.strip is not None and abs(neck.stand - beyond) > 0.05:
            return [note(f"The front's button stand is {neck.stand:.1f} cm wide at the neck, the collar's {beyond:.1f}.")]
        return []

    def _band(self, pattern: Pattern, neck: Neck, pencil: Construction) -> Part:
        refuse_wide(neck, "band")
        (name,) = piece_names(pattern, ("collar",))
        band = draw_stand(
            name, neck, self._own("rise"), self._own("height"), 0.0, self.kind == "round_band", pencil, fold=self.on_fold
        )
        (edge,) = seam_names(pattern, ("collar edge",))
        own = (end_seam(edge, band.piece, ("upper edge", *_ends(band.piece))),)
        start = "centre front" if self.on_fold == "front" else _front_of(band.piece)
        join = self._neck_join(pattern, neck, Stretch(name, "neckline", start), 0.0)
        told = [tell("It meets at the centre front.")] if self.on_fold == "back" else [tell("It opens at the centre back.")]
        return Part("collar", (band.piece,), (join,), own, (), _sums(pencil), tuple(pencil.stages), tuple(told))

    def _flat(self, pattern: Pattern, neck: Neck, rules: HouseRules, pencil: Construction) -> Part:
        name, under = piece_names(pattern, ("flat collar", "under collar"))
        width, turn = self._own("width"), self._turn(rules)
        pieces = draw_flat(pattern, neck, Flat(width, self._own("overlap"), 0.6 * width, turn), (name, under), pencil)
        edge, under_edge = seam_names(pattern, ("collar edge", "under collar edge"))
        joins = [self._neck_join(pattern, neck, Stretch(name, "neckline", "front edge"), 0.0)]
        sums = (*_sums(pencil), *falls.tell_turn(turn))
        if len(pieces) == 1:
            own = (end_seam(edge, pieces[0], ("outer edge", "front edge")),)
            return Part("collar", pieces, tuple(joins), own, (), sums, tuple(pencil.stages))
        layers = outer_seam(edge, pieces[0], pieces[1])
        side = joins[0].reading.side
        waits = Seam(under_edge, side, (), SeamRule("hold"))
        below = (Stretch(under, "neckline", "front edge"),)
        joins.append(Join(read_over(pattern, waits, side), below, SeamRule("equal"), joins[0].pairs))
        return Part("collar", pieces, tuple(joins), (layers.seam,), layers.notches, sums, tuple(pencil.stages))

    def _rib(self, pattern: Pattern, neck: Neck, pencil: Construction) -> Part:
        (name,) = piece_names(pattern, ("neck rib",))
        piece, ratio = draw_rib(name, neck, self._own("percent"), self._own("height"), pencil)
        (edge,) = seam_names(pattern, ("neck rib edge",))
        own = (end_seam(edge, piece, ("inner neckline", "end")),)
        pairs = tuple(Pair(s.name, s.at, s.at / ratio) for s in neck.reading.stops)
        rule = SeamRule("stretch", ratio=max(1.0, round(ratio + 5e-5, 4)), longer="a")
        join = Join(neck.reading, (Stretch(name, "neckline", "end"),), rule, pairs)
        return Part("collar", (piece,), (join,), own, (), _sums(pencil), tuple(pencil.stages))

    def _bias(self, pattern: Pattern, neck: Neck, pencil: Construction) -> Part:
        front_name, back_name = piece_names(pattern, ("front bias collar", "back bias collar"))
        centre = pattern.piece(neck.reading.side[0].piece)
        opens = not centre.cut.on_fold
        front, back = draw_bias(
            (front_name, back_name), neck, self._own("width"), self._own("less_at_back"), self._own("point"), opens, pencil
        )
        shoulder, inner = seam_names(pattern, ("collar shoulder", "collar inside"))
        own = (
            Seam(
                shoulder,
                (Stretch(front_name, "shoulder", "neckline"),),
                (Stretch(back_name, "shoulder", "neckline"),),
                SeamRule("equal"),
            ),
            Seam(inner, (Stretch(front_name, "inner neckline"), Stretch(back_name, "inner neckline")), (), SeamRule("free")),
        )
        side = (Stretch(front_name, "neckline", "centre front"), Stretch(back_name, "neckline", "shoulder"))
        join = Join(neck.reading, side, SeamRule("equal"), neck_pairs(neck))
        return Part("collar", (front, back), (join,), own, (), _sums(pencil), tuple(pencil.stages))

    def _neck_join(self, pattern: Pattern, neck: Neck, own: Stretch, beyond: float) -> Join:
        """Its neck edge on the neckline, and on the end of the style's button stand where there is one."""
        over = neck.strip is not None and beyond > 0
        reading = neck.reading
        if over:
            # The end of the strip before it: every stop of the neckline lies so much further along.
            reading = read_over(pattern, reading.seam, with_strip(neck))
        before = beyond if beyond > 0 else 0.0
        pairs = [Pair("centre front", neck.stand if over else 0.0, before)] if over else []
        pairs += [Pair(s.name, s.at + (neck.stand if over else 0.0), s.at + before) for s in neck.reading.stops]
        return Join(reading, (own,), SeamRule("equal"), tuple(pairs))


def _shown(grown: Grown) -> tuple[Any, ...]:
    """What an outcome is made of: no strips, no remarks."""
    return (grown.pattern, grown.sums, None, (), grown.stages)


def _ends(piece: Any) -> tuple[str, ...]:
    """The edges of a stand that are sewn to its own second layer."""
    return tuple(n for n in piece.edge_names if n in ("front end", "centre front", "centre back") and not _is_fold(piece, n))


def _front_of(piece: Any) -> str:
    return (
        "front end" if "front end" in piece.edge_names else "centre front" if "centre front" in piece.edge_names else "centre back"
    )


def _is_fold(piece: Any, edge: str) -> bool:
    return any(e.name == edge and e.kind == "fold" for e in piece.outline)


def _sums(pencil: Construction) -> tuple[Any, ...]:
    """The sums of all acts of the pencil, each once."""
    return tuple(dict.fromkeys(s for stage in pencil.stages for s in stage.sums))
