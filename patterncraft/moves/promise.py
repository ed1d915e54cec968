"""Promise: what a seam, or a part of it between two notches, is to be: equal, eased, gathered, pleated, stretched or free."""

from __future__ import annotations

from dataclasses import replace
from typing import ClassVar, Literal, Self

from pydantic import model_validator

from ..errors import BadPlace, MoveRefused, no_such
from ..handwork.promising import with_seam
from ..house import HouseRules
from ..paper.pattern import Pattern
from ..paper.seam import IntervalRule, Seam, SeamRule
from ..units import Unit, format_length
from ..working import Sum, fine, tell
from .move import Example, Group, Move, Outcome, slot_field

_KINDS = (
    ("equal", "equal"),
    ("ease", "eased"),
    ("gather", "gathered"),
    ("pleat", "pleated"),
    ("stretch", "stretched"),
    ("free", "free"),
)
_LONGER = (("a", "the first side is the fuller"), ("b", "the second side is the fuller"))
MOST_STRETCH = 150.0
_EASED = {"kind": ["ease"]}
_FULLER = {"kind": ["gather", "pleat"]}
_STRETCHED = {"kind": ["stretch"]}


class Promise(Move):
    """A rule holds for the whole seam, or from one of its notches to another. The fuller side is the one that is longer now, unless it is said."""

    group: ClassVar[Group] = "Join"
    title: ClassVar[str] = "Promise of a seam"
    key: ClassVar[str] = "o"
    sentence: ClassVar[str] = "Let the {seam} seam be {kind} {how much}, {zone}{longer}."
    synonyms: ClassVar[tuple[str, ...]] = ("rule", "ease in", "gather into", "stretch a band", "free")
    example: ClassVar[Example | None] = Example("skirt", {"seam": "side", "kind": "ease", "maximum": 0.5})

    move: Literal["promise"]
    seam: str = slot_field("seam", "Which seam?", "seam", "Seam", max_length=80)
    kind: Literal["equal", "ease", "gather", "pleat", "stretch", "free"] = slot_field(
        "kind", "What is it to be?", "choice", "Rule", choices=_KINDS
    )
    minimum: float = slot_field("how much", "How much?", "lengths", "Ease, at least", 0.0, ge=0, le=50, unit="cm", only=_EASED)
    maximum: float | None = slot_field(
        "how much", "How much?", "lengths", "Ease, at most", None, ge=0, le=50, unit="cm", only=_EASED
    )
    ratio: float | None = slot_field(
        "how much", "How much?", "lengths", "Gathered or pleated, times", None, ge=1, le=10, only=_FULLER
    )
    percent: float | None = slot_field(
        "how much", "How much?", "lengths", "Stretched by, hundredths at most", None, ge=0, le=MOST_STRETCH, only=_STRETCHED
    )
    start: str = slot_field("zone", "From which notch?", "name", "From the notch", "start", max_length=80, alias="from")
    end: str = slot_field("zone", "To which notch?", "name", "To the notch", "end", max_length=80, alias="to")
    longer: Literal["a", "b"] | None = slot_field("longer", "Which side is the fuller?", "choice", "Fuller", None, choices=_LONGER)

    @model_validator(mode="after")
    def _hangs_together(self) -> Self:
        if self.maximum is not None and self.maximum < self.minimum:
            raise ValueError(f"ease from {self.minimum:g} to {self.maximum:g} contradicts itself: the least is more than the most")
        if self.kind == "stretch" and self.percent is None:
            raise ValueError("say by how many hundredths it may be stretched")
        return self

    def pieces_named(self) -> tuple[str, ...]:
        """The pieces are the seam's."""
        return ()

    def fillings(self, pattern: Pattern | None, unit: Unit) -> dict[str, str]:
        """See Move."""
        how = {
            "ease": f"by {format_length(self.minimum, unit)} to {'what it is' if self.maximum is None else format_length(self.maximum, unit)}",
            "gather": "as it is" if self.ratio is None else f"{self.ratio:g} : 1",
            "pleat": "as it is" if self.ratio is None else f"{self.ratio:g} : 1",
            "stretch": f"by {self.percent or 0:g} % at most",
        }.get(self.kind, "")
        whole = (self.start, self.end) == ("start", "end")
        longer = f", {dict(_LONGER)[self.longer]}" if self.longer else ""
        return {
            "seam": self.seam,
            "kind": dict(_KINDS)[self.kind],
            "how much": how,
            "zone": "all of it" if whole else f"from {self.start} to {self.end}",
            "longer": longer,
        }

    def apply(self, pattern: Pattern, rules: HouseRules) -> Outcome:
        """See Move. Raises NoSuchName for seam or notch; MoveRefused without a partner; BadPlace for a stretch without length."""
        seam = pattern.seam(self.seam)
        if not seam.b and self.kind != "free":
            raise MoveRefused("it has no partner yet.", self.seam, "Sew it to one first.", "seam")
        spans = self._spans(pattern, seam)
        rule = self._rule(spans)
        if (self.start, self.end) == ("start", "end"):
            made = replace(seam, rule=rule)
        else:
            kept = tuple(r for r in seam.rules if (r.start, r.end) != (self.start, self.end))
            made = replace(seam, rules=kept if rule == seam.rule else (*kept, IntervalRule(self.start, self.end, rule)))
        lines = [Sum("First side, second side there", None, "{}, {}", tuple(fine(x) for x in spans))]
        lines.append(tell(f"It was {seam.rule}; it is {rule} now."))
        return Outcome(with_seam(pattern, made), tuple(lines))

    def _spans(self, pattern: Pattern, seam: Seam) -> tuple[float, float]:
        """cm of both sides between the two places."""
        b = pattern.side_length(seam.b) if seam.b else 0.0
        at: dict[str, tuple[float, float]] = {"start": (0.0, 0.0), "end": (pattern.side_length(seam.a), b)}
        at |= {n.name: (n.at_a, n.at_a if n.at_b is None else n.at_b) for n in pattern.notches_of(seam.name)}
        for name, field in ((self.start, "from"), (self.end, "to")):
            if name not in at:
                error = no_such("notch", name, list(at), self.seam)
                error.field = field
                raise error
        (a0, b0), (a1, b1) = at[self.start], at[self.end]
        if a1 - a0 < 0.1:
            raise BadPlace(
                f"from {self.start} to {self.end} there is nothing of it.",
                self.seam,
                "Name them in the order in which they lie.",
                "to",
            )
        return a1 - a0, b1 - b0

    def _rule(self, spans: tuple[float, float]) -> SeamRule:
        a, b = spans
        longer: Literal["a", "b"] = self.longer or ("a" if a >= b else "b")
        full, flat = (a, b) if longer == "a" else (b, a)
        if self.kind == "ease":
            most = self.maximum if self.maximum is not None else max(full - flat, self.minimum)
            return SeamRule("ease", self.minimum, most, longer=longer)
        if self.kind in ("gather", "pleat"):
            return SeamRule(self.kind, ratio=self.ratio or (max(full / flat, 1.0) if flat > 0.01 else 1.0), longer=longer)
        if self.kind == "stretch":
            return SeamRule("stretch", ratio=1 + (self.percent or 0.0) / 100, longer=longer)
        return SeamRule(self.kind)
