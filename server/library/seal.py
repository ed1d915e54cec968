"""By which this house knows an archive again that it packed itself: its blocks were proved before, and need not be once more."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping

from django.utils.crypto import constant_time_compare, salted_hmac


def digest(data: bytes) -> bytes:
    """Of one file: a library need not be held in memory as a whole."""
    return hashlib.sha256(data).digest()


def seal_of(digests: Mapping[str, bytes]) -> str:
    """Of all files' digests by name, whatever their order; nobody who has not this house's secret can make it."""
    whole = hashlib.sha256()
    for name in sorted(digests):
        whole.update(digest(name.encode()) + digests[name])
    return salted_hmac("steady-shear.library", whole.hexdigest(), algorithm="sha256").hexdigest()


def is_ours(seal: str, digests: Mapping[str, bytes]) -> bool:
    """Whether it was packed here and nothing in it was changed since."""
    return bool(seal) and constant_time_compare(seal, seal_of(digests))
