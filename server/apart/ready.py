"""What readings need is loaded before they part."""

from __future__ import annotations

import gc


def make_ready() -> None:
    """Drawings, photographs, blocks."""
    import cv2

    from ..fitting import photographs
    from ..incoming import shown
    from ..shelf import proof

    # Each reading has one processor, and no threads to share it between.
    cv2.setNumThreads(1)
    del photographs, shown, proof
    gc.collect()
    gc.freeze()
