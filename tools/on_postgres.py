"""The server's tests once more on PostgreSQL, where Debian's packages of it are there; a cluster of its own, thrown away afterwards.

``python -m tools.on_postgres [pytest's words …]``
"""

from __future__ import annotations

import importlib.util
import os
import pwd
import socket
import subprocess
import sys
import tempfile
import time
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
ONLY_A_FILE = "not browser and not one_file"
"""Tests of what only the file has (its copies, its journal) say so by the mark ``one_file``."""


def main() -> int:
    """Exit as pytest does; 0 where there is no PostgreSQL."""
    found = sorted(Path("/usr/lib/postgresql").glob("*/bin/initdb"))
    if not found or importlib.util.find_spec("psycopg") is None:
        print("No PostgreSQL here, or no psycopg (requirements-larger.txt): its tests are left out.")
        return 0
    with tempfile.TemporaryDirectory(prefix="cluster-") as folder:
        return _on(found[-1].parent, Path(folder))


def _on(programs: Path, folder: Path) -> int:
    # A database server does not run as root.
    who = pwd.getpwnam("postgres") if os.getuid() == 0 else pwd.getpwuid(os.getuid())
    os.chown(folder, who.pw_uid, who.pw_gid)
    data, port = folder / "data", _free_port()

    def run(name: str, *words: str) -> None:
        done = subprocess.run([programs / name, *words], user=who.pw_uid, cwd=folder, capture_output=True, text=True, check=False)
        if done.returncode:
            raise SystemExit(f"{name}: {done.stdout}{done.stderr}")

    run("initdb", "-D", str(data), "-A", "trust", "-U", "steady", "-E", "UTF8", "--no-sync")
    options = f"-p {port} -c listen_addresses=127.0.0.1 -c unix_socket_directories={folder} -c fsync=off -c max_connections=60"
    run("pg_ctl", "-D", str(data), "-l", str(folder / "log"), "-o", options, "-w", "start")
    try:
        env = os.environ | {"STEADY_SHEAR_DATABASE": f"postgres://steady@127.0.0.1:{port}/postgres"}
        words = sys.argv[1:] or ["-n", "2", "tests/server"]
        began = time.monotonic()
        done = subprocess.run([sys.executable, "-m", "pytest", "-m", ONLY_A_FILE, *words], cwd=ROOT, env=env, check=False)
        print(f"On PostgreSQL: {time.monotonic() - began:.0f} s")
        return done.returncode
    finally:
        run("pg_ctl", "-D", str(data), "-m", "immediate", "stop")


def _free_port() -> int:
    with socket.socket() as s:
        s.bind(("127.0.0.1", 0))
        port: int = s.getsockname()[1]
        return port


if __name__ == "__main__":
    sys.exit(main())
