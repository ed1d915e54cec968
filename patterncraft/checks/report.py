"""A pattern's report: every promise, every finding with what was said of it, the paper account, and the verdict."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ..ledger import Promise, ledger
from ..paper.account import AccountLine, paper_account
from ..units import Unit, format_length, in_unit
from .examine import Acknowledged, breaks, examine, reason_for
from .finding import Finding
from .registry import CHECKS
from .subject import Subject

AS_THE_BLOCK = "Nothing is broken, and nothing was done yet: it is the block. Whether one gets in, and what closes and hems it, is asked once it is worked."


@dataclass(frozen=True, slots=True)
class Judged:
    """A finding, and why it was let stand; None where it was not, or there is more of it now than when it was."""

    finding: Finding
    reason: str | None

    @property
    def stands(self) -> bool:
        """Whether something is to be done about it."""
        return self.reason is None and breaks(self.finding)


@dataclass(frozen=True, slots=True)
class Report:
    """All there is to say of a pattern before it is cut."""

    promises: tuple[Promise, ...]
    findings: tuple[Judged, ...]
    account: tuple[AccountLine, ...]
    worked: bool = True

    @property
    def verdict(self) -> str:
        """Whether it can be cut, in one sentence. Of a block nobody has worked it is not asked whether one gets in and what closes and hems it: so much can be said of
        it, and no more."""
        if not self.is_sound:
            return "Not ready to cut."
        return "Ready to cut." if self.worked else AS_THE_BLOCK

    @property
    def is_sound(self) -> bool:
        """Whether every promise is kept (or its breaking let stand), nothing is found that nobody acknowledged, and the paper is all there."""
        seams = {j.finding.seam for j in self.findings if j.finding.code == "seam-length" and j.reason is not None}
        kept = all(p.kept or p.name in seams for p in self.promises)
        return kept and not any(j.stands for j in self.findings) and all(x.balanced for x in self.account)


def report(subject: Subject, acknowledged: Sequence[Acknowledged] = (), known: Sequence[Finding] | None = None) -> Report:
    """Everything looked at once; ``known``: its findings, where they were looked for already."""
    found = examine(subject) if known is None else known
    return Report(
        ledger(subject.pattern, subject.rules),
        tuple(Judged(f, reason_for(f, acknowledged)) for f in found),
        tuple(paper_account(subject.pattern)),
        subject.worked,
    )


def report_lines(found: Report, unit: Unit) -> list[str]:
    """The report as lines of text: promises, findings, what was let stand, the account, the verdict."""
    lines = [_promise(p, unit) for p in found.promises]
    for title, some in (
        ("Found", [j for j in found.findings if j.stands]),
        ("Let stand", [j for j in found.findings if j.reason is not None]),
        ("Cautions", [j for j in found.findings if not breaks(j.finding) and j.reason is None]),
    ):
        if some:
            lines += ["", f"{title}:", *(line for j in some for line in _judged(j, unit))]
    out = [x for x in found.account if not x.balanced]
    lines += ["", "The paper account comes out." if not out else f"The paper account is out: {', '.join(x.piece for x in out)}."]
    lines.append(found.verdict)
    return lines


def _promise(p: Promise, unit: Unit) -> str:
    def say(x: float) -> str:
        return format_length(x, unit, 2)

    second = "" if p.length_b is None else f" : {say(p.length_b)}"
    return f"{'kept  ' if p.kept else 'broken'}  {p.name}: {say(p.length_a)}{second} ({p.rule}) {in_unit(p.cure, unit)}".rstrip()


def _judged(j: Judged, unit: Unit) -> list[str]:
    f = j.finding
    where = ", ".join(dict.fromkeys(x for x in (f.piece, f.edge, f.seam) if x))
    lines = [f"  {f.code}  {in_unit(f.words, unit)}" + (f"  [{where}]" if where else "")]
    if j.reason is not None:
        lines.append(f"      let stand: {j.reason}")
    else:
        lines.append(f"      {'cure' if f.cure is not None else 'advice'}: {CHECKS[f.code].cured}")
    return lines
