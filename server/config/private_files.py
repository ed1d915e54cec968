"""Files and folders that only their owner may read: the database holds people's measures."""

from __future__ import annotations

from pathlib import Path


def private_folder(path: Path) -> Path:
    """The folder, there and closed to others (0700); one that is open to them is closed."""
    path.mkdir(parents=True, exist_ok=True, mode=0o700)
    if path.stat().st_mode & 0o077:
        path.chmod(0o700)
    return path


def kept_private(path: Path) -> Path:
    """The file's path, with the file there and closed to others (0600). SQLite gives the files beside its database the same rights."""
    if not path.exists():
        path.touch(mode=0o600)
    elif path.stat().st_mode & 0o077:
        path.chmod(0o600)
    return path
