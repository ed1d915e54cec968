"""What goes over the wire of finishing, cut sheets, cloths and lays."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from patterncraft.finishing.plan import FinishLine
from patterncraft.formats.drawing import Box, Point
from patterncraft.house import CornerKind
from patterncraft.laying.cloth import Cloth, LayOrder
from patterncraft.texts import NAME_LETTERS, PersonsName

from ..config.answers import Wire

ShortName = Annotated[str, Field(max_length=NAME_LETTERS)]


class LineOut(Wire):
    """A line of a style's finishing, in words. ``idle``: it speaks of what is not on the table any more."""

    line: FinishLine
    words: str
    idle: bool


class EdgeFinishOut(Wire):
    """An edge as it is finished now."""

    edge: str
    kind: str
    allowance: float
    words: str
    corners: CornerKind
    own: bool


class DartFinishOut(Wire):
    """A dart: whether it is wide enough to be cut out, and whether it is."""

    dart: str
    intake: str
    wide: bool
    cut_out: bool


class StrokeOut(Wire):
    """A stretch of an edge on the drawing, path data in cm."""

    edge: str
    d: str


class PieceFinishOut(Wire):
    """A piece with its edges, drawn: ``cut`` and ``sew`` are path data in cm, ``box`` round both; ``strokes``: the edges to point at."""

    number: int
    name: str
    how: str
    net: bool
    cut: str
    sew: list[str]
    strokes: list[StrokeOut]
    box: Box
    edges: list[EdgeFinishOut]
    darts: list[DartFinishOut]


class FinishingOut(Wire):
    """The style's own lines, and what comes of them."""

    version: int
    lines: list[LineOut]
    notches: str
    pieces: list[PieceFinishOut]


class FinishingIn(Wire):
    """A line to add (``add``), or one to take out (``out``, its place in the list). ``version`` of the style it was said for."""

    version: int
    add: FinishLine | None = None
    out: int | None = None


class CutRowOut(Wire):
    """A row of the cut sheet, in words."""

    number: int
    name: str
    cloth: str
    how: str
    grain: str
    size: str
    area: str
    picture: str
    box: Box


class CutSheetOut(Wire):
    """The cut sheet; (label, words) pairs. ``order``: how it can be sewn, each with what comes before it."""

    title: str
    rows: list[CutRowOut]
    cloths: list[tuple[str, str]]
    notions: list[tuple[str, str]]
    working: list[tuple[str, str]]
    order: list[tuple[str, str]]


class ClothIn(Wire):
    """A cloth card."""

    name: PersonsName
    note: Annotated[str, Field(max_length=300)] = ""
    card: Cloth


class ClothOut(Wire):
    """A cloth card. ``words``: what it says, in the house's unit."""

    id: int
    name: str
    note: str
    card: Cloth
    words: list[str]


class UseOut(Wire):
    """A use of cloth in a style: how many pieces, and the cloth it is cut of."""

    use: str
    pieces: int
    cloth_id: int | None


class UsesOut(Wire):
    """All uses of cloth in a style, and the seams that checks can be matched at."""

    uses: list[UseOut]
    seams: list[str]


class UsesIn(Wire):
    """The cloth for a use; None: none."""

    use: ShortName
    cloth_id: int | None


class LayItemIn(Wire):
    """A style to lay, so many times."""

    style_id: int
    times: int = Field(default=1, ge=1, le=60)


class LayIn(Wire):
    """A lay to be made, of styles and of all bodies of a run."""

    name: Annotated[str, Field(max_length=200)] = ""
    use: ShortName = "shell"
    cloth_id: int
    order: LayOrder
    items: list[LayItemIn] = Field(default=[], max_length=40)
    run_id: int | None = None


class SecondsIn(Wire):
    """For how long to go on."""

    seconds: float = Field(ge=1, le=3600)


class LayMoveIn(Wire):
    """A piece slid and turned by hand: where the origin of its outline lies, cm, and degrees."""

    version: int
    index: int = Field(ge=0, le=1000)
    turn: float = Field(ge=-360, le=360)
    x: float = Field(ge=-1e5, le=1e5)
    y: float = Field(ge=-1e5, le=1e5)


class LaidOut(Wire):
    """A piece on the cloth: its outline as it lies there, path data in cm; the middle of its box, and where on it its name stands."""

    index: int
    label: str
    d: str
    middle: Point
    name_at: Point
    turn: float
    turns: list[float]
    x: float
    y: float
    on_fold: bool
    turned_over: bool
    past_stock: bool


class LayHead(Wire):
    """A lay in a list."""

    id: int
    name: str
    use: str
    cloth: str
    state: Literal["waiting", "running", "stopped", "done", "failed"]
    buy: str
    when: str
    stale: bool


class LayOut(Wire):
    """A lay as it stands. ``share``: of its time that is over, 0–1. ``room``: cm across the table; ``stock``: cm along it that there is cloth
    for, 0 where nobody said. ``changed``: grows whenever the picture does."""

    id: int
    name: str
    use: str
    cloth: str
    how: Literal["single", "folded", "doubled"]
    state: Literal["waiting", "running", "stopped", "done", "failed"]
    message: str
    stopping: bool
    share: float
    seconds: float
    found: int
    version: int
    changed: str
    by_hand: bool
    stale: bool
    items: list[str]
    told: list[str]
    room: float
    length: float
    stock: float
    repeat_along: float
    repeat_across: float
    length_words: str
    efficiency: str
    buy: str
    reasons: list[str]
    cost: str
    short: list[str]
    wider: str
    pieces: list[LaidOut]
