"""How often garbage is looked for: seldom, since what is loaded stays."""

from __future__ import annotations

import gc


def look_seldom() -> None:
    """To be called before anything is loaded: looked through again and again on the way, loading takes a fifth longer."""
    gc.set_threshold(50_000, 20, 100)
