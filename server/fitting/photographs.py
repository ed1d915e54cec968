"""Photographs as they are taken in: read for what they are, not for what they are called; drawn anew, and nothing else kept."""

from __future__ import annotations

import io
import warnings
from typing import Final, NamedTuple

from PIL import Image, ImageOps, UnidentifiedImageError

from patterncraft.errors import BadFile

KINDS: Final = ("JPEG", "PNG", "WEBP")
MOST: Final = 40_000_000
"""Dots of a picture: more than a good camera's. A small file can unpack to any number of them."""
LONGEST: Final = 2000
"""Dots along the longer side of what is kept."""
QUALITY: Final = 85


class Kept(NamedTuple):
    """A picture as it is stored."""

    jpeg: bytes
    width: int
    height: int


def redrawn(data: bytes, longest: int = LONGEST) -> Kept:
    """The picture turned upright, made smaller where it is longer than so many dots, and written anew without place, camera or any other word in it.

    Raises BadFile for what is no picture, one of another kind, one that is broken, or one of too many dots.
    """
    with warnings.catch_warnings():
        # What the library only warns of is too large here already.
        warnings.simplefilter("error", Image.DecompressionBombWarning)
        try:
            with Image.open(io.BytesIO(data), formats=KINDS) as found:
                width, height = found.size
                if width * height > MOST:
                    raise BadFile(
                        f"it has {width * height / 1e6:.0f} million dots.",
                        "Photograph",
                        f"Make it smaller: {MOST / 1e6:.0f} million are the most.",
                    )
                upright = ImageOps.exif_transpose(found).convert("RGB")
        except BadFile:
            raise
        except (Image.DecompressionBombError, Image.DecompressionBombWarning) as e:
            raise BadFile(
                "it has hundreds of million dots.", "Photograph", f"Make it smaller: {MOST / 1e6:.0f} million are the most."
            ) from e
        except (
            UnidentifiedImageError,
            OSError,
            ValueError,
            SyntaxError,
        ) as e:
            raise BadFile("it is no photograph that can be read.", "Photograph", "Send a JPEG, PNG or WebP picture.") from e
    upright.thumbnail((longest, longest))
    clean = Image.new("RGB", upright.size)
    clean.paste(upright)
    out = io.BytesIO()
    clean.save(out, "JPEG", quality=QUALITY)
    return Kept(out.getvalue(), *clean.size)
