"""Where each kind of misunderstanding fits in Python code."""

from __future__ import annotations

import ast
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise
from typing import Final

from .fault import Fault

FILTERS: Final = frozenset({"filter", "get", "one", "get_or_create", "update_or_create"})
OTHERS: Final = {
    word: other
    for pair in (
        ("start", "end"),
        ("first", "second"),
        ("left", "right"),
        ("top", "bottom"),
        ("front", "back"),
        ("before", "after"),
        ("low", "high"),
        ("older", "newer"),
        ("upper", "lower"),
        ("mine", "theirs"),
        ("old", "new"),
        ("sew_line", "cut_line"),
        ("width", "height"),
    )
    for word, other in (pair, pair[::-1])
}
SCALES: Final = frozenset({10, 2.54, 100, 1000})
IN_UNITS: Final = frozenset({"format_length", "in_unit", "told_length", "length_words"})
Signatures = Mapping[str, ast.FunctionDef]
Edit = tuple[str, ast.expr, str]
"""Kind, what is replaced, by what."""


def signatures(trees: Iterable[ast.Module]) -> Signatures:
    """Functions by name, those that bear a name of their own."""
    found: dict[str, list[ast.FunctionDef]] = {}
    for tree in trees:
        for node in ast.walk(tree):
            if isinstance(node, ast.FunctionDef):
                found.setdefault(node.name, []).append(node)
    return {name: nodes[0] for name, nodes in found.items() if len(nodes) == 1}


def faults(path: str, source: bytes, tree: ast.Module, known: Signatures) -> Iterator[Fault]:
    """Every fault that fits in a file."""
    lines = [0]
    for line in source.splitlines(keepends=True):
        lines.append(lines[-1] + len(line))
    for node, function in _with_functions(tree):
        seen = _Seen(node, source.decode(), known)
        for kind, old, new in _edits(seen):
            start, text = lines[old.lineno - 1] + old.col_offset, seen.text(old)
            if text != new:
                yield Fault(kind, path, old.lineno, start, start + len(text.encode()), new, function)


@dataclass(frozen=True, slots=True)
class _Seen:
    node: ast.AST
    source: str
    known: Signatures

    def text(self, node: ast.AST) -> str:
        return ast.get_source_segment(self.source, node) or ""

    def without(self, call: ast.Call, dropped: ast.AST) -> str:
        """The call, one argument left out."""
        kept = [self.text(x) for x in call.args if x is not dropped]
        kept += [f"{k.arg}={self.text(k.value)}" if k.arg else f"**{self.text(k.value)}" for k in call.keywords if k is not dropped]
        return f"{self.text(call.func)}({', '.join(kept)})"


def _edits(seen: _Seen) -> Iterator[Edit]:
    node = seen.node
    if isinstance(node, ast.Call):
        yield from _of_call(seen, node)
    elif isinstance(node, ast.ListComp | ast.SetComp | ast.GeneratorExp | ast.DictComp):
        for part in node.generators:
            yield "only the first of several", part.iter, f"list({seen.text(part.iter)})[:1]"
            for condition in part.ifs:
                yield "a condition dropped", condition, "True"
    elif isinstance(node, ast.For):
        yield "only the first of several", node.iter, f"list({seen.text(node.iter)})[:1]"
    elif isinstance(node, ast.BoolOp):
        sign = " and " if isinstance(node.op, ast.And) else " or "
        for dropped in node.values:
            kept = sign.join(seen.text(v) for v in node.values if v is not dropped)
            yield "a condition dropped" if sign == " and " else "one of two forgotten", node, f"({kept})"
    elif isinstance(node, ast.List | ast.Tuple) and any(isinstance(x, ast.Starred) for x in node.elts) and len(node.elts) > 1:
        for dropped in node.elts:
            kept = ", ".join(seen.text(x) for x in node.elts if x is not dropped)
            yield "one of two forgotten", node, f"[{kept}]" if isinstance(node, ast.List) else f"({kept},)"
    elif isinstance(node, ast.BinOp):
        yield from _of_sum(seen, node)
    elif isinstance(node, ast.IfExp):
        yield "always the one case", node, f"({seen.text(node.body)})"
        yield "always the other case", node, f"({seen.text(node.orelse)})"
    elif isinstance(node, ast.If) and len(node.body) == 1 and not node.orelse:
        if isinstance(node.body[0], ast.Return | ast.Raise | ast.Continue):
            yield "a guard forgotten", node.test, "False"
    elif isinstance(node, ast.Attribute) and isinstance(node.ctx, ast.Load) and node.attr in OTHERS:
        yield "the other end or side", node, f"{seen.text(node.value)}.{OTHERS[node.attr]}"


def _of_sum(seen: _Seen, node: ast.BinOp) -> Iterator[Edit]:
    left, right = seen.text(node.left), seen.text(node.right)
    if isinstance(node.op, ast.Mult | ast.Div):
        if isinstance(node.right, ast.Constant) and node.right.value in SCALES:
            yield "the other unit", node, left
        elif isinstance(node.left, ast.Constant) and node.left.value in SCALES and isinstance(node.op, ast.Mult):
            yield "the other unit", node, right
    elif isinstance(node.op, ast.BitOr) or (
        isinstance(node.op, ast.Add) and any(isinstance(x, ast.List | ast.ListComp | ast.Tuple) for x in (node.left, node.right))
    ):
        yield "one of two forgotten", node, f"({left})"
        yield "one of two forgotten", node, f"({right})"


def _of_call(seen: _Seen, call: ast.Call) -> Iterator[Edit]:
    name = call.func.attr if isinstance(call.func, ast.Attribute) else call.func.id if isinstance(call.func, ast.Name) else ""
    if name == "exclude" and isinstance(call.func, ast.Attribute):
        yield "an exclude dropped", call, seen.text(call.func.value)
    elif name in FILTERS and call.keywords and isinstance(call.func, ast.Attribute):
        for k in call.keywords:
            if len(call.keywords) + len(call.args) > 1:
                yield "a filter dropped", call, seen.without(call, k)
            elif name == "filter":
                yield "a filter dropped", call, f"{seen.text(call.func.value)}.all()"
    elif name == "replace" and isinstance(call.func, ast.Name) and len(call.keywords) > 1:
        for k in call.keywords:
            yield "the old for the new", call, seen.without(call, k)
    elif name in IN_UNITS and len(call.args) == 2:
        yield "the other unit", call.args[1], '"cm"'
    elif name in ("sorted", "min", "max") and any(k.arg == "key" for k in call.keywords):
        yield "in another order", call, seen.without(call, next(k for k in call.keywords if k.arg == "key"))
    if name in seen.known:
        yield from _of_known(seen, call, seen.known[name].args)


def _of_known(seen: _Seen, call: ast.Call, taken: ast.arguments) -> Iterator[Edit]:
    """A call of a function of ours: two of one type changed round, a choice left at what it is unsaid."""
    named = {a.arg: a for a in [*taken.args, *taken.kwonlyargs]}
    unsaid = {a.arg for a in taken.args[len(taken.args) - len(taken.defaults) :]} | {
        a.arg for a, d in zip(taken.kwonlyargs, taken.kw_defaults, strict=True) if d is not None
    }
    for k in call.keywords:
        if k.arg in unsaid:
            yield "a choice left out", call, seen.without(call, k)
    own = [a for a in taken.args if a.arg not in ("self", "cls")]
    if len(call.args) > 1 and len(call.args) <= len(own) and not any(isinstance(a, ast.Starred) for a in call.args):
        for n, (one, other) in enumerate(pairwise(own[: len(call.args)])):
            if _of_one_type(one, other):
                yield "two of one type changed round", call, _swapped(seen, call, n)
    said = [(named[k.arg], k.value) for k in call.keywords if k.arg in named]
    for (one, value), (other, instead) in pairwise(said):
        if _of_one_type(one, other):
            yield "two of one type changed round", value, seen.text(instead)


def _of_one_type(a: ast.arg, b: ast.arg) -> bool:
    return a.annotation is not None and b.annotation is not None and ast.dump(a.annotation) == ast.dump(b.annotation)


def _swapped(seen: _Seen, call: ast.Call, k: int) -> str:
    args: Sequence[ast.expr] = [*call.args[:k], call.args[k + 1], call.args[k], *call.args[k + 2 :]]
    said = [seen.text(a) for a in args] + [
        f"{w.arg}={seen.text(w.value)}" if w.arg else f"**{seen.text(w.value)}" for w in call.keywords
    ]
    return f"{seen.text(call.func)}({', '.join(said)})"


def _with_functions(tree: ast.Module) -> Iterator[tuple[ast.AST, int]]:
    """All nodes that run, each with the first line of the innermost function around it, 0 without one; annotations and defects' own words left out."""

    def walk(node: ast.AST, function: int) -> Iterator[tuple[ast.AST, int]]:
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            function = min([node.lineno, *(d.lineno for d in node.decorator_list)])
            for child in (*node.body, *node.args.defaults):
                yield from walk(child, function)
            return
        if isinstance(node, ast.Assert) or (isinstance(node, ast.Raise) and "AssertionError" in ast.dump(node)):
            return
        if isinstance(node, ast.AnnAssign):
            if node.value:
                yield from walk(node.value, function)
            return
        yield node, function
        for child in ast.iter_child_nodes(node):
            yield from walk(child, function)

    yield from walk(tree, 0)
