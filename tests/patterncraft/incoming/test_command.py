"""``steady-shear import`` and ``export``, from the command line: exit status, what is printed, what is written."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

import pytest

from patterncraft.cli import main
from patterncraft.formats.openfile import BlockFile
from patterncraft.formats.openfile_io import block_file, read_block, read_file, write_file
from tests.conftest import draft
from tests.patterncraft.incoming.test_plan import FRONT, front, svg
from tests.samples import AVERAGE


@pytest.fixture
def plan(tmp_path: Path) -> Path:
    (tmp_path / "skirt.svg").write_bytes(svg(FRONT))
    path = tmp_path / "plan.json"
    path.write_text(json.dumps({"name": "Skirt", "pieces": [front(allowance=1.0, allowances={"hem": 4.0})]}))
    return path


def run(*words: Any) -> int:
    return main([str(w) for w in words])


def test_a_drawing_and_a_plan_become_a_block_file(plan: Path, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    out = tmp_path / "block.json"
    assert run("import", tmp_path / "skirt.svg", "--plan", plan, "--out", out, "--json") == 0
    told = json.loads(capsys.readouterr().out)
    assert told["pieces"]["skirt front"]["edges"]["centre front"] == pytest.approx(60.0, abs=1e-3)
    block = read_block(read_file(out.read_bytes(), BlockFile))
    assert block.pattern.piece("skirt front").cut.on_fold
    assert json.loads(out.read_text())["name"] == "Skirt"


@pytest.mark.parametrize("kind", ["svg", "dxf"])
def test_a_block_goes_out_and_comes_back_and_compares_alike(kind: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    before, drawing, after = tmp_path / "before.json", tmp_path / f"x.{kind}", tmp_path / "after.json"
    before.write_bytes(write_file(block_file(draft(AVERAGE), "Before")))
    assert run("export", before, "--to", drawing) == 0
    assert run("import", drawing, "--out", after) == 0
    capsys.readouterr()
    assert run("compare", before, after, "--json") == 0
    found = json.loads(capsys.readouterr().out)
    figures = [f for p in found["pieces"] for f in p["figures"]]
    assert len(figures) > 12
    assert all(abs(f["a"] - f["b"]) < (0.1 if f["what"] == "area" else 1e-3) for f in figures)


def test_what_is_wrong_ends_with_two_and_a_sentence(plan: Path, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    out = tmp_path / "block.json"
    assert run("import", tmp_path / "skirt.svg", "--out", out) == 2
    assert "no plan says which piece is which" in capsys.readouterr().err
    plan.write_text('{"pieces": [{"outline": 0, "name": "x", "corners": [[1]], "edges": ["a", "b"]}]}')
    assert run("import", tmp_path / "skirt.svg", "--plan", plan, "--out", out) == 2
    assert "the plan is wrong at pieces › 0 › corners" in capsys.readouterr().err
    assert run("import", tmp_path / "missing.svg", "--out", out) == 2
    assert not out.exists()
    assert run("export", plan, "--to", tmp_path / "x.png") == 2


def test_a_broken_promise_ends_with_one_and_the_block_is_written(tmp_path: Path) -> None:
    """A dart whose legs differ by half a centimetre: told, and mended afterwards."""
    (tmp_path / "skirt.svg").write_bytes(svg(FRONT))
    dart = {"name": "waist dart", "point": [16, 16], "mouth": [[14, 4], [17, 4]]}
    plan = tmp_path / "plan.json"
    plan.write_text(json.dumps({"pieces": [front(darts=[dart])]}))
    out = tmp_path / "block.json"
    assert run("import", tmp_path / "skirt.svg", "--plan", plan, "--out", out) == 1
    assert out.exists()
