"""By which this house knows an archive again that it packed itself: its blocks were proved before, and need not be once more."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping

from django.utils.crypto import constant_time_compare, salted_hmac


def seal_of(files: Mapping[str, bytes]) -> str:
    """Of all files by name, whatever their order; nobody who has not this house's secret can make it."""
    whole = hashlib.sha256()
    for name in sorted(files):
        whole.update(hashlib.sha256(name.encode()).digest() + hashlib.sha256(files[name]).digest())
    return salted_hmac("steady-shear.library", whole.hexdigest(), algorithm="sha256").hexdigest()


def is_ours(seal: str, files: Mapping[str, bytes]) -> bool:
    """Whether it was packed here and nothing in it was changed since."""
    return bool(seal) and constant_time_compare(seal, seal_of(files))
