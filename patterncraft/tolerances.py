"""The few tolerances of the kernel, in one place. All in centimetres unless a name says otherwise.

They are constants on purpose: a tolerance that can be changed at run time makes two replays of
one style differ. What a workroom may choose (the sewing tolerance) is a house rule instead.
"""

from typing import Final

LENGTH: Final = 1e-6
"""Arc lengths are right to this."""

SNAP: Final = 1e-4
"""A place closer than this to a corner *is* the corner; nothing drawn is shorter."""

CLOSE: Final = 1e-7
"""Paper edges this near each other coincide and can be taped."""

TAPED: Final = 1e-5
"""Paper edges this near each other lie on each other and are taped. Files hold six decimals, so legs and cut edges that
were congruent come back a few millionths apart; what lies between them goes into the paper account."""

FLAT: Final = 0.002
"""Flattening for output and predicates: the largest distance from the true curve."""

HUGE: Final = 1000.0
"""No drawn coordinate lies farther out than ten metres."""
