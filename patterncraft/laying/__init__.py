"""Pieces laid on cloth: what is to be cut of it, how it may lie, where it lies, and how much cloth that takes."""
