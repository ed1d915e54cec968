"""References to places and lines on a piece, by names and proportions, so that they mean the same on another block."""
