"""A block or a style as a small picture: enough to know it by."""

from __future__ import annotations

from xml.sax.saxutils import escape

from ..shelf.shapes import SilhouetteOut


def outlined(seen: SilhouetteOut, title: str) -> bytes:
    """Its sheets' outlines side by side, as SVG."""
    box = seen.box
    wide, high = box.right - box.left, box.bottom - box.top
    strokes = "".join(f'<path d="{escape(d)}"/>' for d in seen.lines)
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="{box.left:g} {box.top:g} {wide:g} {high:g}" width="480">'
        f"<title>{escape(title)}</title>"
        f'<g fill="none" stroke="#1d2733" stroke-width="{max(wide, high) / 400:g}">{strokes}</g></svg>\n'
    ).encode()
