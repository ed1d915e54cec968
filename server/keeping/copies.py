"""The whole database as a copy, and a copy put back. Nothing is half written, nothing that was there is lost."""

from __future__ import annotations

import fcntl
import os
import shutil
import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from datetime import datetime
from pathlib import Path
from typing import IO, Final

from django.conf import settings
from django.db import connection, connections
from django.db.migrations.loader import MigrationLoader

from patterncraft.errors import BadFile, PatternError

from ..config.private_files import kept_private, private_folder

KEPT: Final = 14
"""copies in the folder of copies; older ones go. A copy that was named is never thrown away."""
SUFFIX: Final = ".sqlite3"


class Running(PatternError):
    """The application is at it; what it holds in memory would be another database's."""

    code = "running"


def folder() -> Path:
    """Where copies are kept."""
    return private_folder(Path(settings.VAR) / "backups")


@contextmanager
def at_work() -> Iterator[None]:
    """Held by whoever serves; several may, but nobody puts another database in its place meanwhile."""
    lock = _lock()
    fcntl.flock(lock, fcntl.LOCK_SH)
    try:
        yield
    finally:
        lock.close()


def _lock() -> IO[bytes]:
    return kept_private(Path(settings.VAR) / "at-work.lock").open("wb")


def copy_to(path: Path | None = None, now: datetime | None = None) -> Path:
    """A copy of the database as it is at one moment, also while it is used; looked over before it counts. Raises PatternError where it cannot be
    written, BadFile where what was written is not sound (it is thrown away then)."""
    _only_a_file()
    own = path is None
    day = (now or datetime.now()).strftime("%Y-%m-%d-%H%M%S")
    path = path or folder() / f"steady-shear-{day}{SUFFIX}"
    growing = path.with_name(f".{path.name}.growing")
    try:
        kept_private(growing)
        with sqlite3.connect(settings.DATABASES["default"]["NAME"]) as source, sqlite3.connect(growing) as target:
            source.backup(target)
        target.close()
        source.close()
        _look_over(growing)
        os.replace(growing, path)
    except OSError as e:
        raise PatternError(
            f"the copy could not be written: {e.strerror or e}.",
            str(path),
            "Make room there, or name a folder that may be written to.",
        ) from None
    except sqlite3.OperationalError as e:
        raise PatternError(f"the copy could not be written: {e}.", str(path), "Make room on the disk.") from None
    except sqlite3.DatabaseError as e:
        here = settings.DATABASES["default"]["NAME"]
        raise BadFile(f"the library itself is damaged: {e}.", str(here), "Restore an older copy; what is there is kept.") from None
    finally:
        with suppress(OSError):
            growing.unlink()
    if own:
        # Those that seem to be of a later day than this one were made before the machine's clock was set back: they are the oldest.
        for old in sorted(folder().glob(f"steady-shear-*{SUFFIX}"), key=lambda p: (p.name <= path.name, p.name))[:-KEPT]:
            old.unlink()
    return path


def put_back(path: Path) -> Path | None:
    """A copy in the place of the database; what was there is kept first, at the path that is answered: none on a new machine, where nothing was.

    Raises Running while the application is at it, BadFile for what is no copy, or one of a newer version.
    """
    _only_a_file()
    lock = _lock()
    try:
        fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except OSError:
        lock.close()
        raise Running("the application is running.", "", "Stop it, restore, and start it again.") from None
    with lock:
        if not path.is_file():
            raise BadFile("there is no such file.", str(path), f"The copies lie in {folder()}.")
        _look_over(path)
        _of_this_version(path)
        connections.close_all()
        here = Path(settings.DATABASES["default"]["NAME"])
        before = _kept(here)
        connections.close_all()
        coming = here.with_name(f".{here.name}.coming")
        kept_private(coming)
        with sqlite3.connect(path) as source, sqlite3.connect(coming) as target:
            source.backup(target)
        source.close()
        target.close()
        # The journal belongs to what was there.
        for more in ("-wal", "-shm"):
            with suppress(FileNotFoundError):
                Path(f"{here}{more}").unlink()
        os.replace(coming, here)
    return before


def _kept(here: Path) -> Path | None:
    """What lies in the place of the database, kept: as a copy that was looked over, or, where it is damaged or something else, as it lies there, for that
    is often why one restores. None where there is no file, or only the empty one that SQLite makes when it is asked for."""
    if not here.is_file() or _is_empty(here):
        return None
    name = f"before-restore-{datetime.now():%Y-%m-%d-%H%M%S}"
    try:
        return copy_to(folder() / f"{name}{SUFFIX}")
    except BadFile:
        as_it_lies = folder() / f"{name}-as-it-was{SUFFIX}"
        for more in ("", "-wal", "-shm"):
            with suppress(FileNotFoundError):
                shutil.copyfile(f"{here}{more}", kept_private(Path(f"{as_it_lies}{more}")))
        return as_it_lies


def _is_empty(here: Path) -> bool:
    try:
        with sqlite3.connect(f"file:{here}?mode=ro", uri=True) as found:
            tables = found.execute("SELECT count(*) FROM sqlite_master").fetchone()[0]
        found.close()
    except sqlite3.DatabaseError:
        return False
    return not tables


def _only_a_file() -> None:
    if connection.vendor != "sqlite":
        raise PatternError(
            "this house keeps its library on a database server.",
            "",
            "Use the server's own copies (pg_dump, pg_restore); see docs/deploy.md.",
        )


def _look_over(path: Path) -> None:
    try:
        with sqlite3.connect(f"file:{path}?mode=ro", uri=True) as copy:
            found = copy.execute("PRAGMA integrity_check").fetchone()[0]
            tables = {row[0] for row in copy.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
        copy.close()
    except sqlite3.DatabaseError as e:
        raise BadFile(f"it is no copy of a library: {e}.", str(path), "Take another copy.") from None
    if found != "ok":
        raise BadFile(f"it is damaged: {found}.", str(path), "Take an older copy.")
    if not {"django_migrations", "workrooms_workroom", "styles_style"} <= tables:
        raise BadFile("it is a database, but none of this application.", str(path), "Take another file.")


def _of_this_version(path: Path) -> None:
    known = set(MigrationLoader(None).disk_migrations)
    with sqlite3.connect(f"file:{path}?mode=ro", uri=True) as copy:
        applied = {(app, name) for app, name in copy.execute("SELECT app, name FROM django_migrations")}
    copy.close()
    newer = sorted(f"{app} {name}" for app, name in applied - known)
    if newer:
        raise BadFile(
            f"it was made by a newer version of the application ({newer[0]}).",
            str(path),
            "Bring the application up to date, then restore.",
        )
