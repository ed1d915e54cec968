"""Lines, cubics and paths on the paper. Lengths in cm, x to the right, y down.

A point is a ``complex`` number: the cheapest immutable pair Python has (measured against slotted
point classes: 1.7 times faster for cut, swing and rejoin), and a rotation is one multiplication.
"""
