"""A photograph written and read again, by the imaging library; what cannot be."""

from __future__ import annotations

import cv2
import numpy as np
import pytest

from patterncraft.errors import BadFile
from patterncraft.tracing.picture import grey, points, read_picture, written


def test_a_picture_comes_back_in_its_colours() -> None:
    """Blue, green, red, as the library has them; a JPEG of the best part of its quality is off by a few levels of 255."""
    y, x = np.mgrid[0:120, 0:160]
    dots = np.stack([x * 255 / 160, y * 255 / 120, 128 + 60 * np.sin(x / 20)], axis=2).astype(np.uint8)
    data = written(dots)
    assert data[:2] == b"\xff\xd8", "a JPEG begins so (ISO/IEC 10918-1)"
    back = read_picture(data)
    assert back.shape == (120, 160, 3)
    assert float(cv2.PSNR(back, dots)) > 38
    assert len(data) < 0.5 * len(cv2.imencode(".jpg", dots, [cv2.IMWRITE_JPEG_QUALITY, 100])[1])


def test_brightness_is_weighed_as_the_eye_does() -> None:
    """ITU-R BT.601: 0.299 of red, 0.587 of green, 0.114 of blue."""
    dots = np.array([[(255, 0, 0), (0, 255, 0), (0, 0, 255), (10, 200, 90)]], np.uint8)
    wanted = [0.114 * b + 0.587 * g + 0.299 * r for b, g, r in dots[0].astype(float)]
    assert grey(dots)[0].astype(float) == pytest.approx(wanted, abs=0.6)


def test_places_are_told_to_the_library_as_x_and_y() -> None:
    assert points([3 + 4j, -1.5j]).tolist() == [[3.0, 4.0], [0.0, -1.5]]


def test_a_picture_longer_than_its_format_allows_is_refused() -> None:
    """A JPEG has 65,500 dots along a side at most."""
    with pytest.raises(BadFile) as told:
        written(np.zeros((1, 70_000, 3), np.uint8))
    assert (told.value.message, told.value.where, told.value.cure) == (
        "the picture cannot be written.",
        "Photograph",
        "Try another photograph.",
    )
