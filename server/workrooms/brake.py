"""The brake on guessing phrases: waits that grow, for a name and for an address, and that nobody can put on a browser that is known.

A guess is counted *before* the phrase is looked at, in one transaction, so that twenty at once are twenty; a right phrase takes its
count back. Three wheels are braked:

- a **name** asked for by browsers that never signed in with it: a few guesses free, then waits of 2, 4, 8 … up to 60 s;
- a **browser** that did (it holds a signed cookie): on its own wheel, so that a stranger who guesses at a name from somewhere else
  cannot keep its owner out;
- an **address**, whatever the name, with more guesses free, since a house has one address.

A question that comes too early is answered with how long to wait, costs nothing and does not make the wait longer.
"""

from __future__ import annotations

import hashlib
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import timedelta
from math import ceil
from threading import BoundedSemaphore
from typing import Final

from django.conf import settings
from django.contrib.auth.base_user import AbstractBaseUser
from django.core import signing
from django.db import transaction
from django.http import HttpRequest, HttpResponse
from django.utils import timezone

from ..config.answers import WRONG, TooOften
from ..config.since import since
from .models import Guesses
from .phrases import name_key

LONGEST: Final = 60.0
"""seconds that anybody waits at most"""
FORGOTTEN: Final = timedelta(minutes=15)
"""without a wrong guess, after which all are forgotten"""
COOKIE: Final = "known-here"
COOKIE_AGE: Final = 60 * 60 * 24 * 180
_AT_ONCE: Final = BoundedSemaphore(1)
"""Phrases that a process looks at together: it is hard work on purpose, and must not take every hand from other people's work."""
_IN_LINE: Final = BoundedSemaphore(2)
"""Threads of a process that are busy with it or stand in line for it; the others stay free."""
_KEPT_FREE: Final = BoundedSemaphore(1)
"""One place more, for a browser that is known: strangers can fill the line, not this."""
MANY: Final = "many people are signing in just now."
OPENED: Final = "many workrooms were opened from here in a row."
PATIENCE: Final = 3.0
"""seconds one stands in line"""


@dataclass(frozen=True, slots=True)
class Wheel:
    """What is counted under one key, and how many guesses are free before the waits begin. ``known``: of a browser that signed in before. ``why`` one has to
    wait, in a sentence."""

    key: str
    free: int
    known: bool = False
    why: str = WRONG


def wait_after(misses: int, free: int) -> float:
    """Seconds until the next guess: none for the first ``free``, then 2, 4, 8 … 60."""
    return 0.0 if misses < free else min(LONGEST, 2.0 ** (misses - free + 1))


def wheels_for(request: HttpRequest, name: str, account: AbstractBaseUser | None = None) -> tuple[Wheel, ...]:
    """What a guess at this name turns: the known browser's own wheel, else the name's and the address's. ``account``: whose name it is."""
    if account is not None and known_here(request, account):
        return (Wheel(_key("browser", request.COOKIES[COOKIE]), 5, known=True),)
    return Wheel(_key("name", name_key(name)), 5), Wheel(_key("address", _address(request)), 20)


def wheel_of_openings(request: HttpRequest) -> tuple[Wheel, ...]:
    """Opening workrooms is braked by address alone."""
    return (Wheel(_key("opening", _address(request)), 30, why=OPENED),)


def wheel_of_changes(user_id: int) -> tuple[Wheel, ...]:
    """Whoever sits at an open browser may not try phrases for ever either."""
    return (Wheel(_key("change", str(user_id)), 5),)


@contextmanager
def guess(wheels: tuple[Wheel, ...]) -> Iterator[None]:
    """Looking at one phrase, counted beforehand. Raises TooOften where one has to wait: told at once, without standing in line, so that those
    who guess without a pause take nobody's place there."""
    _refuse_too_soon(wheels, _rows(wheels))
    with _one_at_a_time(known=wheels[0].known):
        _count(wheels)
        yield


def _rows(wheels: tuple[Wheel, ...]) -> dict[str, Guesses]:
    not_forgotten = timezone.now() - FORGOTTEN
    return {g.key: g for g in Guesses.objects.filter(key__in=[w.key for w in wheels], last__gte=not_forgotten)}


def _refuse_too_soon(wheels: tuple[Wheel, ...], rows: dict[str, Guesses]) -> None:
    waits = [
        (wait_after(rows[w.key].count, w.free) - since(rows[w.key].last).total_seconds(), w.why) for w in wheels if w.key in rows
    ]
    longest, why = max(waits, default=(0.0, ""))
    if longest > 0:
        raise TooOften(ceil(longest), why)


def _count(wheels: tuple[Wheel, ...]) -> None:
    """One more guess on each. Raises TooOften, and counts nothing, where others were quicker and one has to wait now."""
    with transaction.atomic():
        Guesses.objects.filter(last__lt=timezone.now() - FORGOTTEN).delete()
        # A row for each, held by whoever comes first: the others wait, and see what was counted.
        now = timezone.now()
        Guesses.objects.bulk_create([Guesses(key=w.key, count=0, last=now) for w in wheels], ignore_conflicts=True)
        rows = {g.key: g for g in Guesses.objects.select_for_update().filter(key__in=[w.key for w in wheels]).order_by("key")}
        _refuse_too_soon(wheels, rows)
        for row in rows.values():
            row.count, row.last = row.count + 1, timezone.now()
            row.save()


def let_go(wheels: tuple[Wheel, ...]) -> None:
    """The phrase was right: what was guessed at the name is forgotten; an address gets this one guess back."""
    with transaction.atomic():
        for w in wheels:
            found = Guesses.objects.filter(key=w.key)
            if w.key.startswith("address"):
                for row in found:
                    row.count = max(0, row.count - 1)
                    row.save(update_fields=["count"])
            else:
                found.delete()


@contextmanager
def _one_at_a_time(known: bool) -> Iterator[None]:
    """Raises TooOften where others stand in line already."""
    place = next((x for x in ((_KEPT_FREE, _IN_LINE) if known else (_IN_LINE,)) if x.acquire(blocking=False)), None)
    if place is None:
        raise TooOften(2, MANY)
    try:
        if not _AT_ONCE.acquire(timeout=PATIENCE):
            raise TooOften(2, MANY)
        try:
            yield
        finally:
            _AT_ONCE.release()
    finally:
        place.release()


def remember(request: HttpRequest, answer: HttpResponse, account: AbstractBaseUser) -> None:
    """Give the browser the cookie by which it is known for this account."""
    token = signing.dumps({"account": account.pk}, salt=COOKIE)
    answer.set_cookie(COOKIE, token, max_age=COOKIE_AGE, httponly=True, samesite="Lax", secure=request.is_secure(), path="/api/")


def known_here(request: HttpRequest, account: AbstractBaseUser) -> bool:
    """Whether this browser signed in to that account before. It is bound to the account itself: of two names that are written alike it knows one."""
    try:
        held = signing.loads(request.COOKIES.get(COOKIE, ""), salt=COOKIE, max_age=COOKIE_AGE)
    except signing.BadSignature:
        return False
    return isinstance(held, dict) and held.get("account") == account.pk


def _address(request: HttpRequest) -> str:
    """Behind the house's own proxy, the last one that it names: what stands before that anybody can write."""
    said = request.META.get("HTTP_X_FORWARDED_FOR", "") if settings.BEHIND_PROXY else ""
    return str(said).rpartition(",")[2].strip() or str(request.META.get("REMOTE_ADDR", ""))


def _key(kind: str, what: str) -> str:
    """Names and addresses are not kept in clear: who guessed at whom is nobody's business."""
    return f"{kind}:{hashlib.sha256(what.encode()).hexdigest()[:40]}"
