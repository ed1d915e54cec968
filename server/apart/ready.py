"""What readings need is loaded before they part."""

from __future__ import annotations

import gc
import os


def make_ready() -> None:
    """Drawings and blocks; what photographs take besides is loaded by those who read one."""
    # Each reading has one processor, and no threads to share it between.
    os.environ["OPENCV_FOR_THREADS_NUM"] = "1"
    from ..incoming import flattened, shown
    from ..shelf import proof

    del flattened, shown, proof
    gc.collect()
    gc.freeze()
