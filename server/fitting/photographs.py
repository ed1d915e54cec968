"""Photographs as they are taken in: read for what they are, not for what they are called; drawn anew, and nothing else kept."""

from __future__ import annotations

import io
import warnings
from typing import Final, NamedTuple

import numpy as np
from PIL import Image, ImageOps, UnidentifiedImageError

from patterncraft.errors import BadFile

KINDS: Final = ("JPEG", "PNG", "WEBP")
MOST: Final = 40_000_000
"""Dots of a picture: more than a good camera's. A small file can unpack to any number of them."""
LONGEST: Final = 2000
"""Dots along the longer side of what is kept."""
QUALITY: Final = 85
BAND: Final = 64
"""Dots high of what is looked at at once."""
NARROW: Final = 16
"""Dots of the shorter side of what is kept, at least."""


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
                found.draft("RGB", (longest, longest))
                seen = _as_seen(found)
                # Smaller first: whatever comes after takes as much memory again.
                seen.thumbnail((longest, longest))
                upright = ImageOps.exif_transpose(seen)
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
    if min(upright.size) < NARROW:
        raise BadFile(
            f"it is {width} × {height} dots: nothing can be seen on it.",
            "Photograph",
            f"Send one of at least {NARROW} dots each way.",
        )
    clean = Image.new("RGB", upright.size)
    clean.paste(upright)
    out = io.BytesIO()
    clean.save(out, "JPEG", quality=QUALITY)
    return Kept(out.getvalue(), *clean.size)


def _as_seen(picture: Image.Image) -> Image.Image:
    """In colours of eight bits as an eye sees it; band by band, so that no second picture of its size is made on the way."""
    if picture.mode == "RGB" and not picture.has_transparency_data:
        return picture
    width, height = picture.size
    seen = Image.new("RGB", picture.size)
    for top in range(0, height, BAND):
        seen.paste(_band_as_seen(picture.crop((0, top, width, min(top + BAND, height)))), (0, top))
    # Which way is up, where the file says so.
    seen.info["exif"] = picture.getexif().tobytes()
    # The library lets go of its dots.
    picture.close()
    return seen


def _band_as_seen(band: Image.Image) -> Image.Image:
    """What is transparent lies on white paper, and sixteen bits of grey are brought down to eight. (The library's own way there makes white of the one and black of
    the other.)"""
    if band.mode.startswith(("I", "F")):
        deep = np.asarray(band, dtype=np.float32)
        return Image.fromarray(np.clip(deep / 257.0, 0, 255).astype(np.uint8)).convert("RGB")
    if band.has_transparency_data:
        clear = band.convert("RGBA")
        return Image.alpha_composite(Image.new("RGBA", clear.size, "white"), clear).convert("RGB")
    return band.convert("RGB")
