"""What rounding costs: each measure rounded, and how much that makes round the whole body."""

from __future__ import annotations

from dataclasses import dataclass

from ..working import Sum, fine, length


@dataclass(frozen=True, slots=True)
class Rounding:
    """A width that is drawn ``times`` times round the body. All cm; ``step`` 0 leaves it as it is."""

    name: str
    exact: float
    step: float
    times: int

    @property
    def rounded(self) -> float:
        """cm, to the nearest step; as it was where there is no step."""
        return round(self.exact / self.step) * self.step if self.step else self.exact

    @property
    def change(self) -> float:
        """Signed, for one."""
        return self.rounded - self.exact

    @property
    def whole(self) -> float:
        """Signed, round the whole body."""
        return self.change * self.times

    def sum(self) -> Sum:
        """ "each of 24 changed by 0.03: round the body 0.72"."""
        terms = (fine(self.rounded), fine(self.exact))
        return Sum(
            f"{self.name} rounded, × {self.times} round the body", length(self.whole), f"({{}} − {{}}) × {self.times}", terms
        )
