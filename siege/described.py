"""Questions made up from the API's own description, by schemathesis: none may be answered by 500."""

from __future__ import annotations

import os
import re
import subprocess
import sys
from pathlib import Path

from .house import ROOT, Furnished

LEFT_OUT = "^/api/(session|workrooms).*"
"""Asked by ``strangers``: here they would sign the visitor out."""


def asked(house: Furnished, port: int, seconds: int, report: Path) -> tuple[int, list[str]]:
    """(Questions, what was answered by 500.) Stops after ``seconds``."""
    cookies = "; ".join(f"{k}={v}" for k, v in house.visitor.cookies.items())
    command = [
        str(Path(sys.executable).parent / "schemathesis"), "run", str(ROOT / "docs/openapi.json"),
        "--url", f"http://127.0.0.1:{port}", "-H", f"Cookie: {cookies}", "-H", f"X-CSRFToken: {house.visitor.cookies['csrftoken']}",
        "--checks", "not_a_server_error", "--phases", "fuzzing", "--max-time", str(seconds), "--workers", "2", "--continue-on-failure",
        "--exclude-path-regex", LEFT_OUT, "--request-timeout", "30", "--seed", "7", "--generation-database", "none", "--no-color",
        "--suppress-health-check", "all",
    ]  # fmt: skip
    done = subprocess.run(
        command, cwd=report.parent, capture_output=True, text=True, env=os.environ | {"COLUMNS": "200"}, check=False
    )
    report.write_text(done.stdout + done.stderr)
    counted = re.search(r"([\d,]+) generated", done.stdout)
    failed = sorted(set(re.findall(r"^_+ ((?:GET|POST|PUT|DELETE) /\S+) _+$", done.stdout, re.MULTILINE)))
    if done.returncode not in (0, 1):
        failed.append(f"schemathesis ended with {done.returncode}: {done.stderr[-200:]}")
    return int(counted[1].replace(",", "")) if counted else 0, failed
