"""The craft of flat patterns: paper, darts, seams and drafts, without any interface code."""

__version__ = "0.1.0"
