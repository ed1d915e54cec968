"""Runs asked for, gone on with, and their files."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from django.db import transaction

from patterncraft.errors import BadSetting, MoveRefused

from ..cloth.services import Finished, Wanted, seen
from ..longwork.queue import enqueue
from ..shelf.cards import family_of
from ..shelf.models import Block
from ..shelf.services import draft_of
from ..styles import services as styles
from ..styles.models import Style
from ..workrooms.models import Workroom
from .bodies import MOST, persons, sizes
from .files import of_all, size_of, titled
from .models import RunFiles, RunRecord


def families_for(room: Workroom, style: Style) -> list[tuple[str, list[str], str]]:
    """For each role of the style: the families of its kind on the shelf, those of the same school first; and the one to begin with."""
    sets = Block.objects.of(room).exclude(size_set="").order_by("pk").values_list("size_set", "family", "school")
    out = []
    for role, revision in styles.pins_of(style):
        draft = draft_of(revision)
        kind = family_of(draft)
        own = dict.fromkeys(name for name, _, school in sets if school == draft.school)
        like = dict.fromkeys(name for name, family, _ in sets if family == kind)
        out.append((role, list(own | like), next(iter(own), "")))
    return out


def ask(room: Workroom, style: Style, families: Mapping[str, str], people: Sequence[int], name: str = "") -> RunRecord:
    """A run to be made; it waits for the worker. Raises BadSetting for a run of nobody, of too many, and as ``bodies.sizes``."""
    bodies = [*sizes(room, style, families), *persons(room, people)]
    if not bodies:
        raise BadSetting("there is nobody to cut it on.", style.name, "Choose sizes or people.", "people")
    if len(bodies) > MOST:
        raise BadSetting(f"that is {len(bodies)} bodies; {MOST} are cut at once.", style.name, "Make two runs of it.", "people")
    with transaction.atomic():
        run = RunRecord.objects.create(
            workroom=room,
            style=style,
            name=(name.strip() or f"{style.name}, {len(bodies)} {'body' if len(bodies) == 1 else 'bodies'}")[:200],
            bodies=[b.data() for b in bodies],
            steps=styles.steps_of(style),
            rules=style.house_rules().model_dump(mode="json"),
            finishing=style.finishing,
            seen=seen(style),
        )
        enqueue(run)
    return run


def is_stale(run: RunRecord) -> bool:
    """Whether its style has changed since, or is gone."""
    return run.style is None or seen(run.style) != run.seen


def files_of(run: RunRecord) -> RunFiles | None:
    """How far its archive is, without the archive itself."""
    return RunFiles.objects.defer("data").filter(run=run).first()


def write_files(run: RunRecord) -> RunFiles:
    """Everything of it into one archive. Raises MoveRefused while it is being cut, or its files are being written."""
    with transaction.atomic():
        files, _ = RunFiles.objects.get_or_create(run=run)
        if run.going or (files.going and files.attempt):
            raise MoveRefused("it is being made already.", run.name, "Wait a little.")
        files.data, files.done = None, 0
        files.save(update_fields=["data", "done"])
        enqueue(files)
    return files


def in_a_lay(run: RunRecord) -> list[Wanted]:
    """All its bodies, to be laid on one cloth. Raises BadSetting where it was cut on nobody."""
    cuts = [] if run.going else list(of_all(run))
    if not cuts:
        raise BadSetting("there is nothing to lay.", run.name, "Let the run be made first.", "run_id")
    return [
        Wanted(Finished(c.replay.pattern, tuple(size_of(run, c).finished), titled(run, c.body)), 1, run.style, run.seen)
        for c in cuts
    ]
