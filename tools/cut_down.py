"""A fault that ``python -m bench work`` told of by its seed, cut down to the steps that bring it about: ``python -m tools.cut_down 2026061080047``.

``files`` behind the seed: it was found in a sequence that lay in a file between any two steps. What it prints goes into a test in ``tests/bugs``.
"""

from __future__ import annotations

import json
import sys

from bench.work import LONGEST
from tests.sequences import cut_down, run_sequence


def main(arguments: list[str]) -> int:
    """Print the fault and its steps; 1 where the sequence has none any more, 2 without a seed."""
    if not arguments or not arguments[0].isdigit():
        print(__doc__)
        return 2
    seed, from_files = int(arguments[0]), "files" in arguments[1:]
    told = run_sequence(seed, LONGEST, from_files)
    if not told.faults:
        print("nothing is wrong with that sequence any more")
        return 1
    _, wrong, steps = told.faults[0]
    few = cut_down(seed, steps, wrong, from_files)
    print(f"{wrong}\n{len(few)} of {len(steps)} steps, on start_of({seed}):")
    for step in few:
        print(json.dumps(step, ensure_ascii=False))
    return 0


if __name__ == "__main__":
    raise SystemExit(main(sys.argv[1:]))
