"""What the command line reads and writes: files of every kind, rules set for one look, sizes in a run; wrong input told in one sentence."""

from __future__ import annotations

import io
import json
from pathlib import Path
from typing import Any

import ezdxf
import pikepdf
import pytest

from patterncraft.checks.registry import CHECKS
from patterncraft.cli import main
from patterncraft.cli_checks import read_rules
from patterncraft.errors import BadSetting
from patterncraft.formats.openfile import PatternFile
from patterncraft.formats.openfile_io import pattern_file, read_file, read_pattern, write_file
from patterncraft.house import HouseRules
from tests.rich import cut_bodice
from tests.samples import SMALL, WHOLE, polygon

HEAD = {"format": "steady-shear", "version": 1}
ROTATE = {"move": "rotate_dart", "piece": "front", "dart": "waist dart", "to": {"edge": "shoulder", "fraction": 0.5}}


def run(folder: Path, *args: str) -> int:
    return main([a.replace("@", f"{folder}/") for a in args])


def written(folder: Path, name: str, /, **data: Any) -> None:
    (folder / name).write_text(json.dumps(HEAD | data))


@pytest.fixture
def folder(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> Path:
    """A rich pattern, two sizes of a bodice, and a style on it."""
    (tmp_path / "rich.json").write_bytes(write_file(pattern_file(cut_bodice(), "rich")))
    for name, values in (("whole", WHOLE), ("small", WHOLE | SMALL)):
        written(tmp_path, f"{name}-m.json", kind="measures", unit="cm", name=name, values=values)
        assert run(tmp_path, "draft", "bodice-direct", "--measures", f"@{name}-m.json", "--out", f"@{name}.json") == 0
    written(tmp_path, "style.json", kind="style", name="Robe", blocks={"bodice": {"file": "whole.json"}}, steps=[ROTATE])
    capsys.readouterr()
    return tmp_path


def refused(folder: Path, capsys: pytest.CaptureFixture[str], *args: str) -> str:
    assert run(folder, *args) == 2
    return capsys.readouterr().err.strip()


def test_the_paper_account_of_a_file_comes_out_piece_by_piece(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """Areas by shapely; block and new paper less what was put away are that area."""
    assert run(folder, "account", "@rich.json", "--json") == 0
    told = json.loads(capsys.readouterr().out)
    pattern = read_pattern(read_file((folder / "rich.json").read_bytes(), PatternFile, "rich.json"))
    areas = {p.name: polygon(p).area for p in pattern.pieces}
    lines = {x["piece"]: x for x in told}
    assert set(areas) < set(lines), "each piece, and all together"
    for name, area in areas.items():
        x = lines[name]
        assert x["area"] == pytest.approx(area, abs=0.02)
        assert x["block"] + x["new"] - x["away"] == pytest.approx(area, abs=0.02)
        assert x["balanced"] is True
    assert run(folder, "account", "@rich.json") == 0
    head, *rows = capsys.readouterr().out.splitlines()
    assert head.split() == ["block", "+", "new", "−", "away", "=", "area", "cm²"]
    assert len(rows) == len(told)
    first = next(r for r in rows if r.startswith(next(iter(areas))))
    assert float(first.split()[-1]) == pytest.approx(areas[next(iter(areas))], abs=0.02)


def test_an_account_that_does_not_come_out_is_told_and_is_exit_one(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    data = json.loads((folder / "rich.json").read_text())
    data["pieces"][0]["paper"]["block"] += 5.0
    (folder / "out.json").write_text(json.dumps(data))
    assert run(folder, "account", "@out.json") == 1
    said = capsys.readouterr().out
    assert said.count("does not come out: ") == 2, "the piece, and all together"
    assert "-5.0000" in said or "+5.0000" in said or "-4.99" in said


def test_every_check_is_listed_with_its_limit_its_reason_and_its_cure(capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["checks", "--json"]) == 0
    told = {c["code"]: c for c in json.loads(capsys.readouterr().out)}
    assert set(told) == set(CHECKS)
    kink = told["flow-kink"]
    assert (kink["limit"], kink["rule"], kink["unit"]) == (HouseRules().looking.kink, "looking.kink", "degrees")
    assert told["notch-pair"]["unit"] == "cm"
    assert (told["no-plan"]["limit"], told["no-plan"]["rule"], told["no-plan"]["unit"]) == (None, None, None)
    assert main(["checks"]) == 0
    lines = capsys.readouterr().out.splitlines()
    assert len(lines) == 3 * len(CHECKS)
    at = lines.index(f"flow-kink  (Flow)  looking.kink = {HouseRules().looking.kink:g} degrees")
    assert lines[at + 1] == f"  {CHECKS['flow-kink'].title}. {CHECKS['flow-kink'].reason}"
    assert lines[at + 2] == f"  cure: {CHECKS['flow-kink'].cured}"
    assert "no-plan  (Complete)" in lines


def test_a_rule_is_set_for_one_look(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """The rich pattern has kinks of 8° and of 10° in its edges; a house that lets 9° pass is told of the larger alone."""
    assert read_rules(["looking.kink=3", "set_backs.waist=2.5"]).looking.kink == 3
    assert read_rules(["looking.kink=3", "set_backs.waist=2.5"]).set_backs.waist == 2.5
    assert read_rules([]) == HouseRules()

    def kinks(*rules: str) -> list[float]:
        assert run(folder, "check", "@rich.json", "--json", *rules) == 1
        found = [f for f in json.loads(capsys.readouterr().out)["findings"] if f["code"] == "flow-kink"]
        assert {f["limit"] for f in found} == {9.0 if rules else HouseRules().looking.kink}
        return sorted(f["amount"] for f in found)

    usual = kinks()
    assert usual[0] < 9 < usual[-1]
    assert kinks("--rule", "looking.kink=9") == [x for x in usual if x > 9]


@pytest.mark.parametrize(
    ("rules", "message", "cure"),
    [
        (["looking.kink"], "“looking.kink” sets nothing.", "Write it as looking.kink=3."),
        (["looking=3", "looking.kink=3"], "“looking.kink” is set as a whole, and in part as well.", "Set one of both."),
        (["looking.kinks=3"], "“kinks” is not known here.", ""),
        (["looking.kink=lots"], "“kink” must be a number.", ""),
    ],
)
def test_a_rule_that_is_none(rules: list[str], message: str, cure: str) -> None:
    with pytest.raises(BadSetting) as told:
        read_rules(rules)
    assert (told.value.message, told.value.where, told.value.cure) == (message, "--rule", cure)


def test_a_pattern_goes_out_on_paper_of_a_size_and_to_a_plotter(folder: Path) -> None:
    """Letter is 612 by 792 points; half the scale takes fewer sheets; a plotter's file begins by initialising it."""

    def pages(name: str) -> tuple[int, list[float]]:
        with pikepdf.open(folder / name) as pdf:
            return len(pdf.pages), [float(x) for x in pdf.pages[0].mediabox[2:]]

    assert run(folder, "export", "@rich.json", "--to", "@a.pdf") == 0
    assert run(folder, "export", "@rich.json", "--to", "@l.pdf", "--paper", "letter") == 0
    assert run(folder, "export", "@rich.json", "--to", "@h.pdf", "--scale", "1:2") == 0
    assert pages("a.pdf")[1] == pytest.approx([595.3, 841.9], abs=0.1)
    assert pages("l.pdf")[1] == pytest.approx([612, 792], abs=0.1)
    assert pages("h.pdf")[0] < pages("a.pdf")[0]
    assert run(folder, "export", "@rich.json", "--to", "@p.plt") == 0
    assert run(folder, "export", "@rich.json", "--to", "@half.plt", "--scale", "1:2") == 0
    whole, half = ((folder / n).read_bytes() for n in ("p.plt", "half.plt"))
    assert whole.startswith(b"IN;DF;PA;")

    def furthest(data: bytes) -> int:
        numbers = [int(v) for c in data.decode().split(";") if c[:2] in ("PU", "PD") for v in c[2:].split(",") if v]
        return max(numbers)

    assert furthest(half) < 0.7 * furthest(whole)
    assert run(folder, "export", "@rich.json", "--to", "@d.dxf") == 0
    assert len(list(ezdxf.read(io.StringIO((folder / "d.dxf").read_text())).modelspace().query("INSERT"))) == len(
        cut_bodice().pieces
    )


def test_net_pieces_have_no_allowance(folder: Path) -> None:
    assert run(folder, "export", "@rich.json", "--to", "@net.svg", "--net") == 0
    assert run(folder, "export", "@rich.json", "--to", "@cut.svg") == 0
    assert len((folder / "net.svg").read_text()) != len((folder / "cut.svg").read_text())


@pytest.mark.parametrize("kind", ["svg", "dxf", "json"])
def test_a_drawing_without_paper_is_given_none(folder: Path, capsys: pytest.CaptureFixture[str], kind: str) -> None:
    for option in (["--paper", "a4"], ["--scale", "1:2"]):
        said = refused(folder, capsys, "export", "@rich.json", "--to", f"@x.{kind}", *option)
        assert f"a .{kind} has neither paper nor scale: it is as large as the pattern." in said
        assert "Leave both out." in said
        assert not (folder / f"x.{kind}").exists()


def test_a_style_may_hold_its_blocks_or_what_they_are_drafted_from(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """A bodice in the file, a sleeve drafted on it by its role, the same as drafted on the file."""
    block = json.loads((folder / "whole.json").read_text())
    drafted = {"school": "bodice-direct", "measures": WHOLE}
    needs = {k: WHOLE[k] for k in ("upper_arm_girth", "wrist_girth", "arm_length")}
    for name, body in (("held", block), ("drawn", drafted)):
        sleeve = {"school": "sleeve-compass", "measures": needs, "on": "bodice"}
        written(folder, f"{name}.json", kind="style", name=name, blocks={"sleeve": sleeve, "bodice": body}, steps=[ROTATE])
        assert run(folder, "cut", f"@{name}.json", "--out", f"@{name}-cut.json") == 0
    one, other = (json.loads((folder / f"{n}-cut.json").read_text()) for n in ("held", "drawn"))
    assert {p["name"] for p in one["pieces"]} == {"front", "back", "sleeve"}
    shapes = [
        {p.name: polygon(p).area for p in read_pattern(read_file(json.dumps(x).encode(), PatternFile, "cut")).pieces}
        for x in (one, other)
    ]
    assert shapes[0] == pytest.approx(shapes[1], abs=1e-3)
    capsys.readouterr()
    written(
        folder,
        "astray.json",
        kind="style",
        name="astray",
        blocks={"sleeve": {"school": "sleeve-compass", "measures": needs, "on": "coat"}, "bodice": block},
        steps=[],
    )
    said = refused(folder, capsys, "cut", "@astray.json", "--out", "@x.json")
    assert said.endswith("Sleeve: the sleeve is made on “coat”, which is no block of the style. It has: sleeve, bodice.")
    written(folder, "pinned.json", kind="style", name="p", blocks={"bodice": {"id": 3, "revision": 1}}, steps=[])
    said = refused(folder, capsys, "cut", "@pinned.json", "--out", "@x.json")
    assert said.endswith("Bodice: the block lies in a workroom, not in this file. Give it with --block bodice=BLOCK.json.")
    said = refused(folder, capsys, "cut", "@style.json", "--block", "bodice", "--out", "@x.json")
    assert said.endswith("--block: “bodice” names no file. Write it as NAME=BLOCK.json.")


def test_a_run_of_sizes_is_a_drawing_of_either_kind(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    sizes = ["--block", "bodice=@whole.json", "--block", "bodice=@small.json"]
    code = run(folder, "size-run", "@style.json", *sizes, "--out", "@run.pdf", "--json")
    told = json.loads(capsys.readouterr().out)
    assert code in (0, 1)
    assert (folder / "run.pdf").read_bytes().startswith(b"%PDF")
    assert "whole" in json.dumps(told)
    assert "small" in json.dumps(told)
    run(folder, "size-run", "@style.json", *sizes, "--out", "@run.svg", "--at", "neckline / shoulder")
    assert capsys.readouterr().out.splitlines()[-1] == f"{folder}/run.svg: whole, small"
    said = refused(folder, capsys, "size-run", "@style.json", "--out", "@x.svg")
    assert said.endswith("--block: a run needs sizes. Give a block of each size: --block ROLE=SIZE.json, more than once.")
    said = refused(folder, capsys, "size-run", "@style.json", "--block", "bodice", "--out", "@x.svg")
    assert said.endswith("--block: “bodice” names no file. Write it as ROLE=SIZE.json.")
    said = refused(folder, capsys, "size-run", "@style.json", "--block", "coat=@whole.json", "--out", "@x.svg")
    assert said.endswith("--block: the style has no block called “coat”. It has: bodice.")


def test_roles_that_have_not_as_many_sizes(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    block = {"file": "whole.json"}
    written(folder, "two.json", kind="style", name="two", blocks={"bodice": block, "coat": block}, steps=[])
    sizes = ["--block", "bodice=@whole.json", "--block", "bodice=@small.json", "--block", "coat=@whole.json"]
    said = refused(folder, capsys, "size-run", "@two.json", *sizes, "--out", "@x.svg")
    assert said.endswith(
        "--block: not every role has as many sizes: 2 of the bodice, 1 of the coat. Give each role one block for each size."
    )
