"""Which parameter a refusal is told at, read in the code: a form marks it, so it has to be one that the move has; and that it is told in sentences.

Most refusals are met by other tests, and ``watch`` looks at each that occurs; a place that no test comes to is looked at here.
"""

from __future__ import annotations

import ast
import dataclasses
import importlib
import inspect
from collections.abc import Iterator
from pathlib import Path
from types import ModuleType
from typing import Any

import pytest

import patterncraft
from patterncraft.errors import BadFile, BadMeasure, BadPlace, BadSetting, MoveRefused, PatternError
from patterncraft.moves.move import Move
from patterncraft.moves.registry import MOVES
from tests.watch import PLACES

ROOT = Path(patterncraft.__file__).parent
HANDED_ON = ("moves", "handwork", "parts", "places")
"""Where refusals of steps are written."""


def parameters(move: type[Move]) -> set[str]:
    return {said for name, info in move.model_fields.items() for said in (name, info.alias) if said}


EVERY = {"", *PLACES}.union(*(parameters(m) for m in MOVES.values()))


def known_to(module: ModuleType) -> set[str]:
    """The parameters of the moves that are written in a file, or are built on what is written in it."""
    bases = [c for c in vars(module).values() if inspect.isclass(c) and c.__module__ == module.__name__ and issubclass(c, Move)]
    built = [m for m in MOVES.values() if any(issubclass(m, b) for b in bases)]
    return {"", *PLACES}.union(*map(parameters, built)) if built else EVERY


def called(node: ast.Call, module: ModuleType, own: type | None) -> Any:
    """What a call calls, as far as it is named in the file or is a method of its own class."""
    match node.func:
        case ast.Name(id=name):
            return getattr(module, name, None)
        case ast.Attribute(value=ast.Name(id="self"), attr=name):
            return getattr(own, name, None)
        case _:
            return None


def told_at(node: ast.expr) -> Iterator[str]:
    """The parameters that an argument may name, as far as they stand in the code."""
    match node:
        case ast.Constant(value=str(text)):
            yield text
        case ast.IfExp(body=a, orelse=b):
            yield from told_at(a)
            yield from told_at(b)


def fields(module: ModuleType) -> Iterator[tuple[int, str]]:
    """Every text in a file that is handed on as ``field``, with its line."""
    assert module.__file__
    tree = ast.parse(Path(module.__file__).read_text(encoding="utf-8"))
    inside = {id(n): c.name for c in tree.body if isinstance(c, ast.ClassDef) for n in ast.walk(c)}
    for node in ast.walk(tree):
        if isinstance(node, ast.FunctionDef):
            named = [*node.args.args[len(node.args.args) - len(node.args.defaults) :], *node.args.kwonlyargs]
            for a, default in zip(named, [*node.args.defaults, *node.args.kw_defaults], strict=True):
                if a.arg == "field" and default is not None:
                    yield from ((node.lineno, text) for text in told_at(default))
        if not isinstance(node, ast.Call):
            continue
        own = inside.get(id(node))
        what = called(node, module, getattr(module, own) if own else None)
        refuses = inspect.isclass(what) and issubclass(what, PatternError)
        if not (inspect.isfunction(what) or refuses) or any(isinstance(a, ast.Starred) for a in node.args):
            continue
        names = [f.name for f in dataclasses.fields(what)] if refuses else list(inspect.signature(what).parameters)
        # A method, taken from its class, still has its self in front.
        names = names[1:] if isinstance(node.func, ast.Attribute) else names
        handed = dict(zip(names, node.args, strict=False)) | {k.arg: k.value for k in node.keywords if k.arg}
        if "field" in handed:
            yield from ((node.lineno, text) for text in told_at(handed["field"]))


FILES = sorted(p for place in HANDED_ON for p in (ROOT / place).glob("*.py") if p.stem != "__init__")


@pytest.mark.parametrize("path", FILES, ids=lambda p: f"{p.parent.name}/{p.stem}")
def test_a_refusal_is_told_at_a_parameter_that_the_move_has(path: Path) -> None:
    module = importlib.import_module(f"patterncraft.{path.parent.name}.{path.stem}")
    known = known_to(module)
    wrong = [f"line {line}: {text!r}" for line, text in fields(module) if text.partition(".")[0] not in known]
    assert not wrong, f"{path.name}: no such parameter at {', '.join(wrong)}"


def said(node: ast.expr) -> str | None:
    """A text as it stands in the code, “…” for what is put in; nothing where it comes from elsewhere."""
    match node:
        case ast.Constant(value=str(text)):
            return text
        case ast.JoinedStr(values=parts):
            return "".join(str(p.value) if isinstance(p, ast.Constant) else "…" for p in parts)
        case ast.Constant():
            return ""
        case _:
            return None


REFUSES = [c.__name__ for c in (BadFile, BadMeasure, BadPlace, BadSetting, MoveRefused)]
EVERYWHERE = sorted(p for root in (ROOT, ROOT.parent / "server") for p in root.rglob("*.py"))


@pytest.mark.parametrize("path", EVERYWHERE, ids=lambda p: f"{p.parent.name}/{p.stem}")
def test_a_refusal_says_what_is_wrong_and_the_cure_each_in_a_sentence(path: Path) -> None:
    """The first goes on behind a place, so it begins small; the second stands alone. A step's refusal has its parameter, too."""
    short = []
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if not (isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id in REFUSES):
            continue
        handed = dict(zip(("message", "where", "cure", "field"), node.args, strict=False)) | {k.arg: k.value for k in node.keywords}
        what = said(handed["message"])
        cure = said(handed["cure"]) if "cure" in handed else ""
        begins = what is None or (what[:1] not in ("", what[:1].upper()) or what[0] in "“…" or what.startswith(("SVG", "DXF")))
        ends = all(x is None or x[-1:] in (".", "…") for x in (what, cure) if what is not None)
        stands = what is None or cure is None or cure[:1] == cure[:1].upper() != ""
        slot = (
            path.parent.name not in HANDED_ON or node.func.id not in ("MoveRefused", "BadPlace") or len(handed) == 4 or what is None
        )
        if not (begins and ends and stands and slot):
            short.append(f"line {node.lineno}: {what!r} {cure!r}")
    assert not short, f"{path.name}: {'; '.join(short)}"


def test_the_fields_are_read_where_they_stand() -> None:
    """The reader itself: a place known by sight, and the whole of them."""
    from patterncraft.moves import convert_dart

    assert "into" in {text for _, text in fields(convert_dart)}
    assert sum(1 for p in FILES for _ in fields(importlib.import_module(f"patterncraft.{p.parent.name}.{p.stem}"))) > 300
