"""A pattern sent to the workroom's plotter: over one line, to one address that the machine's own settings name."""

from __future__ import annotations

import socket
from typing import Final

from django.conf import settings

from patterncraft.errors import PatternError

PATIENCE: Final = 4.0
"""seconds for a plotter to take a plot, and to say what it thinks of it"""
LETTERS: Final = 400


class NoPlotter(PatternError):
    """It is switched off, or nobody said where it stands."""

    code = "no_plotter"


def send(data: bytes) -> str:
    """What the plotter said; many say nothing. Raises NoPlotter."""
    host, _, port = settings.PLOTTER.rpartition(":")
    if not host or not port.isdigit():
        raise NoPlotter(
            "nobody said where the plotter stands.",
            cure="Save the plotter file, or start the application with STEADY_SHEAR_PLOTTER=address:port.",
        )
    try:
        with socket.create_connection((host, int(port)), PATIENCE) as line:
            line.settimeout(PATIENCE)
            line.sendall(data)
            line.shutdown(socket.SHUT_WR)
            try:
                said = line.recv(4096)
            except TimeoutError:
                said = b""
    except OSError:
        raise NoPlotter(
            "the plotter does not answer.", settings.PLOTTER, "Is it switched on? Here its stand-in is started with: make plotter."
        ) from None
    return said.decode("utf-8", "replace").strip()[:LETTERS] or "Sent. It says nothing: look whether it draws."
