"""Sensible faults: those that a developer makes by misunderstanding, put in wherever they fit, a sample tried against the whole suite."""
