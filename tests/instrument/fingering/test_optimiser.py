"""The optimiser: as cheap as anything could be, always the same, true to the pitches, round what is pinned."""

from __future__ import annotations

import random
from functools import cache
from itertools import pairwise, product, starmap
from operator import eq
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.tables import Tables
from dodecant.instrument.fingering.fretted import Fretted, Neck, Stopped
from dodecant.instrument.fingering.hands import Hands
from dodecant.instrument.fingering.harmonica import BLOW, DRAW, ChromaticHarp, DiatonicHarp, HarpNote
from dodecant.instrument.fingering.keyboard import Keyboard, KeyFinger
from dodecant.instrument.fingering.optimiser import Family, Optimiser, Wish
from dodecant.instrument.fingering.slide import FUNDAMENTAL, Slide, SlidePosition, comes_back, fewest_back
from dodecant.instrument.fingering.slide import PARTIALS as SLIDE_PARTIALS
from dodecant.instrument.fingering.valves import COMBINATIONS, ValveFingering, Valves
from dodecant.instrument.fingering.valves import PARTIALS as VALVE_PARTIALS
from dodecant.instrument.fingering.weights import read_weights
from dodecant.music.core.errors import MusicError
from dodecant.tables import load_tables

WEIGHTS = load_tables().weights
NECK = Neck((76, 71, 67, 62, 57, 52), 15)
BASS = Neck((55, 50, 45, 40), 12)
FAMILIES: dict[str, tuple[Family[Any], tuple[int, int], int]] = {
    "guitar, free": (Fretted(NECK, WEIGHTS["fretted"]), (52, 86), 3),
    "guitar, fifth position": (Fretted(NECK, WEIGHTS["fretted"], "position", low=5), (50, 88), 5),
    "bass, area": (Fretted(BASS, WEIGHTS["fretted"], "area", low=2, high=6, school="one-two-four"), (40, 67), 4),
    "guitar, three on a string": (Fretted(NECK, WEIGHTS["fretted"], "per-string"), (60, 84), 3),
    "right hand": (Keyboard(WEIGHTS["keyboard"]), (55, 80), 5),
    "left hand": (Keyboard(WEIGHTS["keyboard"], "left"), (40, 65), 5),
    "slide, least travel": (Slide(WEIGHTS["slide"], "least-travel", sevenths=True), (38, 78), 7),
    "bass, no open strings": (Fretted(BASS, WEIGHTS["fretted"], open_strings="none"), (40, 67), 4),
    "slide, strictly outward": (Slide(WEIGHTS["slide"], "strictly-outward", sevenths=True), (38, 78), 6),
    "slide outward": (Slide(WEIGHTS["slide"], "outward", trigger=True), (36, 77), 6),
    "trumpet": (Valves(48, WEIGHTS["valves"]), (54, 84), 7),
    "harp": (DiatonicHarp(WEIGHTS["harmonica"], overblows=True), (60, 97), 7),
    "chromatic harp": (ChromaticHarp(WEIGHTS["harmonica"]), (60, 97), 6),
}


class Priced:
    """What a family's states and steps cost in all, each asked for once."""

    def __init__(self, family: Family[Any]) -> None:
        self._family = family
        self._own = cache(lambda state: sum(family.own(state).values()))
        self._between = cache(lambda one, other: sum(family.between(one, other).values()))

    def __call__(self, states: tuple[Any, ...]) -> int:
        return sum(map(self._own, states)) + sum(self._between(one, other) for one, other in pairwise(states))


@pytest.mark.parametrize("name", FAMILIES)
def test_nothing_is_cheaper(name: str) -> None:
    """Against every way there is, on two thousand short lines a family; of equals the first."""
    family, (low, high), longest = FAMILIES[name]
    optimiser, chance, cost_of = Optimiser(family), random.Random(name), Priced(family)
    for _ in range(2000):
        line = [chance.randint(low, high) for _ in range(chance.randint(1, longest))]
        found = optimiser.cheapest(line)
        choices = [family.states(height) for height in line]
        assert [state is not None for state in found] == [bool(states) for states in choices]
        there = [states for states in choices if states]
        ways = 1
        for states in there:
            ways *= len(states)
        if not there or ways > 1500:
            continue
        taken = tuple(state for state in found if state is not None)
        assert cost_of(taken) == min(map(cost_of, product(*there))) == optimiser.total(found)
        # Of all ways that the hand reaches, none keeps more of what is wished for the notes that can be played.
        wished = {place: [chance.choice(states)] for place, states in enumerate(choices) if states}
        found = optimiser.cheapest(line, wish=Wish(wished, range(len(line))))
        kept = sum(found[place] in states for place, states in wished.items())
        wishes = [states[0] for _, states in sorted(wished.items())]
        leaps = sum(not family.reaches(*pair) for pair in pairwise(state for state in found if state is not None))
        if not leaps:
            assert kept == max(
                sum(map(eq, way, wishes)) for way in product(*there) if all(starmap(family.reaches, pairwise(way)))
            )


@pytest.mark.parametrize("name", FAMILIES)
def test_what_is_fingered_sounds_the_note(name: str) -> None:
    family, (low, high), _ = FAMILIES[name]
    for height in range(low, high + 1):
        for state in family.states(height):
            assert sounding(state, family) == height
            if isinstance(state, Stopped):
                assert (state.finger == 0) == (state.fret == 0)
                assert state.finger == 0 or -1 <= state.fret - state.position <= 4


def sounding(state: object, family: object) -> int:
    """The pitch of a fingering, from the instrument's build alone."""
    if isinstance(state, Stopped):
        assert isinstance(family, Fretted)
        return family.neck.strings[state.string - 1] + state.fret
    if isinstance(state, SlidePosition):
        assert (state.partial, state.position) != (7, 1)
        return FUNDAMENTAL + SLIDE_PARTIALS[state.partial][0] - (state.position - 1) - 5 * state.trigger
    if isinstance(state, ValveFingering):
        return 48 + VALVE_PARTIALS[state.partial] - COMBINATIONS[state.valves]
    if isinstance(state, HarpNote) and isinstance(family, DiatonicHarp):
        blow, draw = BLOW[state.hole - 1], DRAW[state.hole - 1]
        if state.over:
            return (draw if state.breath == "blow" else blow) + 1
        height = (blow if state.breath == "blow" else draw) - state.bend
        assert state.bend == 0 or min(blow, draw) < height
        return height
    assert isinstance(state, KeyFinger | HarpNote)
    return state.height


LINES = st.lists(st.lists(st.integers(52, 80), min_size=1, max_size=6), min_size=1, max_size=6)


@given(LINES, st.lists(st.integers(0, 5), min_size=1, max_size=4), st.integers(0, 3))
def test_bars_that_come_again_have_the_same_fingers(groups: list[list[int]], order: list[int], seed: int) -> None:
    line = [groups[number % len(groups)] for number in order]
    hands = Hands(Optimiser(Fretted(NECK, WEIGHTS["fretted"])), seed=seed)
    found = iter(hands.line(line))
    seen: dict[tuple[int, ...], list[Any]] = {}
    for bar in line:
        fingers = [next(found) for _ in bar]
        assert seen.setdefault(tuple(bar), fingers) == fingers
    assert hands.line(line) == hands.line(line)


@given(st.lists(st.integers(55, 75), min_size=2, max_size=8), st.data())
def test_a_pinned_finger_is_kept_and_the_rest_is_best_round_it(line: list[int], data: st.DataObject) -> None:
    family = Keyboard(WEIGHTS["keyboard"])
    place, finger = data.draw(st.integers(0, len(line) - 1)), data.draw(st.integers(1, 5))
    pin = KeyFinger(finger, line[place])
    optimiser = Optimiser(family)
    found = optimiser.cheapest(line, {place: pin})
    assert found[place] == pin
    free = optimiser.total(optimiser.cheapest(line))
    assert optimiser.total(found) >= free
    told = optimiser.alternatives(line, found, place)
    assert [one.taken for one in told].count(True) == 1
    assert {one.state for one in told} == set(family.states(line[place]))
    for one in told:  # each is the best whole line that has the note so
        assert one.line[place] == one.state
        assert one.total == optimiser.total(optimiser.cheapest(line, {place: one.state}))


def test_another_seed_finds_another_good_way() -> None:
    line = [[64, 67, 71, 72, 76, 79, 76, 72, 69, 65, 62, 60]]
    optimiser = Optimiser(Fretted(NECK, WEIGHTS["fretted"]))
    families = {seed: Hands(Optimiser(Fretted(NECK, WEIGHTS["fretted"])), seed=seed) for seed in range(12)}
    ways: dict[int, tuple[Any, ...]] = {seed: tuple(hands.line(line)) for seed, hands in families.items()}
    assert len(set(ways.values())) > 2
    best = optimiser.total(list(ways[0]))
    assert all(best <= optimiser.total(list(way)) <= best + 4 * len(line[0]) for way in ways.values())


def test_a_note_the_instrument_lacks_is_left_out_and_the_rest_is_fingered() -> None:
    found = Hands(Optimiser(DiatonicHarp(WEIGHTS["harmonica"]))).line([[72, 75, 76]])  # no E♭5 on a harp in C
    assert [one.text if one else None for one in found] == ["4↑", None, "5↑"]
    assert Hands(Optimiser(DiatonicHarp(WEIGHTS["harmonica"]))).line([[], []]) == []


def test_a_strictly_outward_slide_takes_what_there_is_and_says_where_it_comes_back() -> None:
    slide = Slide(WEIGHTS["slide"], "outward")
    up = [53, 57, 58, 60]  # F3 A3 B♭3 C4
    found = [one for one in Optimiser(slide).cheapest(up) if one]
    assert [one.position for one in found] == [1, 2, 5, 6]  # the slide goes out as the line rises
    none = [one for one in Optimiser(slide).cheapest([40, 41, 42]) if one]  # E2 F2 F♯2: each has one position only
    assert [one.position for one in none] == [7, 6, 5]


@pytest.mark.parametrize("text", ["[fretted]\nshift = 1\n", "x = 1\n"])
def test_weights_for_too_few_families_are_refused(text: str) -> None:
    with pytest.raises(MusicError, match="Weights"):
        read_weights(text)


def test_tables_hold_weights_for_every_name(tables: Tables) -> None:
    assert {family for family, _ in tables.weights.rows} == {"fretted", "keyboard", "slide", "valves", "harmonica"}


@pytest.mark.parametrize("name", [name for name in FAMILIES if "guitar" in name or "bass" in name])
def test_all_steps_at_once_are_the_sums_of_their_costs(name: str) -> None:
    family, (low, high), _ = FAMILIES[name]
    assert isinstance(family, Fretted)
    states = [state for height in range(low, high + 1, 3) for state in family.states(height)]
    assert (family.steps(states[::5], states) == Family.steps(family, states[::5], states)).all()


@pytest.mark.parametrize("way", ["outward", "strictly-outward"])
@given(st.lists(st.integers(40, 72), min_size=1, max_size=6), st.booleans(), st.booleans())
def test_the_slide_comes_back_no_oftener_than_it_must(
    way: Any, heights: list[int], sevenths: bool, trigger: bool
) -> None:
    """By trying every way; what is found cheapest comes back as seldom."""
    slide = Slide(WEIGHTS["slide"], way, trigger=trigger, sevenths=sevenths)
    every = product(*(slide.states(height) for height in heights))
    fewest = min(sum(comes_back(*pair, way) for pair in pairwise(line)) for line in every)
    assert fewest_back(heights, slide) == fewest
    found = [state for state in Optimiser(slide).cheapest(heights) if state]
    assert sum(comes_back(*pair, way) for pair in pairwise(found)) == fewest
