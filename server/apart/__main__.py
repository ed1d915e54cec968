"""``python -m server.apart N``: a reader behind the socket that was handed down as number N, for a process that has none beside it."""

from __future__ import annotations

import os
import socket
import sys


def main() -> None:
    """Until whoever started it is gone."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    import django

    django.setup()
    from .reader import Reader
    from .ready import make_ready

    make_ready()
    Reader(socket.socket(fileno=int(sys.argv[1]))).work()


if __name__ == "__main__":
    main()
