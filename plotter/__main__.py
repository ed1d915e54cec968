"""Switch it on: a line that plots come in on, and a page that shows them."""

from __future__ import annotations

import argparse
import json
import socketserver
import threading
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Final

from .machine import Machine
from .page import PAGE

LARGEST: Final = 20 * 1024 * 1024
"""bytes of one plot"""
SILENCE: Final = 2.0
"""seconds without a word after which a plot counts as sent"""


class Line(socketserver.ThreadingTCPServer):
    """Where plots come in."""

    allow_reuse_address = True
    daemon_threads = True

    def __init__(self, address: tuple[str, int], machine: Machine) -> None:
        self.machine = machine
        super().__init__(address, _Sender)


class _Sender(socketserver.StreamRequestHandler):
    server: Line

    def handle(self) -> None:
        """Read until the sender has done, and answer in one line."""
        self.connection.settimeout(SILENCE)
        data = b""
        try:
            while len(data) <= LARGEST and (part := self.connection.recv(65536)):
                data += part
        except TimeoutError:
            pass
        words = "Too large for this plotter." if len(data) > LARGEST else self.server.machine.take(data)
        self.connection.sendall(words.encode() + b"\n")


def page_of(machine: Machine, roll: float) -> type[BaseHTTPRequestHandler]:
    """The page's answers."""

    class Page(BaseHTTPRequestHandler):
        def do_GET(self) -> None:
            if self.path == "/":
                self._say(PAGE.encode(), "text/html; charset=utf-8")
            elif self.path == "/state":
                self._say(json.dumps(machine.shown()).encode(), "application/json")
            else:
                self.send_error(404)

        def do_POST(self) -> None:
            if self.path == "/roll":
                machine.new_roll(roll)
                self._say(b"{}", "application/json")
            else:
                self.send_error(404)

        def _say(self, body: bytes, kind: str) -> None:
            self.send_response(200)
            self.send_header("Content-Type", kind)
            self.send_header("Content-Length", str(len(body)))
            self.send_header("Cache-Control", "no-store")
            self.end_headers()
            self.wfile.write(body)

        def log_message(self, *_: object) -> None:
            """Says nothing of each look."""

    return Page


def main() -> None:
    """Until it is switched off."""
    parser = argparse.ArgumentParser(prog="plotter", description="A pen plotter's stand-in.")
    parser.add_argument("--host", default="127.0.0.1")
    parser.add_argument("--port", type=int, default=9109, help="plots come in here")
    parser.add_argument("--page", type=int, default=8099, help="and are shown here")
    parser.add_argument("--width", type=float, default=91.0, help="of the roll, cm")
    parser.add_argument("--paper", type=float, default=2000.0, help="on the roll, cm")
    parser.add_argument("--speed", type=float, default=60.0, help="of the pen, cm a second")
    args = parser.parse_args()
    machine = Machine(args.width, args.paper, args.speed)
    line = Line((args.host, args.port), machine)
    threading.Thread(target=line.serve_forever, daemon=True).start()
    page = ThreadingHTTPServer((args.host, args.page), page_of(machine, args.paper))
    print(f"The plotter listens at {args.host}:{args.port} and shows itself at http://{args.host}:{args.page}", flush=True)
    try:
        page.serve_forever()
    except KeyboardInterrupt:
        line.shutdown()


if __name__ == "__main__":
    main()
