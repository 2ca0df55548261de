"""The ways in which a rule of a Python module can be broken, one place at a time."""

import ast
import copy
from collections.abc import Iterator
from pathlib import Path
from typing import NamedTuple

_COMPARED = {
    ast.Lt: ast.LtE, ast.LtE: ast.Lt, ast.Gt: ast.GtE, ast.GtE: ast.Gt, ast.Eq: ast.NotEq, ast.NotEq: ast.Eq,
    ast.Is: ast.IsNot, ast.IsNot: ast.Is, ast.In: ast.NotIn, ast.NotIn: ast.In,
}  # fmt: skip
_REACHED = {ast.Add: ast.Sub, ast.Sub: ast.Add, ast.Mult: ast.Div, ast.Div: ast.Mult, ast.FloorDiv: ast.Mult}
_NAMED = {"min": "max", "max": "min", "minimum": "maximum", "maximum": "minimum", "floor": "ceil", "ceil": "floor"}
_STEP = 1.25
_GUARDS = ("strict", "dtype", "maxsize", "repr", "kind")
"""Arguments without which a right program does the same: they guard, or save time and room."""


class Breach(NamedTuple):
    """function : "module:function" in which it lies; place, way : which node of the tree, and how it is broken."""

    path: Path
    line: int
    said: str
    module: str
    function: str
    place: int
    way: int

    def source(self, root: Path) -> str:
        """Return the source of the whole module with the rule broken."""
        tree = ast.parse((root / self.path).read_text())
        node = next(one for k, one in enumerate(ast.walk(tree)) if k == self.place)
        _exchange(tree, node, list(_ways(node))[self.way][1])
        return ast.unparse(tree)


def breaches_in(path: Path, root: Path) -> Iterator[Breach]:
    """Yield every breach of a module."""
    names, module = functions_of(path, root), _module_of(path, root)
    nodes = list(ast.walk(ast.parse(path.read_text())))
    aside = _of_guards(nodes)
    for place, node in enumerate(nodes):
        if hasattr(node, "lineno") and not _says_nothing(node) and place not in aside:
            function = names.get(node.lineno, f"{module}:")
            for way, (said, _) in enumerate(_ways(node)):
                yield Breach(path.relative_to(root), node.lineno, said, module, function, place, way)


def functions_of(path: Path, root: Path) -> dict[int, str]:
    """Return "module:function" of every line; lines outside functions belong to "module:"."""
    module, text = _module_of(path, root), path.read_text()
    lines = dict.fromkeys(range(1, text.count("\n") + 2), f"{module}:")
    for node in ast.walk(ast.parse(text)):  # breadth first: inner functions come last
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef):
            lines |= dict.fromkeys(range(node.body[0].lineno, (node.end_lineno or 0) + 1), f"{module}:{node.name}")
    return lines


def _module_of(path: Path, root: Path) -> str:
    return ".".join(path.relative_to(root / "src").with_suffix("").parts).removesuffix(".__init__")


def _of_guards(nodes: list[ast.AST]) -> set[int]:
    """Return the places of what says how much a cache keeps, and of what only guards."""
    kept: list[ast.AST] = [one for one in nodes if isinstance(one, ast.keyword) and one.arg in _GUARDS]
    kept += [node for node in nodes if isinstance(node, ast.Call) and getattr(node.func, "id", "") == "lru_cache"]
    inside = {id(one) for node in kept for one in ast.walk(node)}
    return {place for place, node in enumerate(nodes) if id(node) in inside}


def _says_nothing(node: ast.AST) -> bool:
    """Return whether a node is not of what the program does: its docstrings and messages."""
    return isinstance(node, ast.Expr) and isinstance(node.value, ast.Constant)


def _ways(node: ast.AST) -> Iterator[tuple[str, ast.AST]]:
    """Yield in words how a node can be broken, and what stands in its place then; the node itself may be changed."""
    match node:
        case ast.Constant(value=bool() as value):
            yield f"{value} -> {not value}", ast.copy_location(ast.Constant(not value), node)
        case ast.Constant(value=int() | float() as value):
            other = value + 1 if isinstance(value, int) else (value * _STEP or 0.1)
            yield f"{value} -> {other}", ast.copy_location(ast.Constant(other), node)
        case ast.Compare(ops=[op], left=left, comparators=others) if type(op) in _COMPARED:
            new = ast.Compare(left, [_COMPARED[type(op)]()], others)
            yield f"{ast.unparse(node)} -> {ast.unparse(new)}", ast.copy_location(new, node)
        case ast.BinOp(left=left, op=op, right=right) if type(op) in _REACHED and not _is_text(left, right):
            new_op = ast.BinOp(left, _REACHED[type(op)](), right)
            yield f"{ast.unparse(node)} -> {ast.unparse(new_op)}", ast.copy_location(new_op, node)
        case ast.UnaryOp(op=ast.USub() | ast.Not(), operand=operand):
            yield f"{ast.unparse(node)} -> {ast.unparse(operand)}", operand
        case ast.BoolOp(values=values):
            for value in values[:2]:
                yield f"{ast.unparse(node)} -> {ast.unparse(value)}", value
        case ast.Call():
            yield from _broken_calls(node)
        case ast.AugAssign() | ast.Expr(value=ast.Call()):
            yield f"without {ast.unparse(node)[:70]}", ast.copy_location(ast.Pass(), node)


def _broken_calls(node: ast.Call) -> Iterator[tuple[str, ast.AST]]:
    name = node.func.attr if isinstance(node.func, ast.Attribute) else getattr(node.func, "id", "")
    if name in _NAMED:
        new = copy.deepcopy(node)
        setattr(new.func, "attr" if isinstance(new.func, ast.Attribute) else "id", _NAMED[name])
        yield f"{name} -> {_NAMED[name]} in {ast.unparse(node)[:70]}", new
    elif len(node.args) == 2 and not any(isinstance(one, ast.Starred) for one in node.args) and name != "isinstance":
        new = copy.deepcopy(node)
        new.args.reverse()
        yield f"swapped arguments of {ast.unparse(node)[:70]}", new
    for k, keyword in enumerate(node.keywords):
        if keyword.arg and keyword.arg not in _GUARDS and not name[:1].isupper():
            new = copy.deepcopy(node)
            del new.keywords[k]
            yield f"without {keyword.arg} in {ast.unparse(node)[:70]}", new


def _is_text(*nodes: ast.AST) -> bool:
    return any(
        isinstance(node, ast.JoinedStr) or (isinstance(node, ast.Constant) and isinstance(node.value, str))
        for node in nodes
    )


def _exchange(tree: ast.AST, old: ast.AST, new: ast.AST) -> None:
    for parent in ast.walk(tree):
        for name, value in ast.iter_fields(parent):
            if value is old:
                setattr(parent, name, new)
                return
            if isinstance(value, list) and any(one is old for one in value):
                setattr(parent, name, [new if one is old else one for one in value])
                return
