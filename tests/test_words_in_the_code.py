"""What the house says, read where it is written: refusals that no test provokes have to be whole sentences, too.

``watch`` looks at what is said while tests run; here every text of the core is looked at, said or not.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator
from pathlib import Path

import pytest

import patterncraft
from tests.watch import assert_words

ROOT = Path(patterncraft.__file__).parent
FILES = sorted(ROOT.rglob("*.py"))
REFUSALS = ("BadFile", "BadMeasure", "BadPlace", "BadSetting", "MoveRefused", "NoSuchName")


def end(node: ast.expr | None) -> Iterator[tuple[str, str]]:
    """How a text begins and ends, for each of the texts that an expression may be; what is put in later is “…”."""
    match node:
        case ast.Constant(value=str(text)):
            yield text, text
        case ast.JoinedStr(values=parts) if parts:
            first, last = (p.value if isinstance(p, ast.Constant) else "…" for p in (parts[0], parts[-1]))
            yield str(first), str(last)
        case ast.IfExp(body=a, orelse=b):
            yield from end(a)
            yield from end(b)


def calls(tree: ast.AST, names: tuple[str, ...]) -> Iterator[ast.Call]:
    for node in ast.walk(tree):
        if isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id in names:
            yield node


def argument(call: ast.Call, place: int, name: str) -> ast.expr | None:
    own = call.args[place : place + 1]
    return own[0] if own else next((k.value for k in call.keywords if k.arg == name), None)


def prose(tree: ast.AST) -> Iterator[tuple[int, str]]:
    """Every text of several words, but for what is written for engineers."""
    told = {id(x.value) for x in ast.walk(tree) if isinstance(x, ast.Expr)}
    for x in ast.walk(tree):
        if isinstance(x, ast.Constant) and isinstance(x.value, str) and id(x) not in told and " " in x.value.strip():
            yield x.lineno, x.value


@pytest.mark.parametrize("path", FILES, ids=lambda p: str(p.relative_to(ROOT).with_suffix("")))
def test_what_is_written_to_be_read_out_can_be(path: Path) -> None:
    tree = ast.parse(path.read_text(encoding="utf-8"))
    for line, text in prose(tree):
        assert_words(f"line {line}", text)
    for call in calls(tree, REFUSALS):
        for _, last in end(argument(call, 0, "message")):
            assert last.rstrip("”").endswith((".", "?", "…")), f"line {call.lineno}: no sentence"
        for first, last in end(argument(call, 2, "cure")):
            assert not first[:1].islower(), f"line {call.lineno}: the cure begins small"
            assert not last or last.endswith((".", "…")), f"line {call.lineno}: the cure is no sentence"
    # An audit's lines stand in a table behind their title.
    for call in calls(tree, ("Sum", "before_now") if "audit" not in path.stem else ()):
        for first, _ in end(argument(call, 0, "label")):
            assert not first[:1].islower(), f"line {call.lineno}: the sum begins small: {first}"
    for call in calls(tree, ("note", "tell")):
        for first, last in end(argument(call, 0, "text")):
            assert not first[:1].islower(), f"line {call.lineno}: the note begins small: {first}"
            assert last.rstrip("”").endswith((".", "?", "…")), f"line {call.lineno}: the note is no sentence: {last}"
