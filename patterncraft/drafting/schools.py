"""All schools there are, found by looking into the package ``schools``."""

from __future__ import annotations

import importlib
import pkgutil
from collections.abc import Iterable, Mapping
from types import MappingProxyType

from .. import schools as package
from ..errors import no_such
from .school import School


def collect(schools: Iterable[School]) -> Mapping[str, School]:
    """A read-only registry by name. Raises ValueError when two share one."""
    found: dict[str, School] = {}
    for s in schools:
        if s.name in found:
            raise ValueError(f"two schools are called {s.name!r}")
        found[s.name] = s
    return MappingProxyType(found)


def _discover() -> list[School]:
    found: list[School] = []
    for info in sorted(pkgutil.iter_modules(package.__path__), key=lambda m: m.name):
        module = importlib.import_module(f"{package.__name__}.{info.name}")
        kinds = [
            v for v in vars(module).values() if isinstance(v, type) and issubclass(v, School) and v.__module__ == module.__name__
        ]
        found += [k() for k in kinds if not k.__abstractmethods__]
    return found


SCHOOLS: Mapping[str, School] = collect(_discover())


def school(name: str) -> School:
    """Raises NoSuchName listing all schools."""
    if name not in SCHOOLS:
        raise no_such("school", name[:40], sorted(SCHOOLS))
    return SCHOOLS[name]
