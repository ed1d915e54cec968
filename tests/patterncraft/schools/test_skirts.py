"""Two-piece and gored skirts against their worked checks (common practice, no source)."""

import pytest
import shapely

from patterncraft.drafting.rounding import Rounding
from patterncraft.errors import BadSetting
from patterncraft.geometry.segment import point_at
from patterncraft.paper.dart import darts_of
from patterncraft.paper.pattern import Pattern
from patterncraft.paper.sewn import sewn_length
from tests.conftest import draft_by
from tests.patterncraft.schools.reading import path_of, sums_of
from tests.samples import WHOLE, polygon

LISA = WHOLE | {"waist_girth": 69.0, "hip_girth": 95.0}


def round_the_body(pattern: Pattern, edge: str) -> float:
    return 2 * sum(sewn_length(p, edge) for p in pattern.pieces)


@pytest.mark.parametrize(
    ("variant", "ease", "depths"),
    [("a centimetre of waist ease", 1.0, [14, 12.5, 10]), ("close at the waist", 0.0, [14, 12, 10])],
)
def test_finished_waist_and_hip(variant: str, ease: float, depths: list[float]) -> None:
    pattern = draft_by("skirt", WHOLE, variant=variant).pattern
    assert round_the_body(pattern, "waist") == pytest.approx(74 + ease, abs=0.02)
    level = shapely.LineString([(-5, 20.5), (80, 20.5)])
    assert 2 * sum(polygon(p).intersection(level).length for p in pattern.pieces) == pytest.approx(98 + 3, abs=0.02)
    assert [d.depth for p in pattern.pieces for d in darts_of(p)] == pytest.approx(depths, abs=1e-9)
    assert [d.intake for p in pattern.pieces for d in darts_of(p)] == pytest.approx([2, 2, 2], abs=0.01)


def test_back_is_wider_at_the_hip_and_its_darts_stand_at_the_thirds() -> None:
    back, front = draft_by("skirt", WHOLE).pattern.pieces
    assert path_of(back, "hem").length == pytest.approx(98 / 4 + 1.5)
    assert path_of(front, "hem").length == pytest.approx(98 / 4)
    parts = [e.length for e in back.outline if e.name == "waist"]
    # Between the middles: a third of the line with its darts.
    assert parts[0] + 1 == pytest.approx((sum(parts) + 4) / 3, abs=0.01)


def test_odd_figures_keep_their_side_seam_sewable() -> None:
    nearly_straight = draft_by("skirt", WHOLE | {"waist_girth": 92.0, "hip_girth": 96.0}).pattern
    assert all(d.intake < 2 for p in nearly_straight.pieces for d in darts_of(p))
    assert round_the_body(nearly_straight, "waist") == pytest.approx(93, abs=0.02)
    hourglass = draft_by("skirt", WHOLE | {"waist_girth": 62.0, "hip_girth": 110.0}).pattern
    for p in hourglass.pieces:
        side = path_of(p, "side")
        assert max(side.at(side.length * i / 50).real for i in range(51)) - side.start.real < 5.1
    assert round_the_body(hourglass, "waist") == pytest.approx(63, abs=0.02)


class TestGores:
    def test_worked_check_for_six_gores(self) -> None:
        block = draft_by("gored-skirt", LISA, gores=6)
        sums = sums_of(block)
        # 69 + 2 over 12 = 5.92; 95 + 4 over 12 = 8.25.
        assert sums["Half gore at the waist"] == pytest.approx(5.92, abs=0.005)
        assert sums["Half gore at the hip"] == pytest.approx(8.25)
        gore = block.pattern.piece("gore")
        assert gore.cut.quantity == 6
        assert 6 * sewn_length(gore, "waist") == pytest.approx(71, abs=0.001)
        assert 6 * sum(x.path.length for x in gore.lines if x.name == "hip") == pytest.approx(99, abs=0.001)
        assert sewn_length(gore, "right side") == pytest.approx(58 - 0.5), "the length is measured along the seam"

    @pytest.mark.parametrize("shape", ["flared", "straight"])
    def test_waist_and_hem_are_square_to_both_seams(self, shape: str) -> None:
        gore = draft_by("gored-skirt", LISA, shape=shape, drop=0).pattern.piece("gore")
        corners = [("waist", "right side"), ("right side", "hem"), ("hem", "left side"), ("left side", "waist")]
        for before, after in corners:
            a, b = path_of(gore, before).end_direction, path_of(gore, after).start_direction
            assert abs((a.conjugate() * b).real) < (1e-6 if shape == "flared" else 0.06), (before, after)

    def test_straight_gore_falls_with_the_grain(self) -> None:
        gore = draft_by("gored-skirt", LISA, shape="straight").pattern.piece("gore")
        assert path_of(gore, "right side").end_direction == pytest.approx(1j)
        assert path_of(gore, "hem").length == pytest.approx(99 / 6)

    def test_gores_fitted_one_by_one_still_sew_together(self) -> None:
        for shape in ("flared", "straight"):
            pattern = draft_by("gored-skirt", LISA, shape=shape, waist_changes=[1.0, 0, -0.5], hip_changes=[1.5]).pattern
            assert len(pattern.pieces) == 6
            assert sum(sewn_length(p, "waist") for p in pattern.pieces) == pytest.approx(71.5, abs=0.01)
            for seam in pattern.seams:
                if seam.b:
                    assert pattern.side_length(seam.a) == pytest.approx(pattern.side_length(seam.b), abs=0.01), seam.name

    def test_off_a_skirt_block_the_waist_between_its_darts_is_shared_out(self) -> None:
        skirt = draft_by("skirt", LISA)
        pattern = draft_by("gored-skirt", LISA, skirt, gores=8).pattern
        assert 8 * sewn_length(pattern.piece("gore"), "waist") == pytest.approx(70, abs=0.03)
        assert 8 * next(x.path.length for x in pattern.piece("gore").lines) == pytest.approx(98, abs=0.03)

    @pytest.mark.parametrize(("gores", "says"), [(1, "at least 4"), (40, "at most 12")])
    def test_one_gore_and_forty_are_refused(self, gores: int, says: str) -> None:
        with pytest.raises(BadSetting, match=says) as caught:
            draft_by("gored-skirt", LISA, gores=gores)
        assert caught.value.field == "gores"

    def test_round_of_the_thighs_counts_when_it_is_more_than_the_hip(self) -> None:
        plain, wide = (draft_by("gored-skirt", LISA, thigh_round=t).pattern.piece("gore") for t in (90, 101))
        assert 6 * next(x.path.length for x in plain.lines) == pytest.approx(99, abs=0.01)
        assert 6 * next(x.path.length for x in wide.lines) == pytest.approx(105, abs=0.01)


def test_rounding_is_told_times_its_multiplicity() -> None:
    # A millimetre in a half gore of twelve gores is 24 mm round the waist.
    r = Rounding("Half gore at the waist", 5.85, 0.25, 24)
    assert (r.rounded, r.change, r.whole) == pytest.approx((5.75, -0.1, -2.4))
    assert r.sum().spoken("cm") == "(5.75 − 5.85) × 24 = -2.4 cm"
    assert Rounding("", 5.85, 0, 24).whole == 0


@pytest.mark.parametrize("bulge", [0.0, 0.5, 1.0])
def test_the_side_bulges_outward_from_waist_to_hip_by_what_is_asked(bulge: float) -> None:
    """Half-way between waist and hip it stands outside the straight line by the bulge (or a little more, where it has to reach
    the hip upright), never inside it."""
    for piece in draft_by("skirt", WHOLE, bulge=bulge).pattern.pieces:
        side = next(e.path for e in piece.outline if e.name == "side")
        upper = side.segments[0]
        chord = upper[-1] - upper[0]
        outward = chord / abs(chord) * (-1j if chord.imag > 0 else 1j)
        stands = [((point_at(upper, k / 20) - upper[0]) * outward.conjugate()).real for k in range(1, 20)]
        assert min(stands) > -1e-6, f"{piece.name}: the side runs {-min(stands):.2f} inside"
        assert stands[9] >= bulge - 0.02
        assert stands[9] <= max(bulge, 0.75) + 0.05


@pytest.mark.parametrize("line", ["waist", "hip"])
def test_gores_are_changed_at_the_line_that_was_named_by_eight_centimetres_each_at_most(line: str) -> None:
    field, title = f"{line}_changes", f"{line.capitalize()}, gore by gore"
    draft_by("gored-skirt", LISA, gores=6, **{field: [8.0, -8.0]})
    for changes, message, cure in (
        ([8.1], "a gore is changed by at most 8 cm.", "Take more gores instead."),
        ([0.5, -8.1], "a gore is changed by at most 8 cm.", "Take more gores instead."),
        ([0.5] * 7, "7 changes are given for 6 gores.", "Leave out the rest."),
    ):
        with pytest.raises(BadSetting) as told:
            draft_by("gored-skirt", LISA, gores=6, **{field: changes})
        e = told.value
        assert (e.message, e.where, e.cure, e.field) == (message, title, cure, field)
