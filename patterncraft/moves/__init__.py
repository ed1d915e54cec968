"""The moves: one file each, discovered by ``registry``. A move is its parameters, its function and its working."""
