"""Archives over the wire."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ..config.answers import Wire

Ids = Annotated[list[Annotated[int, Field(ge=1)]], Field(max_length=500)]


class ArchiveIn(Wire):
    """What is to be packed: the styles and blocks named, with all that belongs to them; none named: everything."""

    styles: Ids = Field(default=[])
    blocks: Ids = Field(default=[])


class ArchiveOut(Wire):
    """An archive on its way. ``of``: things in it, ``done`` of which are packed or read; ``size``: of the file, in words; ``told``: what came of it."""

    id: int
    way: Literal["out", "in"]
    name: str
    state: Literal["waiting", "running", "stopped", "done", "failed"]
    message: str
    stopping: bool
    done: int
    of: int
    size: str
    when: str
    told: list[str]
