"""The command line: the whole way without the web, and exit 2 with one sentence for wrong input."""

import json
import subprocess
import sys
from pathlib import Path

import pytest

from patterncraft.cli import main
from tests.samples import AVERAGE

ROTATE = {
    "move": "rotate_dart",
    "piece": "front",
    "dart": "waist dart",
    "to": {"edge": "shoulder", "from": "neckline", "fraction": 0.5},
}
HEAD = {"format": "steady-shear", "version": 1}


@pytest.fixture
def folder(tmp_path: Path) -> Path:
    (tmp_path / "m.json").write_text(json.dumps(HEAD | {"kind": "measures", "unit": "cm", "name": "Ada", "values": AVERAGE}))
    style = HEAD | {"kind": "style", "name": "S", "blocks": {"bodice": {"file": "block.json"}}, "steps": [ROTATE]}
    (tmp_path / "style.json").write_text(json.dumps(style))
    return tmp_path


def run(folder: Path, *args: str) -> int:
    return main([a.replace("@", f"{folder}/") for a in args])


def test_from_measures_to_a_printed_pattern(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert run(folder, "draft", "bodice-direct", "--measures", "@m.json", "--set", "bust_ease=4", "--out", "@block.json") == 0
    assert run(folder, "cut", "@style.json", "--out", "@pattern.json") == 0
    assert "Rotate the waist dart of the front to the middle of the shoulder, all of it." in capsys.readouterr().out
    assert run(folder, "check", "@pattern.json") == 1, "the draft knows her bust, and it is wider than the waist"
    assert "in-waist" in capsys.readouterr().out
    for kind in ("svg", "pdf", "json"):
        assert run(folder, "export", "@pattern.json", "--to", f"@out.{kind}") == 0
    assert (folder / "out.pdf").read_bytes().startswith(b"%PDF")
    before, after = (json.loads((folder / n).read_text()) for n in ("pattern.json", "out.json"))
    assert [p["outline"] for p in after["pieces"]] == [p["outline"] for p in before["pieces"]], (
        "in and out again, to the last digit"
    )


def test_style_cut_on_another_block(folder: Path) -> None:
    run(folder, "draft", "bodice-direct", "--measures", "@m.json", "--out", "@block.json")
    run(folder, "draft", "bodice-direct", "--measures", "@m.json", "--set", "bust_ease=8", "--out", "@wide.json")
    run(folder, "cut", "@style.json", "--out", "@a.json")
    run(folder, "cut", "@style.json", "--block", "bodice=@wide.json".replace("@", f"{folder}/"), "--out", "@b.json")
    a, b = (json.loads((folder / f"{n}.json").read_text()) for n in "ab")
    assert [d["name"] for d in a["pieces"][1]["darts"]] == [d["name"] for d in b["pieces"][1]["darts"]]
    assert a["pieces"] != b["pieces"]


def test_broken_promise_is_exit_one(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert (
        run(folder, "draft", "bodice-direct", "--measures", "@m.json", "--set", "true_shoulder=false", "--out", "@block.json") == 1
    )
    told = capsys.readouterr().out.splitlines()
    assert [line.split()[1] for line in told if line.startswith("broken")] == ["Shoulder"]
    run(folder, "cut", "@style.json", "--out", "@pattern.json")
    capsys.readouterr()
    assert run(folder, "check", "@pattern.json", "--json") == 1
    broken = [p["name"] for p in json.loads(capsys.readouterr().out)["promises"] if not p["kept"]]
    assert broken == ["shoulder"]


@pytest.mark.parametrize("command", ["schools", "moves"])
def test_lists_for_people_and_for_programs(command: str, capsys: pytest.CaptureFixture[str]) -> None:
    assert main([command]) == 0
    assert ("bodice-direct" if command == "schools" else "rotate_dart") in capsys.readouterr().out
    assert main([command, "--json"]) == 0
    assert json.loads(capsys.readouterr().out)


@pytest.mark.parametrize(
    ("args", "says"),
    [
        (["draft", "bodice-moon", "--measures", "@m.json", "--out", "@x"], "no school called"),
        (["draft", "bodice-direct", "--measures", "@none.json", "--out", "@x"], "No such file"),
        (["draft", "bodice-direct", "--measures", "@style.json", "--out", "@x"], "here measures is wanted"),
        (["draft", "bodice-direct", "--measures", "@m.json", "--set", "bust_ease", "--out", "@x"], "sets nothing"),
        (["draft", "bodice-direct", "--measures", "@m.json", "--set", "bust_ease=lots", "--out", "@x"], "must be a number"),
        (["cut", "@style.json", "--block", "sleeve=x.json", "--out", "@x"], "no block called “sleeve”"),
        (["cut", "@m.json", "--out", "@x"], "holds measures"),
        (["check", "@m.json"], "holds measures"),
    ],
)
def test_wrong_input_is_one_sentence_and_exit_two(
    folder: Path, capsys: pytest.CaptureFixture[str], args: list[str], says: str
) -> None:
    assert run(folder, *args) == 2
    said = capsys.readouterr().err.strip()
    assert says in said
    assert "\n" not in said
    assert not (folder / "x").exists(), "nothing is written half"


def test_two_files_of_any_kind_are_compared(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    """A block, the style on it (its steps done) and the pattern cut from that: the waist dart went to the shoulder."""
    run(folder, "draft", "bodice-direct", "--measures", "@m.json", "--out", "@block.json")
    run(folder, "cut", "@style.json", "--out", "@pattern.json")
    capsys.readouterr()
    assert run(folder, "compare", "@block.json", "@style.json") == 0
    said = capsys.readouterr().out
    assert said.splitlines()[0].split() == ["block", "style", "difference"]
    lines = {line.split("  ")[1]: line.split() for line in said.splitlines() if line.startswith("  ")}
    assert lines["waist dart, intake"][-2:] == ["cm", "–"] or "–" in lines["waist dart, intake"]
    assert "–" in lines["shoulder dart, intake"]
    assert run(folder, "compare", "@style.json", "@pattern.json", "--json") == 0
    told = json.loads(capsys.readouterr().out)
    figures = [f for p in told["pieces"] for f in p["figures"]]
    assert len(figures) > 15
    assert all(abs(f["a"] - f["b"]) < 1e-4 for f in figures), "the style's steps done are the pattern cut from it"
    assert run(folder, "compare", "@m.json", "@block.json") == 2
    assert "holds measures" in capsys.readouterr().err


def test_export_to_an_unknown_kind_and_a_step_that_fails(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    run(folder, "draft", "bodice-direct", "--measures", "@m.json", "--out", "@block.json")
    run(folder, "cut", "@style.json", "--out", "@pattern.json")
    assert run(folder, "export", "@pattern.json", "--to", "@out.doc") == 2
    style = json.loads((folder / "style.json").read_text())
    style["steps"].append(ROTATE)
    (folder / "twice.json").write_text(json.dumps(style))
    assert run(folder, "cut", "@twice.json", "--out", "@x.json") == 2
    assert "Step 2: front: there is no dart called “waist dart”" in capsys.readouterr().err


def test_installed_command_runs() -> None:
    command = Path(sys.executable).parent / "steady-shear"
    done = subprocess.run([str(command), "schools"], capture_output=True, text=True, check=False)
    assert done.returncode == 0
    assert "Direct-measure bodice" in done.stdout
