"""What holds the tree together: imports point one way, what is generated is current, nothing foreign is named."""

import ast
import re
import subprocess
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[1]


def imports_of(path: Path) -> set[str]:
    tree = ast.parse(path.read_text(encoding="utf-8"))
    found = set()
    for node in ast.walk(tree):
        if isinstance(node, ast.Import):
            found |= {a.name.split(".")[0] for a in node.names}
        elif isinstance(node, ast.ImportFrom) and node.level == 0 and node.module:
            found.add(node.module.split(".")[0])
    return found


def test_the_core_knows_neither_django_nor_the_server_nor_what_it_is_tested_by() -> None:
    """Of the paper, only the index of boxes is shapely's: whether two strokes cross is the core's own question, and shapely the referee for it. What
    lies on cloth are polygons, which are its trade."""
    for path in (ROOT / "patterncraft").rglob("*.py"):
        known = imports_of(path) - ({"shapely"} if path.name == "crossing.py" or path.parent.name == "laying" else set())
        assert not known & {"django", "ninja", "server", "scipy", "shapely", "svgpathtools", "playwright"}, path
    assert re.findall(r"shapely import (.*)", (ROOT / "patterncraft/geometry/crossing.py").read_text(encoding="utf-8")) == [
        "STRtree, box"
    ]


def test_geometry_knows_nothing_above_it() -> None:
    for path in (ROOT / "patterncraft" / "geometry").glob("*.py"):
        above = re.findall(r"^from \.\.(\w+)", path.read_text(encoding="utf-8"), re.MULTILINE)
        assert set(above) <= {"errors", "tolerances"}, path


def test_paper_knows_only_geometry_below_it() -> None:
    for path in (ROOT / "patterncraft" / "paper").glob("*.py"):
        above = re.findall(r"^from \.\.(\w+)", path.read_text(encoding="utf-8"), re.MULTILINE)
        assert set(above) <= {"errors", "tolerances", "geometry", "by_identity"}, path


def test_front_end_computes_no_pattern_geometry() -> None:
    for path in (ROOT / "web" / "src").rglob("*.ts*"):
        assert not re.search(r"getPointAtLength|getTotalLength|bezier", path.read_text(encoding="utf-8"), re.IGNORECASE), path


@pytest.mark.django_db
@pytest.mark.parametrize("name", ["openapi.json", "open-file.schema.json"])
def test_generated_documents_are_current(name: str) -> None:
    from server.config.export_schema import documents

    committed = (ROOT / "docs" / name).read_text(encoding="utf-8")
    assert committed == documents()[name], f"docs/{name} is stale: run `make schema`"


@pytest.mark.django_db
def test_no_migration_is_missing() -> None:
    from django.core.management import call_command

    call_command("makemigrations", check=True, dry_run=True, verbosity=0)


def tracked() -> list[Path]:
    listed = subprocess.run(["git", "ls-files"], cwd=ROOT, capture_output=True, text=True, check=True).stdout.split("\n")
    return [
        ROOT / f
        for f in listed
        if f and (ROOT / f).suffix in {".py", ".ts", ".tsx", ".md", ".json", ".txt", ".toml", ".css", ".html", ""}
    ]


def test_no_address_of_any_registry_is_committed() -> None:
    hosts = re.compile("|".join(["py" + "pi.org", "npm" + "js.org", "python" + "hosted", "deb." + "debian"]))
    for path in tracked():
        if path.is_file():
            assert not hosts.search(path.read_text(encoding="utf-8", errors="ignore")), path
