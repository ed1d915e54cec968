"""An archive from outside, opened so that nothing in it can fill this machine or lead out of it."""

from __future__ import annotations

import io
import json
import zipfile
import zlib
from collections.abc import Callable
from typing import Any, Final, TypeVar

from pydantic import ValidationError

from patterncraft.errors import BadFile
from patterncraft.formats.json_in import read_json
from patterncraft.texts import tidy
from patterncraft.validation import first_fault

from .papers import VERSION, Manifest, Paper

MOST_FILES: Final = 20_000
MOST_BYTES: Final = 400 * 1024 * 1024
"""of all files unpacked"""
LARGEST: Final = 10 * 1024 * 1024
"""bytes of one file"""
DAMAGED: Final = (zipfile.BadZipFile, zlib.error, EOFError, ValueError, RuntimeError)
"""What the library answers to a zip that was altered, each seen when bytes of one were (tests/server/test_parcel.py): its own word; a stream that does not unpack, or is cut
short; a place before the file's beginning; locked, or packed in a way or by a version that it does not know."""
WAYS: Final = (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED)
"""How files in it may be packed: as we pack them. Others unpack to far more, and say what is wrong in further ways."""
WHERE: Final = "Archive"
ANOTHER: Final = "Take an archive that Steady Shear wrote."
P = TypeVar("P", bound=Paper)


class Parcel:
    """Its files by name; nothing is ever written anywhere under a name that stands in it."""

    def __init__(self, data: bytes) -> None:
        """Raises BadFile for what is no zip, too large unpacked, of too many files, with names that lead out of it, or of a newer version."""
        try:
            self._zip = zipfile.ZipFile(io.BytesIO(data))
        except DAMAGED:
            raise BadFile("it is no archive.", WHERE, "Take the zip that was saved here.") from None
        found = self._zip.infolist()
        if len(found) > MOST_FILES:
            raise BadFile(f"there are {len(found):,} files in it; {MOST_FILES:,} are the most.", WHERE, ANOTHER)
        total = sum(i.file_size for i in found)
        if total > MOST_BYTES:
            raise BadFile(f"it unpacks to {total / 2**20:,.0f} MB; {MOST_BYTES / 2**20:.0f} are the most.", WHERE, ANOTHER)
        if any(i.compress_type not in WAYS for i in found):
            raise BadFile("a file in it is packed in a way that is not read here.", WHERE, ANOTHER)
        names = [i.filename for i in found]
        wrong = next((n for n in names if _leads_out(n)), None)
        if wrong is not None:
            raise BadFile(f"the file “{wrong[:60]}” would lie outside of it.", WHERE, ANOTHER)
        if len(set(names)) != len(names):
            raise BadFile("a name stands in it twice.", WHERE, ANOTHER)
        self.names = [n for n in names if not n.endswith("/")]
        self.manifest = self._manifest()

    def _manifest(self) -> Manifest:
        if "manifest.json" not in self.names:
            raise BadFile("there is no manifest.json in it.", WHERE, ANOTHER)
        raw = read_json(self.read("manifest.json"), "manifest.json")
        version = raw.get("version") if isinstance(raw, dict) else None
        if isinstance(version, int) and version > VERSION:
            raise BadFile(
                f"it was written by a newer version (its format is {version}, known here is {VERSION}).",
                WHERE,
                "Bring the application up to date, then take it in.",
            )
        return _paper(raw, Manifest, "manifest.json")

    def read(self, name: str) -> bytes:
        """A file's bytes. Raises BadFile where it is not there, broken, locked, or larger than it says."""
        try:
            with self._zip.open(name) as file:
                data = file.read(LARGEST + 1)
        except KeyError:
            raise BadFile("the file is not in the archive.", name[:100], ANOTHER) from None
        except DAMAGED:
            raise BadFile("the file is damaged, or locked.", name[:100], "Save the archive once more.") from None
        if len(data) > LARGEST:
            raise BadFile(f"the file has more than {LARGEST // 2**20} MB.", name[:100], ANOTHER)
        return data

    def json(self, name: str) -> Any:
        """A file as plain data."""
        return read_json(self.read(name), name[:100])

    def papers(self, folder: str, kind: type[P], left_out: Callable[[str, str], None]) -> list[tuple[str, P]]:
        """All papers of a kind, by the folder they lie in. One that is not as it should be is ``left_out``, by its name and why."""
        found = []
        for n in sorted(n for n in self.names if n.startswith(f"{folder}/") and n.endswith(f"/{kind_file(kind)}")):
            raw = None
            try:
                raw = self.json(n)
                found.append((n.rpartition("/")[0], _paper(raw, kind, n)))
            except BadFile as e:
                name = raw.get("name") if isinstance(raw, dict) else None
                left_out(tidy(name)[:60] if isinstance(name, str) else n[:100], e.message)
        return found


def kind_file(kind: type[Paper]) -> str:
    """What the paper of a kind is called in its folder."""
    return f"{kind.__name__.removesuffix('Paper').lower()}.paper.json"


def written(paper: Paper) -> bytes:
    """As it lies in the archive."""
    return json.dumps(paper.model_dump(mode="json"), ensure_ascii=False, separators=(",", ":")).encode()


def _paper(raw: Any, kind: type[P], where: str) -> P:
    try:
        return kind.model_validate(raw)
    except ValidationError as e:
        message, field = first_fault(e)
        raise BadFile(message, where[:100], ANOTHER, field) from None


def _leads_out(name: str) -> bool:
    parts = name.replace("\\", "/").split("/")
    return name.startswith(("/", "\\")) or ".." in parts or ":" in parts[0] or "\x00" in name
