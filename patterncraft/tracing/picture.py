"""A photograph as dots: read, checked for being one, written again. Places in it are complex: dots right and down."""

from __future__ import annotations

from typing import Any, Final

import numpy as np
from numpy.typing import NDArray

from ..errors import BadFile

Dots = NDArray[Any]
MOST: Final = 40_000_000
QUALITY: Final = 88


def read_picture(jpeg: bytes) -> Dots:
    """Height × width × 3. Raises BadFile for what is no picture or has too many dots."""
    # Imported when a photograph is worked: the application starts without it.
    import cv2

    found = cv2.imdecode(np.frombuffer(jpeg, np.uint8), cv2.IMREAD_COLOR) if jpeg else None
    if found is None:
        raise BadFile("it is no photograph that can be read.", "Photograph", "Send a JPEG, PNG or WebP picture.")
    if found.shape[0] * found.shape[1] > MOST:
        raise BadFile("it has too many dots.", "Photograph", f"Make it smaller: {MOST / 1e6:.0f} million are the most.")
    dots: Dots = found
    return dots


def written(dots: Dots) -> bytes:
    """As a JPEG without a word in it."""
    import cv2

    done, data = cv2.imencode(".jpg", dots, [cv2.IMWRITE_JPEG_QUALITY, QUALITY])
    if not done:
        raise BadFile("the picture cannot be written.", "Photograph", "Try another photograph.")
    return bytes(data)


def grey(dots: Dots) -> Dots:
    """How bright each dot is."""
    import cv2

    made: Dots = cv2.cvtColor(dots, cv2.COLOR_BGR2GRAY)
    return made


def points(places: list[complex]) -> Any:
    """Places as the library wants them: n × 2."""
    return np.array([[z.real, z.imag] for z in places], dtype=np.float64)
