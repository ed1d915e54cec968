"""Two takings laid together: nothing is lost that the new one does not speak of, and an estimate never replaces a measure."""

from __future__ import annotations

from hypothesis import given
from hypothesis import strategies as st

from patterncraft.measures.keys import MEASURES
from patterncraft.measures.together import Taking, laid_into

KEYS = st.sampled_from(list(MEASURES))


@st.composite
def takings(draw: st.DrawFn) -> Taking:
    values = draw(st.dictionaries(KEYS, st.floats(1, 200), max_size=12))
    return Taking(values, draw(st.sets(st.sampled_from(list(values))) if values else st.just(set())))


@given(takings(), takings())
def test_by_hand_key_by_key(old: Taking, new: Taking) -> None:
    both = laid_into(old, new)
    assert set(both.values) == set(old.values) | set(new.values)
    for key in both.values:
        measured_before = key in old.values and key not in old.estimated
        if key in new.values and not (key in new.estimated and measured_before):
            assert (both.values[key], key in both.estimated) == (new.values[key], key in new.estimated)
        else:
            assert (both.values[key], key in both.estimated) == (old.values[key], key in old.estimated)
    assert list(both.values) == [k for k in MEASURES if k in both.values], "in the order of taking"


@given(takings())
def test_laid_into_itself_or_into_nothing_it_is_itself(taking: Taking) -> None:
    for old in (taking, Taking({})):
        both = laid_into(old, taking)
        assert (both.values, set(both.estimated)) == (taking.values, set(taking.estimated))
