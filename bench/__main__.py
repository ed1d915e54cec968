"""Print the table."""

from . import kernel, served
from .clock import table

if __name__ == "__main__":
    print(table([*kernel.rows(), *served.rows()]))
