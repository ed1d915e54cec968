"""The library, or part of it, into one zip: open files that stand alone, a paper for what belongs to each, a picture."""

from __future__ import annotations

import io
import json
import logging
import re
import zipfile
from collections.abc import Callable, Collection, Iterable
from contextlib import suppress
from dataclasses import dataclass, field
from datetime import date
from typing import Any, Final, NamedTuple

from django.db.models import QuerySet

from patterncraft.errors import PatternError
from patterncraft.formats.openfile import AcknowledgedData, MeasuresFile, StyleFile
from patterncraft.formats.openfile_io import write_file
from patterncraft.moves.registry import read_steps

from ..cloth.models import ClothCard, LayItem, LayRecord
from ..cloth.services import seen
from ..fitting.models import Fitting
from ..people.models import Person
from ..people.words import known_values
from ..shelf.cards import silhouette
from ..shelf.models import Block, BlockRevision
from ..shelf.shapes import SilhouetteOut
from ..styles import services as styles
from ..styles.models import Style
from ..workrooms.models import Workroom
from .contents import left_out
from .keys import key_of
from .papers import (
    BlockPaper,
    ChartPaper,
    ClothPaper,
    EarlierPaper,
    EditPaper,
    LayItemPaper,
    LayPaper,
    Manifest,
    NotePaper,
    Paper,
    PersonPaper,
    PhotographPaper,
    RevisionPaper,
    StylePaper,
    ToilePaper,
)
from .parcel import kind_file, written
from .pictures import outlined
from .seal import digest, seal_of

log = logging.getLogger(__name__)
DAY: Final = (1980, 1, 1, 0, 0, 0)
"""The date of files in an archive, so that the same library gives the same bytes: the earliest a zip can hold."""
Told = Callable[[int, int], bool]
"""Hears how many of how many are packed; says whether to go on."""


class Stopped(Exception):
    """Somebody said stop."""


@dataclass
class _Packer:
    room: Workroom
    told: Told
    of: int = 0
    done: int = 0
    said: list[str] = field(default_factory=list)
    digests: dict[str, bytes] = field(default_factory=dict)
    out: io.BytesIO = field(default_factory=io.BytesIO)

    def __post_init__(self) -> None:
        self.zip = zipfile.ZipFile(self.out, "w", zipfile.ZIP_DEFLATED)
        self.blocks: dict[int, tuple[str, int, str]] = {}
        """By revision: the block's key, the revision's number, the open file's name."""

    def key(self, thing: Any) -> str:
        return key_of(self.room, thing)

    def put(self, name: str, data: bytes) -> None:
        self.digests[name] = digest(data)
        self.zip.writestr(zipfile.ZipInfo(name, DAY), data, zipfile.ZIP_DEFLATED)

    def paper(self, folder: str, paper: Paper) -> None:
        self.put(f"{folder}/{kind_file(type(paper))}", written(paper))

    def tried(self, pack: Callable[[_Packer, str, Any], None], folder: str, thing: Any) -> None:
        try:
            pack(self, folder, thing)
        except (PatternError, ValueError, LookupError, TypeError, AttributeError) as e:
            log.warning("“%s” cannot be packed", thing.name, exc_info=e)
            why = e.message if isinstance(e, PatternError) else "it holds what this version cannot write."
            self.said.append(f"{left_out(thing.name, why)} Put it away, or mend it, and save the library once more.")
        self.packed()

    def packed(self) -> None:
        self.done += 1
        if not self.told(self.done, self.of):
            raise Stopped


class Packed(NamedTuple):
    """The zip, and what is not in it, in sentences."""

    data: bytes
    said: list[str]


def packed(room: Workroom, told: Told, only_styles: Collection[int] = (), only_blocks: Collection[int] = ()) -> Packed:
    """Everything of a workroom as a zip; or the styles and blocks named, with the blocks and people that belong to them. What cannot be packed is left out, and told: one
    thing keeps no other from being saved. Raises Stopped where ``told`` says so."""
    p = _Packer(room, told)
    part = bool(only_styles or only_blocks)
    owned = Style.objects.filter(workroom=room, fitting=None)
    chosen = owned.filter(pk__in=only_styles) if part else owned
    blocks = _blocks(room, chosen, only_blocks) if part else Block.objects.filter(workroom=room)
    people = Person.objects.filter(workroom=room, **({"blocks__in": blocks} if part else {})).distinct()
    cloths = ClothCard.objects.filter(workroom=room, **({"styles__style__in": chosen} if part else {})).distinct()
    lays = LayRecord.objects.none() if part else LayRecord.objects.filter(workroom=room)
    p.of = people.count() + blocks.count() + chosen.count() + cloths.count() + lays.count()
    for n, person in enumerate(people.order_by("pk").prefetch_related("charts__earlier"), 1):
        p.tried(_person, f"people/{_folder(n, person.name)}", person)
    for n, block in enumerate(blocks.order_by("pk").select_related("person").prefetch_related("revisions").iterator(50), 1):
        p.tried(_block, f"blocks/{_folder(n, block.name)}", block)
    for n, style in enumerate(chosen.order_by("pk").select_related("workroom", "variant_of"), 1):
        p.tried(_style, f"styles/{_folder(n, style.name)}", style)
    for n, cloth in enumerate(cloths.order_by("pk"), 1):
        p.tried(_cloth, f"cloths/{_folder(n, cloth.name)}", cloth)
    for n, lay in enumerate(lays.order_by("pk").select_related("cloth"), 1):
        p.tried(_lay, f"lays/{_folder(n, lay.name)}", lay)
    if not part:
        p.put("house rules.json", json.dumps(room.rules, ensure_ascii=False, indent=1).encode())
    counts = {
        "people": people.count(),
        "blocks": blocks.count(),
        "styles": chosen.count(),
        "cloths": cloths.count(),
        "lays": lays.count(),
    }
    manifest = Manifest(workroom=room.key, name=room.name, made=date.today(), counts=counts, seal=seal_of(p.digests))
    p.put("manifest.json", json.dumps(manifest.model_dump(mode="json"), ensure_ascii=False, indent=1).encode())
    p.zip.close()
    return Packed(p.out.getvalue(), p.said)


def _blocks(room: Workroom, chosen: QuerySet[Style], named: Collection[int]) -> QuerySet[Block]:
    """Those named, and all that the styles lie on or would by undoing."""
    revisions = {i for s in chosen for e in s.edits.all() for _, i in e.pins} | {i for s in chosen for _, i in styles.pins_of(s)}
    own = Block.objects.filter(workroom=room)
    return own.filter(pk__in={*named, *own.filter(revisions__in=revisions).values_list("pk", flat=True)})


def _folder(number: int, name: str) -> str:
    plain = re.sub(r'[\\/:*?"<>|\x00-\x1f]+', " ", name).strip(" .")[:60]
    return f"{number:04} {plain}".strip()


def _person(p: _Packer, folder: str, person: Person) -> None:
    charts = []
    for chart in sorted(person.charts.all(), key=lambda c: c.pk):
        earlier = [
            EarlierPaper(number=e.number, values=e.values, estimated=e.estimated, why=e.why, changed=e.changed)
            for e in chart.earlier.all()
        ]
        charts.append(
            ChartPaper(
                key=p.key(chart),
                taken_on=chart.taken_on,
                values=chart.values,
                estimated=chart.estimated,
                version=chart.version,
                put_away=chart.put_away,
                earlier=earlier,
            )
        )
        file = MeasuresFile(name=person.name, taken_on=chart.taken_on, values=known_values(chart), estimated=chart.estimated)
        p.put(f"{folder}/measures {chart.taken_on} {chart.pk}.json", write_file(file))
    paper = PersonPaper(key=p.key(person), name=person.name, note=person.note, put_away=person.put_away, charts=charts)
    p.paper(folder, paper)


def _block(p: _Packer, folder: str, block: Block) -> None:
    key = p.key(block)
    revisions = []
    for r in sorted(block.revisions.all(), key=lambda r: r.number):
        name = f"revision {r.number}.json"
        p.blocks[r.pk] = key, r.number, f"{folder}/{name}"
        p.put(f"{folder}/{name}", json.dumps(r.content, ensure_ascii=False, separators=(",", ":")).encode())
        revisions.append(RevisionPaper(number=r.number, file=name, note=r.note, created=r.created))
    known = block.card.get("silhouette")
    if known:
        p.put(f"{folder}/picture.svg", outlined(SilhouetteOut.model_validate(known), block.name))
    toiles = block.fittings.order_by("number").select_related("revision", "made", "style").prefetch_related("notes", "photographs")
    paper = BlockPaper(
        key=key,
        name=block.name,
        person=p.key(block.person) if block.person else None,
        state=block.state,
        size_set=block.size_set,
        put_away=block.put_away,
        revisions=revisions,
        toiles=[_toile(p, folder, t) for t in toiles],
    )
    p.paper(folder, paper)


def _toile(p: _Packer, folder: str, toile: Fitting) -> ToilePaper:
    photographs = []
    for n, shot in enumerate(toile.photographs.all(), 1):
        name = f"toile {toile.number} photograph {n}.jpg"
        p.put(f"{folder}/{name}", bytes(shot.jpeg))
        photographs.append(PhotographPaper(file=name, caption=shot.caption))
    return ToilePaper(
        number=toile.number,
        revision=toile.revision.number,
        made=toile.made.number if toile.made else None,
        worn_on=toile.worn_on,
        cloth=toile.cloth,
        remarks=toile.remarks,
        notes=[NotePaper(piece=n.piece, x=n.x, y=n.y, text=n.text) for n in toile.notes.all()],
        photographs=photographs,
        recipe=_style_paper(p, toile.style) if toile.style else None,
    )


def _style(p: _Packer, folder: str, style: Style) -> None:
    p.paper(folder, _style_paper(p, style))
    p.put(f"{folder}/style.json", _open_file(p, style))
    with suppress(PatternError, ValueError, KeyError, TypeError):
        # One that cannot be read goes along without a picture.
        worked = styles.worked(styles.pins_of(style), read_steps(styles.steps_of(style)), style.house_rules())
        p.put(f"{folder}/picture.svg", outlined(silhouette(worked.pattern), style.name))


def _style_paper(p: _Packer, style: Style) -> StylePaper:
    edits = list(style.edits.order_by("number"))
    now = styles.pins_of(style)
    _know(p, {i for e in edits for _, i in e.pins} | {i for _, i in now})
    return StylePaper(
        key=p.key(style),
        name=style.name,
        variant_of=p.key(style.variant_of) if style.variant_of else None,
        cursor=style.cursor,
        version=style.version,
        rules=style.rules,
        layout=style.layout,
        acknowledged=style.acknowledged,
        finishing=style.finishing,
        put_away=style.put_away,
        pins=_pins(p, now),
        edits=[EditPaper(number=e.number, steps=e.steps, pins=_pins(p, e.pins), label=e.label, created=e.created) for e in edits],
        cloths=[(x.use, p.key(x.cloth)) for x in style.cloths.select_related("cloth")],
    )


def _know(p: _Packer, revisions: Iterable[int]) -> None:
    """Revisions of blocks that come later in the archive, as a toile's recipe lies on."""
    unknown = [i for i in revisions if i not in p.blocks]
    for r in BlockRevision.objects.filter(pk__in=unknown).select_related("block").defer("content"):
        p.blocks[r.pk] = p.key(r.block), r.number, ""


def _pins(p: _Packer, pins: Iterable[tuple[str, int]]) -> list[tuple[str, str, int]]:
    return [(role, *p.blocks[revision][:2]) for role, revision in pins if revision in p.blocks]


def _open_file(p: _Packer, style: Style) -> bytes:
    """The recipe as an open file that finds its blocks beside it, once the archive is unpacked."""
    blocks: Any = {role: {"file": f"../../{p.blocks[i][2]}"} for role, i in styles.pins_of(style)}
    file = StyleFile(
        name=style.name,
        blocks=blocks,
        steps=styles.steps_of(style),
        rules=style.house_rules(),
        acknowledged=[AcknowledgedData(**a) for a in style.acknowledged],
        finishing=list(style.finish_plan().lines),
    )
    return write_file(file)


def _cloth(p: _Packer, folder: str, cloth: ClothCard) -> None:
    paper = ClothPaper(key=p.key(cloth), name=cloth.name, note=cloth.note, card=cloth.card, put_away=cloth.put_away)
    p.paper(folder, paper)


def _lay(p: _Packer, folder: str, lay: LayRecord) -> None:
    items = [_item(p, i) for i in lay.items.select_related("style__workroom").order_by("pk")]
    paper = LayPaper(
        key=p.key(lay),
        name=lay.name,
        use=lay.use,
        cloth=p.key(lay.cloth) if lay.cloth else None,
        cloth_name=lay.cloth_name,
        card=lay.card,
        order=lay.order,
        shapes=lay.shapes,
        told=lay.told,
        placed=lay.placed,
        done=lay.state == lay.State.DONE,
        spent=lay.spent,
        on_wider=lay.on_wider,
        found=lay.found,
        by_hand=lay.by_hand,
        version=lay.version,
        items=items,
    )
    p.paper(folder, paper)


def _item(p: _Packer, item: LayItem) -> LayItemPaper:
    style = item.style
    stale = style is None or seen(style) != item.seen
    return LayItemPaper(style=p.key(style) if style else None, title=item.title, times=item.times, stale=stale)
