"""Faults planted on purpose, one at a time, in work that is right: each must be found, named and placed."""
