"""The plotter's stand-in: what it reads, what it refuses, how far its pen has come; and a pattern sent to it over the line."""

from __future__ import annotations

import socket
import threading
import time
from collections.abc import Iterator

import pytest
from django.test import override_settings

from patterncraft.finishing.finish import finish
from patterncraft.formats.hpgl import pattern_hpgl
from patterncraft.house import HouseRules
from patterncraft.paper.pattern import Pattern
from plotter.__main__ import Line
from plotter.language import Unreadable, read_plot
from plotter.machine import Machine
from server.cloth.plotter import NoPlotter, send

SQUARE = b"IN;SP1;PU400,400;PD4400,400,4400,4400,400,4400,400,400;PU;SP0;"
"""Ten centimetres a side, one off the origin."""


def test_a_square_of_ten_centimetres_takes_forty_of_ink() -> None:
    plot = read_plot(SQUARE)
    assert plot.ink == {1: pytest.approx(40.0)}
    assert plot.size == pytest.approx((11.0, 11.0))
    assert plot.strokes[0].points[0] == (1.0, 1.0)


def test_relative_steps_line_kinds_pens_and_labels() -> None:
    plot = read_plot(b"IN;SP2;LT2,1;PA;PU0,0;PD;PR400,0,0,400;PU;LT;SP3;PA;PU800,800;DI0,1;SI0.2,0.3;LBfront\x03;PD1200,800;PU;VN;")
    first, second = plot.strokes
    assert (first.pen, first.broken, first.points) == (2, True, ((0.0, 0.0), (1.0, 0.0), (1.0, 1.0)))
    assert (second.pen, second.broken) == (3, False)
    (label,) = plot.labels
    assert (label.text, label.x, label.y, label.height, label.across) == ("front", 2.0, 2.0, 0.3, True)
    assert plot.unknown == {"VN"}


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"", "Nothing"),
        (b"%PDF-1.7", "no command"),
        (b"SP1;PU1;", "no y"),
        (b"LBopen", "no end"),
        (b"PD1,x;", "no y"),
        (b"PU1.2.3,4;", "no numbers"),
    ],
)
def test_what_is_no_plot(data: bytes, words: str) -> None:
    with pytest.raises(Unreadable, match=words):
        read_plot(data)


def test_the_pen_comes_as_far_as_its_speed_takes_it() -> None:
    machine = Machine(91, 200, 20)
    assert "0.40 m of ink" in machine.take(SQUARE)
    machine.began = time.monotonic() - 0.75
    shown = machine.shown()
    # Fifteen centimetres: one side, and half of the next.
    (stroke,) = shown["strokes"]
    assert stroke["points"][-1] == pytest.approx((11.0, 6.0), abs=0.6)
    assert shown["state"] == "drawing"
    assert "Busy" in machine.take(SQUARE)
    machine.began -= 10
    assert machine.shown()["state"] == "ready"
    assert machine.left == pytest.approx(200 - 11 - 2)


def test_narrow_paper_and_an_empty_roll_are_told_and_use_no_paper() -> None:
    narrow = Machine(10, 200, 1e6)
    assert "too narrow: 10 cm, and the plot is 11.0 cm across" in narrow.take(SQUARE)
    assert narrow.left == 200
    short = Machine(91, 12, 1e6)
    assert "Out of paper: 12 cm are left, and the plot takes 13 cm" in short.take(SQUARE)
    assert short.shown()["state"] == "refused"
    short.new_roll(500)
    assert "Drawing" in short.take(SQUARE)


@pytest.fixture
def line() -> Iterator[tuple[Machine, int]]:
    machine = Machine(91, 1000, 1e6)
    with Line(("127.0.0.1", 0), machine) as server:
        threading.Thread(target=server.serve_forever, daemon=True).start()
        yield machine, server.server_address[1]
        server.shutdown()


def test_a_pattern_sent_over_the_line_is_drawn_to_scale(line: tuple[Machine, int], bodice: Pattern) -> None:
    machine, port = line
    pieces = finish(bodice, HouseRules(), "Winter")
    with socket.create_connection(("127.0.0.1", port)) as wire:
        wire.sendall(pattern_hpgl(pieces, "roll:91"))
        wire.shutdown(socket.SHUT_WR)
        said = wire.recv(1000).decode()
    assert said.startswith("Drawing")
    cut = sum(abs(b - a) for p in pieces for a, b in zip(p.cut_line, (*p.cut_line[1:], p.cut_line[0]), strict=True))
    closed = [s for s in machine.plot.strokes if s.pen == 1 and s.points[0] == s.points[-1]]
    assert sum(s.length for s in closed) == pytest.approx(cut, abs=0.3)
    assert {x.text for x in machine.plot.labels} >= {"1 back", "2 front"}


def test_the_server_sends_and_tells_what_the_plotter_says(line: tuple[Machine, int]) -> None:
    machine, port = line
    with override_settings(PLOTTER=f"127.0.0.1:{port}"):
        assert send(SQUARE).startswith("Drawing 11.0 × 11.0 cm")
        assert machine.plots == 1
        assert send(b"a letter").startswith("Not a plot")
    for nowhere in ("127.0.0.1:1", "", "plotter"):
        with override_settings(PLOTTER=nowhere), pytest.raises(NoPlotter):
            send(SQUARE)
