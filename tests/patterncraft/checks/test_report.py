"""The report as lines of text: what is kept, what is found with its place and cure, what is let stand and why, cautions, the account, the verdict."""

from __future__ import annotations

from dataclasses import replace

from patterncraft.checks.examine import Acknowledged, examine
from patterncraft.checks.registry import CHECKS
from patterncraft.checks.report import report, report_lines
from patterncraft.house import HouseRules
from patterncraft.paper.piece import Piece
from tests.planted.faults import FAULTS
from tests.planted.ground import HOOKED, ZIPPED, looked, worked

TURNED, SHORT = ZIPPED[0], {"move": "closure", "seam": "centre back", "kind": "zip", "length": 10}


def test_right_work_is_ready_to_cut() -> None:
    lines = report_lines(report(looked(worked(("bodice",), *HOOKED))), "cm")
    assert lines[-1] == "Ready to cut."
    assert lines[-2] == "The paper account comes out."
    assert lines[-3] == ""
    promises = lines[:-3]
    assert promises
    assert all(x.startswith("kept    ") for x in promises)
    assert not any(x in lines for x in ("Found:", "Let stand:", "Cautions:"))


def test_what_is_found_stands_with_its_place_and_its_cure_and_what_is_let_stand_with_its_reason() -> None:
    subject = looked(worked(("skirt",), TURNED, SHORT))
    (short,) = [f for f in examine(subject) if f.code == "in-hip"]
    lines = report_lines(report(subject), "cm")
    at = lines.index("Found:")
    assert lines[at - 1] == ""
    assert lines[at + 1] == f"  in-hip  {short.words}  [{short.piece}, {short.seam}]"
    assert lines[-1] == "Not ready to cut."
    kept = report_lines(report(subject, [Acknowledged(*short.place, short.amount, "wriggled into")]), "in")
    at = kept.index("Let stand:")
    assert kept[at + 1].startswith("  in-hip  The zip ends ")
    assert " cm" not in kept[at + 1]
    assert kept[at + 2] == "      let stand: wriggled into"
    assert kept[-1] == "Ready to cut."


def test_a_fault_with_a_cure_says_what_mends_it() -> None:
    fault = next(f for f in FAULTS if f.code == "seam-length")
    subject = fault.spoilt()
    (found, *_) = [f for f in examine(subject) if f.code == "seam-length" and f.cure]
    lines = report_lines(report(subject), "cm")
    at = next(k for k, x in enumerate(lines) if x.startswith(f"  seam-length  {found.words}"))
    assert lines[at + 1] == f"      cure: {CHECKS['seam-length'].cured}"
    assert any(x.startswith("broken  ") for x in lines)


def test_a_caution_is_told_apart_and_holds_nobody_up() -> None:
    rules = HouseRules()
    night = rules.model_copy(update={"wear": rules.wear.model_copy(update={"when": "night", "wearer": "child"})})
    subject = replace(looked(worked(("bodice",), *HOOKED)), rules=night)
    (caution,) = [f for f in examine(subject) if f.code == "nightwear"]
    assert "a child's nightwear" in caution.words
    lines = report_lines(report(subject), "cm")
    assert lines[lines.index("Cautions:") + 1].startswith(f"  nightwear  {caution.words}")
    assert lines[-1] == "Ready to cut."
    grown = replace(subject, rules=rules.model_copy(update={"wear": rules.wear.model_copy(update={"when": "night"})}))
    (caution,) = [f for f in examine(grown) if f.code == "nightwear"]
    assert "a child's" not in caution.words


def test_an_account_that_is_out_names_its_pieces() -> None:
    subject = looked(worked(("bodice",), *HOOKED))

    def out(p: Piece) -> Piece:
        return replace(p, paper=replace(p.paper, block=(p.paper.block or p.area) + 2.0))

    pattern = subject.pattern.with_piece(out(subject.pattern.piece("front")))
    lines = report_lines(report(replace(subject, pattern=pattern, ledger=None)), "cm")
    (told,) = [x for x in lines if x.startswith("The paper account")]
    assert told.startswith("The paper account is out: front")
