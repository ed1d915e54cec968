"""Cloths and lays in words and drawings."""

from __future__ import annotations

from typing import Any

from patterncraft.formats.drawing import Box, Point
from patterncraft.formats.lay_svg import path_of
from patterncraft.laying.buying import buying
from patterncraft.laying.cloth import HOW, Cloth
from patterncraft.units import Unit, format_length

from . import services
from .models import ClothCard, LayRecord
from .shapes import ClothOut, LaidOut, LayHead, LayOut


def cloth_out(card: ClothCard, unit: Unit) -> ClothOut:
    """A card."""
    cloth = card.cloth()
    return ClothOut(id=card.pk, name=card.name, note=card.note, card=cloth, words=cloth_words(cloth, unit))


def cloth_words(c: Cloth, unit: Unit) -> list[str]:
    """What the card says, what is nought left away."""
    out = [f"{format_length(c.width, unit)} wide"]
    if c.shrink_warp or c.shrink_weft:
        out.append(f"shrinks {c.shrink_warp:g} × {c.shrink_weft:g} %")
    if c.stretch:
        out.append(f"stretches {c.stretch:g} %")
    if c.weight:
        out.append(f"{c.weight:g} g/m²")
    if c.nap:
        out.append("one way")
    if c.repeat_along or c.repeat_across:
        sides = [format_length(x, unit, with_unit=False) if x else "–" for x in (c.repeat_along, c.repeat_across)]
        out.append(f"repeat {' × '.join(sides)} {unit}")
    if c.price:
        out.append(f"{c.price:.2f} a metre")
    if c.in_stock:
        out.append(f"{c.in_stock / 100:.2f} m in stock")
    return out


def lay_head(record: LayRecord, unit: Unit) -> LayHead:
    """A lay in a list."""
    buy = buying(record.lay(), record.cloth_card(), record.lay_order(), unit).words if record.placed else ""
    return LayHead(
        id=record.pk,
        name=record.name,
        use=record.use,
        cloth=record.cloth_name,
        state=record.state,
        buy=buy,
        when=record.created.date().isoformat(),
        stale=services.is_stale(record),
    )


def lay_out(record: LayRecord, unit: Unit) -> LayOut:
    """A lay as it stands."""
    cloth, order, lay = record.cloth_card(), record.lay_order(), record.lay()
    told: dict[str, Any] = {"buy": "", "reasons": [], "cost": "", "short": [], "wider": ""}
    stock = 0.0
    if record.placed:
        bought = buying(lay, cloth, order, unit, record.on_wider)
        told = {
            "buy": bought.words,
            "reasons": list(bought.reasons),
            "cost": f"{bought.cost:.2f}" if bought.cost is not None else "",
            "short": list(bought.short),
            "wider": bought.wider,
        }
        if bought.short:
            stock = lay.length * cloth.in_stock / bought.need
    rings = lay.rings()
    names = lay.name_places()
    pieces = []
    for n, (p, ring) in enumerate(zip(lay.placed, rings, strict=True)):
        shape, box = lay.shapes[p.shape], box_of_ring(ring)
        pieces.append(
            LaidOut(
                index=n,
                label=shape.label,
                d=path_of(ring),
                middle=Point(x=(box.left + box.right) / 2, y=(box.top + box.bottom) / 2),
                name_at=Point(x=names[n].real, y=names[n].imag),
                turn=p.turn,
                turns=list(shape.turns),
                x=p.shift.real,
                y=p.shift.imag,
                on_fold=shape.on_fold,
                turned_over=shape.turned_over,
                past_stock=bool(stock) and max(z.real for z in ring) > stock + 1e-6,
            )
        )
    return LayOut(
        id=record.pk,
        name=record.name,
        use=record.use,
        cloth=record.cloth_name,
        how=order.how,
        state=record.state,
        message=record.message,
        stopping=record.stop,
        share=min(1.0, record.spent / order.seconds) if record.state == "running" else 0.0 if record.state == "waiting" else 1.0,
        seconds=order.seconds,
        found=record.found,
        version=record.version,
        changed=f"{record.attempt}.{record.found}.{record.version}",
        by_hand=record.by_hand,
        stale=services.is_stale(record),
        items=[f"{i.times} × {i.title}" if i.times > 1 else i.title for i in record.items.all()],
        told=record.told,
        room=lay.room,
        length=lay.length,
        stock=stock,
        repeat_along=cloth.repeat_along,
        repeat_across=cloth.repeat_across,
        length_words=f"{format_length(lay.length, unit)}, {HOW[order.how]}",
        efficiency=f"{100 * lay.efficiency:.1f} %",
        pieces=pieces,
        **told,
    )


def box_of_ring(ring: tuple[complex, ...] | list[complex]) -> Box:
    """Round a ring."""
    xs, ys = [z.real for z in ring], [z.imag for z in ring]
    return Box(left=min(xs), top=min(ys), right=max(xs), bottom=max(ys))
