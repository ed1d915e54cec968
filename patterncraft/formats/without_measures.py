"""A block's file with the body taken out of it and the paper left."""

from __future__ import annotations

from .openfile import BlockFile


def without_measures(file: BlockFile) -> BlockFile:
    """The same pieces and seams as a traced block: not from whose measures they were drafted, nor what her girths are.

    The paper's own sizes stay, as they do on card: who measures the pattern still learns how wide it is.
    """
    return file.model_copy(update={"drafted": None, "girths": []})
