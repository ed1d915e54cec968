"""The schools of drafting, one a file. Found by looking into this package; see drafting/schools.py."""
