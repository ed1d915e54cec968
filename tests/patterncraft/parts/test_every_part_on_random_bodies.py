"""A small share of what the bench does three hundred times: every part on random bodies, over four schools of bodice and a skirt."""

from tests.parts_on_bodies import every_part


def test_every_part_is_sound_and_keeps_its_promise_or_is_refused_by_name() -> None:
    told = every_part(seed=2611, bodies=5)
    faults = [f"{part}: {f}" for part, made in told.items() for f in made.faults]
    assert not faults, "\n".join(faults[:20])
    assert sum(made.made for made in told.values()) > 3 * sum(made.refused for made in told.values())
