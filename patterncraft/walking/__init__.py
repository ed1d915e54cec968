"""Edges laid together as they are sewn: one rolled along the other, and what runs on over a joint."""
