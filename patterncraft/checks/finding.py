"""What a check finds, and what it declares of itself."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, field
from typing import TYPE_CHECKING, Any, Literal

if TYPE_CHECKING:
    from .subject import Subject

Group = Literal[
    "Seams",
    "Notches",
    "Darts",
    "Flow",
    "Girths",
    "Armhole and sleeve",
    "Getting in",
    "Lying flat",
    "Grain",
    "Complete",
    "Cautions",
]


Place = tuple[str, str, str, str]
"""Code, piece, edge and seam of a finding."""


@dataclass(frozen=True, slots=True)
class Finding:
    """Something that is not as it should be.

    ``piece``, ``edge``, ``seam``: where, by name, as far as it lies there; ``at``: the place on that piece's paper, cm. ``amount``: by how much it
    is out and ``limit``: from where on it is told, both in the check's unit. ``cure``: a step that mends it, as plain data; ``others``: such as may
    where that does not. Which of them works is tried before one is offered (``cures``). ``code`` is filled in by the check.
    """

    words: str
    amount: float = 0.0
    limit: float = 0.0
    piece: str = ""
    edge: str = ""
    seam: str = ""
    at: complex | None = None
    cure: dict[str, Any] | None = None
    code: str = ""
    others: tuple[dict[str, Any], ...] = ()

    @property
    def place(self) -> Place:
        """What makes it the same finding on other paper: its check, piece, edge and seam."""
        return self.code, self.piece, self.edge, self.seam


Look = Callable[["Subject"], Iterable[Finding]]


@dataclass(frozen=True, slots=True)
class Check:
    """A check: its fixed ``code``, what it looks at in words (``title``, and ``reason`` why it matters), the house rule that is its ``limit``
    (a path such as "looking.kink", or empty where there is no more or less), the ``unit`` of its amounts, and how it is ``cured`` in words.

    ``worked``: it is asked of paper that was worked only, since a block is not yet a garment. ``body``: it needs the wearer's measures. ``quiet``:
    a caution, which breaks nothing. ``alone``: it looks at each piece by itself, and at nothing but the piece, the house's rules and what the block's edges were
    like: a step that leaves a piece alone leaves its findings.
    """

    code: str
    group: Group
    title: str
    reason: str
    cured: str
    look: Look = field(repr=False)
    limit: str = ""
    unit: Literal["cm", "mm", "degrees", "percent", "ratio", "times", ""] = "cm"
    worked: bool = False
    body: bool = False
    quiet: bool = False
    alone: bool = False
