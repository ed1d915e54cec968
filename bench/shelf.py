"""A shelf of five thousand blocks: listed, searched, scrolled, opened; a photograph of twelve million dots made flat; drawings out and in.

``python -m bench.shelf 5000`` hangs so many more in the application's own database (STEADY_SHEAR_VAR), copies of those of the demo.
"""

from __future__ import annotations

import http.client
import os
import subprocess
import sys
import tempfile
import time
from itertools import cycle
from pathlib import Path

from playwright.sync_api import sync_playwright

from patterncraft.drafting.schools import school
from patterncraft.finishing.finish import finish
from patterncraft.formats.dxf import pattern_dxf
from patterncraft.formats.svg import pattern_svg
from patterncraft.house import HouseRules
from patterncraft.incoming.block_in import block_in, read_drawing
from patterncraft.tracing.flat import made_flat
from patterncraft.tracing.picture import read_picture, written
from patterncraft.tracing.sheet import find_sheet
from tests.browser.conftest import CHROMIUM, FLAGS, ROOT, Application
from tests.photographs import photograph
from tests.samples import AVERAGE

from .clock import Row, ms, per_call, spread

COUNT = 5000
A4 = (21.0, 29.7)


def rows() -> list[Row]:
    """Starts the application with so many blocks, and measures at the server and in the browser."""
    return [*_drawings(), *_photograph(), *_shelf()]


def _drawings() -> list[Row]:
    pattern = school("bodice-direct").draft(AVERAGE, {}).pattern
    pieces = finish(pattern, HouseRules())
    svg, dxf = pattern_svg(pieces, "x", pattern).encode(), pattern_dxf(pieces, "x", pattern)
    return [
        Row("a block as DXF, written", ms(per_call(lambda: pattern_dxf(pieces, "x", pattern)))),
        Row("  read back as a block", ms(per_call(lambda: block_in(read_drawing(dxf), None)))),
        Row("a block as SVG, read back as a block", ms(per_call(lambda: block_in(read_drawing(svg), None)))),
    ]


def _photograph() -> list[Row]:
    jpeg = photograph(wide=4000).jpeg

    def flat() -> None:
        dots = read_picture(jpeg)
        sheet = find_sheet(dots, A4)
        if sheet is None:
            raise RuntimeError("the sheet was not found")
        written(made_flat(dots, sheet, A4).dots)

    took = per_call(flat, 2.0, 3)
    return [Row("a photograph of 12 million dots: sheet found, made flat, written", f"{took:.2f} s", "≤ 3 s", took <= 3)]


def _shelf() -> list[Row]:
    app = Application(Path(tempfile.mkdtemp()))
    app.start()
    try:
        env = os.environ | {"STEADY_SHEAR_VAR": str(app.var)}
        subprocess.run([sys.executable, "-m", "bench.shelf", str(COUNT)], cwd=ROOT, env=env, check=True)
        with sync_playwright() as p:
            browser = p.chromium.launch(executable_path=CHROMIUM, args=FLAGS)
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            page.goto(app.url)
            page.get_by_role("button", name="Open the demo workroom").click()
            page.get_by_label("Blocks", exact=True).wait_for()
            begun = time.perf_counter()
            page.goto(f"{app.url}/")
            page.get_by_label("Blocks", exact=True).get_by_role("listitem").first.wait_for()
            first = time.perf_counter() - begun
            smooth = page.evaluate(_SCROLL)
            cookies = {str(c.get("name")): str(c.get("value")) for c in page.context.cookies()}
            browser.close()
        listed = spread(_asked(app.port, cookies, ["/api/shelf"]))[0]
        searched = spread(
            _asked(app.port, cookies, ["/api/shelf?text=skirt+17", "/api/shelf?kind=bodice&state=fitted", "/api/shelf?text=maris"])
        )[1]
        opened = spread(_asked(app.port, cookies, [f"/api/blocks/{n}" for n in range(1, 9)]))[1]
    finally:
        app.stop()
    return [
        Row(f"{COUNT:,} blocks: a stretch of the shelf, median", ms(listed), "≤ 100 ms", listed <= 0.1),
        Row("  searched, 95th percentile", ms(searched), "≤ 100 ms", searched <= 0.1),
        Row("  a block opened, 95th percentile", ms(opened), "≤ 150 ms", opened <= 0.15),
        Row("  first screen", f"{first:.2f} s", "≤ 1 s", first <= 1),
        Row("  scrolled through some thousand cards", f"{smooth:.0f} pictures/s", "≥ 30", smooth >= 30),
    ]


_SCROLL = """async () => {
  const all = document.scrollingElement, inner = [...document.querySelectorAll("*")].find((e) => e.scrollHeight > e.clientHeight + 400 && getComputedStyle(e).overflowY !== "visible");
  const on = inner ?? all;
  let pictures = 0;
  const begun = performance.now();
  while (performance.now() - begun < 4000) {
    on.scrollBy(0, 60);
    await new Promise(requestAnimationFrame);
    pictures += 1;
  }
  return pictures / 4;
}"""
"""Sixty dots for every picture, as a wheel does, for four seconds; how many pictures were drawn in a second."""


def _asked(port: int, cookies: dict[str, str], paths: list[str], times: int = 40) -> list[float]:
    line = http.client.HTTPConnection("127.0.0.1", port)
    headers = {"Cookie": "; ".join(f"{k}={v}" for k, v in cookies.items())}
    took = []
    for n, path in zip(range(times + len(paths)), cycle(paths), strict=False):
        begun = time.perf_counter()
        line.request("GET", path, headers=headers)
        answer = line.getresponse()
        answer.read()
        if answer.status != 200:
            raise RuntimeError(f"{path}: {answer.status}")
        if n >= len(paths):
            took.append(time.perf_counter() - begun)
    return took


def _hang(count: int) -> None:
    """So many more blocks, copies of those that hang in the demo workroom."""
    import django

    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    django.setup()
    from server.shelf.models import Block, BlockRevision

    models = list(Block.objects.exclude(card={}).order_by("pk"))
    contents = [b.revisions.all()[0].content for b in models]
    new = [
        Block(
            workroom=m.workroom,
            person=m.person,
            name=f"{m.name} {n}",
            state=m.state,
            school=m.school,
            family=m.family,
            cloth=m.cloth,
            card=m.card,
        )
        for n, m in zip(range(count), cycle(models), strict=False)
    ]
    Block.objects.bulk_create(new, batch_size=500)
    made = Block.objects.order_by("pk")[len(models) :]
    BlockRevision.objects.bulk_create(
        [BlockRevision(block=b, number=1, content=c) for b, c in zip(made, cycle(contents), strict=False)], batch_size=200
    )


if __name__ == "__main__":
    _hang(int(sys.argv[1]))
