"""What was read of an archive, kept beside what is here."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Sequence
from functools import partial
from typing import Any, TypeVar

from django.db import IntegrityError, transaction

from patterncraft.errors import BadFile, PatternError

from ..cloth.models import ClothCard, LayItem, LayRecord, StyleCloth
from ..cloth.services import seen
from ..fitting.models import Fitting, Photograph, PinnedNote
from ..people.models import EarlierChart, MeasureChart, Person
from ..shelf.cards import describe
from ..shelf.models import Block, BlockRevision
from ..shelf.services import stored_letters
from ..styles.models import Style, StyleBlock, StyleEdit
from ..workrooms.models import Keepable, Workroom
from .contents import Contents, Taken, left_out, mark
from .keys import by_key, key_of
from .papers import BlockPaper, ClothPaper, LayPaper, PersonPaper, StylePaper, ToilePaper

T = TypeVar("T")
Named = PersonPaper | BlockPaper | ClothPaper | StylePaper | LayPaper
BESIDE = "from the archive"
"""Said in the name of what was changed here and there."""


class Keeper:
    """Each act works in a transaction. ``revisions``: where the archive's revisions are here, by block key and number."""

    def __init__(self, room: Workroom, found: Contents, taken: Taken) -> None:
        self.room, self.found, self.taken = room, found, taken
        self.people = by_key(room, Person.objects.filter(workroom=room))
        self.blocks = by_key(room, Block.objects.filter(workroom=room))
        self.styles = by_key(room, Style.objects.filter(workroom=room))
        self.cloths = by_key(room, ClothCard.objects.filter(workroom=room))
        self.lays = by_key(room, LayRecord.objects.filter(workroom=room))
        self.revisions: dict[tuple[str, int], int] = {}

    def acts(self) -> Iterator[tuple[Named, Callable[[], None]]]:
        """What is to be done, in the order in which one thing needs another, each with the paper that it keeps: none takes long, and done twice they do no more than
        once."""
        for person in self.found.people:
            yield person, partial(self._person, person)
        for block in self.found.blocks:
            yield block, partial(self._block, block)
        for cloth in self.found.cloths:
            yield cloth, partial(self._cloth, cloth)
        for style in self.found.styles:
            yield style, partial(self._style, style)
        for style in self.found.styles:
            if style.variant_of:
                yield style, partial(self._variant, style)
        for lay in self.found.lays:
            yield lay, partial(self._lay, lay)

    def try_one(self, paper: Named, act: Callable[[], None]) -> None:
        """One act, in a transaction. What cannot be kept is left out and said, and nothing of it stays here, nor in what is remembered of where things are."""
        known: tuple[dict[str, Any], ...] = (self.people, self.blocks, self.styles, self.cloths, self.lays)
        there, counted = [d.get(paper.key) for d in known], self.taken.data()
        try:
            with transaction.atomic():
                act()
            return
        except PatternError as e:
            why = e.message
        except IntegrityError:
            why = "something in it stands there twice."
        for d, x in zip(known, there, strict=True):
            if x is None:
                d.pop(paper.key, None)
        for at in [k for k in self.revisions if k[0] == paper.key]:
            del self.revisions[at]
        self.taken.put_back(counted)
        self.taken.said.append(left_out(paper.name, why))

    def rules(self) -> None:
        """The house rules, where nothing is here yet."""
        if self.found.rules and not self.room.rules and not self.blocks and not self.styles:
            Workroom.objects.filter(pk=self.room.pk).update(rules=self.found.rules)
            self.taken.said.append("The house rules came along.")

    def _back(self, kept: Keepable, put_away: Any) -> bool:
        """Taken back where it is at hand there."""
        if kept.put_away is None or put_away is not None:
            return False
        kept.put_away = None
        kept.save(update_fields=["put_away"])
        return True

    def _ours_stays(self, paper: BlockPaper | ClothPaper | StylePaper, ours: T) -> T:
        """Both ours and what was once hung beside it were changed since: it is said, and nothing is taken a third time."""
        self.taken.said.append(f"“{paper.name}” was left out: it is here twice already, and both were changed since.")
        return ours

    def _person(self, paper: PersonPaper) -> None:
        person = self.people.get(paper.key)
        new = person is None
        if person is None:
            person = Person.objects.create(
                workroom=self.room, name=paper.name, note=paper.note, put_away=paper.put_away, origin=paper.key
            )
            self.people[paper.key] = person
        back = self._back(person, paper.put_away)
        there = {key_of(self.room, c): c for c in person.charts.all()}
        more = 0
        for c in paper.charts:
            if c.key in there:
                more += self._back(there[c.key], c.put_away)
                continue
            chart = MeasureChart.objects.create(
                person=person,
                taken_on=c.taken_on,
                values=c.values,
                estimated=c.estimated,
                version=c.version,
                put_away=c.put_away,
                origin=c.key,
            )
            earlier = [
                EarlierChart(chart=chart, number=e.number, values=e.values, estimated=e.estimated, why=e.why[:200])
                for e in c.earlier
            ]
            EarlierChart.objects.bulk_create(earlier)
            _dated(EarlierChart, zip(earlier, (e.changed for e in c.earlier), strict=True), "changed")
            more += 1
        lot = self.taken.new if new else self.taken.more if back or more else self.taken.same
        lot["person"] += 1

    def _block(self, paper: BlockPaper) -> None:
        block, more = self._block_for(paper)
        if block.pk is not None and more:
            self._describe(block, paper)
        if block.pk is None or more:
            block.save()
        fresh = [
            (BlockRevision(block=block, number=r.number, content=self.found.revisions[paper.key, r.number], note=r.note), r.created)
            for r in more
        ]
        BlockRevision.objects.bulk_create([r for r, _ in fresh], batch_size=100)
        _dated(BlockRevision, fresh, "created")
        self.blocks[paper.key] = block
        for number, pk in block.revisions.values_list("number", "pk"):
            self.revisions[paper.key, number] = pk
        for toile in paper.toiles:
            self._toile(block, paper, toile)

    def _block_for(self, paper: BlockPaper) -> tuple[Block, Sequence[Any]]:
        """The block here that it is, or a new one, not yet saved; and the revisions that it has not."""
        theirs = {r.number: self.found.revisions[paper.key, r.number] for r in paper.revisions}
        for key in (paper.key, f"{paper.key}~{mark(paper)}"):
            block = self.blocks.get(key)
            if block is None:
                name = paper.name if key == paper.key else f"{paper.name[:100]} ({BESIDE})"
                (self.taken.new if key == paper.key else self.taken.beside)["block"] += 1
                return self._new_block(paper, key, name), paper.revisions
            ours = dict(block.revisions.values_list("number", "content"))
            if all(ours[n] == theirs[n] for n in ours.keys() & theirs.keys()):
                back = self._back(block, paper.put_away)
                more = [r for r in paper.revisions if r.number > max(ours)]
                (self.taken.more if more or back else self.taken.same)["block"] += 1
                self.blocks[paper.key] = block
                return block, more
        return self._ours_stays(paper, self.blocks[paper.key]), ()

    def _new_block(self, paper: BlockPaper, key: str, name: str) -> Block:
        person = self.people.get(paper.person) if paper.person else None
        block = Block(
            workroom=self.room,
            person=person,
            name=name,
            state=paper.state,
            size_set=paper.size_set[:120],
            put_away=paper.put_away,
            origin=key,
        )
        self._describe(block, paper)
        return block

    def _describe(self, block: Block, paper: BlockPaper) -> None:
        newest = max(r.number for r in paper.revisions)
        content = self.found.revisions[paper.key, newest]
        draft = self.found.drafts.get((paper.key, newest))
        if draft is not None:
            describe(block, draft, stored_letters(content))

    def _toile(self, block: Block, paper: BlockPaper, toile: ToilePaper) -> None:
        if block.fittings.filter(number=toile.number).exists():
            return
        made = self.revisions.get((paper.key, toile.made)) if toile.made is not None else None
        fitting = Fitting.objects.create(
            block=block,
            number=toile.number,
            revision_id=self._revision(paper.key, toile.revision, paper.name),
            made_id=made,
            style=self._new_style(toile.recipe, toile.recipe.key, toile.recipe.name) if toile.recipe else None,
            worn_on=toile.worn_on,
            cloth=toile.cloth[:120],
            remarks=toile.remarks,
        )
        PinnedNote.objects.bulk_create(
            PinnedNote(fitting=fitting, piece=n.piece[:80], x=n.x, y=n.y, text=n.text) for n in toile.notes
        )
        for n, shot in enumerate(toile.photographs):
            kept = self.found.photographs[paper.key, toile.number, n]
            Photograph.objects.create(
                fitting=fitting, jpeg=kept.jpeg, width=kept.width, height=kept.height, caption=shot.caption[:200]
            )

    def _revision(self, block: str, number: int, where: str) -> int:
        """Where a revision is here. Raises BadFile where it is neither in the archive nor here."""
        found = self._found(block, number)
        if found is None:
            raise BadFile("a block that it lies on is not there.", where, "Take the whole library along.")
        return found

    def _found(self, block: str, number: int) -> int | None:
        found = self.revisions.get((block, number))
        if found is None and block in self.blocks:
            found = self.blocks[block].revisions.filter(number=number).values_list("pk", flat=True).first()
        if found is not None:
            self.revisions[block, number] = found
        return found

    def _cloth(self, paper: ClothPaper) -> None:
        for key in (paper.key, f"{paper.key}~{mark(paper)}"):
            card = self.cloths.get(key)
            if card is None:
                name = paper.name if key == paper.key else f"{paper.name[:100]} ({BESIDE})"
                card = ClothCard.objects.create(
                    workroom=self.room,
                    name=name[:120],
                    note=paper.note,
                    card=paper.card,
                    put_away=paper.put_away,
                    origin=key,
                )
                (self.taken.new if key == paper.key else self.taken.beside)["cloth"] += 1
                self.cloths[paper.key] = card
                return
            if card.card == paper.card:
                lot = self.taken.more if self._back(card, paper.put_away) else self.taken.same
                lot["cloth"] += 1
                self.cloths[paper.key] = card
                return
        self._ours_stays(paper, self.cloths[paper.key])

    def _style(self, paper: StylePaper) -> None:
        lain_on = [*paper.pins, *(pin for e in paper.edits for pin in e.pins)]
        if any(self._found(b, n) is None for _, b, n in lain_on):
            self.taken.said.append(f"“{paper.name}” was left out: a block that it lies on is not there.")
            return
        for key in (paper.key, f"{paper.key}~{mark(paper)}"):
            style = self.styles.get(key)
            if style is None:
                name = paper.name if key == paper.key else f"{paper.name[:100]} ({BESIDE})"
                self.styles[paper.key] = self._new_style(paper, key, name)
                (self.taken.new if key == paper.key else self.taken.beside)["style"] += 1
                return
            ours = [e.steps for e in style.edits.order_by("number")]
            theirs = [e.steps for e in paper.edits]
            common = min(len(ours), len(theirs))
            if ours[:common] == theirs[:common]:
                back = self._back(style, paper.put_away)
                grown = len(theirs) > len(ours)
                if grown:
                    self._bring_up(style, paper, len(ours))
                (self.taken.more if back or grown else self.taken.same)["style"] += 1
                self.styles[paper.key] = style
                return
        self._ours_stays(paper, self.styles[paper.key])

    def _new_style(self, paper: StylePaper, key: str, name: str) -> Style:
        style = Style.objects.create(
            workroom=self.room,
            name=name[:120],
            cursor=paper.cursor,
            version=paper.version,
            rules=paper.rules,
            layout={k: list(v) for k, v in paper.layout.items()},
            acknowledged=paper.acknowledged,
            finishing=paper.finishing,
            put_away=paper.put_away,
            origin=key,
        )
        self._edits(style, paper, 0)
        self._pin(style, paper)
        uses = [(use, self.cloths[cloth]) for use, cloth in paper.cloths if cloth in self.cloths]
        StyleCloth.objects.bulk_create(StyleCloth(style=style, use=use[:80], cloth=cloth) for use, cloth in uses)
        return style

    def _bring_up(self, style: Style, paper: StylePaper, there: int) -> None:
        """The changes that it has not yet, and as it stands after them."""
        self._edits(style, paper, there)
        style.pins.all().delete()
        self._pin(style, paper)
        style.cursor, style.version = paper.cursor, style.version + 1
        style.acknowledged, style.finishing = paper.acknowledged, paper.finishing
        style.layout = {k: list(v) for k, v in paper.layout.items()}
        style.save()

    def _edits(self, style: Style, paper: StylePaper, first: int) -> None:
        edits = [
            StyleEdit(
                style=style,
                number=e.number,
                steps=e.steps,
                pins=[[role, self._revision(block, n, paper.name)] for role, block, n in e.pins],
                label=e.label,
            )
            for e in paper.edits[first:]
        ]
        StyleEdit.objects.bulk_create(edits, batch_size=200)
        _dated(StyleEdit, zip(edits, (e.created for e in paper.edits[first:]), strict=True), "created")

    def _pin(self, style: Style, paper: StylePaper) -> None:
        StyleBlock.objects.bulk_create(
            StyleBlock(style=style, role=role[:80], revision_id=self._revision(block, n, paper.name))
            for role, block, n in paper.pins
        )

    def _variant(self, paper: StylePaper) -> None:
        style, root = self.styles.get(paper.key), self.styles.get(paper.variant_of or "")
        if style and root and style.pk != root.pk and style.variant_of_id is None:
            Style.objects.filter(pk=style.pk).update(variant_of=root)

    def _lay(self, paper: LayPaper) -> None:
        if paper.key in self.lays:
            self.taken.same["lay"] += 1
            return
        lay = LayRecord.objects.create(
            workroom=self.room,
            name=paper.name[:200],
            use=paper.use[:80],
            cloth=self.cloths.get(paper.cloth) if paper.cloth else None,
            cloth_name=paper.cloth_name[:120],
            card=paper.card,
            order=paper.order,
            shapes=paper.shapes,
            told=paper.told,
            placed=paper.placed,
            state=LayRecord.State.DONE if paper.done else LayRecord.State.STOPPED,
            spent=paper.spent,
            on_wider=paper.on_wider,
            found=paper.found,
            by_hand=paper.by_hand,
            version=paper.version,
            origin=paper.key,
        )
        for i in paper.items:
            style = self.styles.get(i.style) if i.style else None
            now = "" if style is None or i.stale else seen(style)
            LayItem.objects.create(lay=lay, style=style, title=i.title[:200], times=i.times, seen=now)
        self.taken.new["lay"] += 1


def _dated(kind: Any, rows: Iterable[tuple[Any, Any]], name: str) -> None:
    """When it was made there: kept by the database as the day it was written here otherwise."""
    dated = []
    for row, when in rows:
        setattr(row, name, when)
        dated.append(row)
    if dated:
        kind.objects.bulk_update(dated, [name], batch_size=300)
