"""The workroom's memory: Django around the core. It stores, guards and answers; the craft is in ``patterncraft``."""
