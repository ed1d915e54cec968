"""Print the table; with names, only those parts: kernel, schools, served."""

import sys

from . import kernel, schools, served, work
from .clock import table

PARTS = {"kernel": kernel.rows, "work": work.rows, "schools": schools.rows, "served": served.rows}

if __name__ == "__main__":
    print(table([row for name in sys.argv[1:] or PARTS for row in PARTS[name]()]))
