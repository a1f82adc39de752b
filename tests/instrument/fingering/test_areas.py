"""Positions and areas on a neck, against what players know and against trying everything."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.instrument.fingering.areas import positions_of, smallest_area, window
from dodecant.instrument.fingering.fretted import Neck

GUITAR = Neck((76, 71, 67, 62, 57, 52), 22)
BASS = Neck((55, 50, 45, 40), 20)
FIVE_STRINGS = Neck((55, 50, 45, 40, 35), 20)
MAJOR, MINOR_PENTATONIC = {0, 2, 4, 5, 7, 9, 11}, {0, 3, 5, 7, 10}


# The five positions of a major scale and of a pentatonic one, as they are taught; keys a fourth apart move five frets.
@pytest.mark.parametrize(
    ("neck", "tones", "key", "positions"),
    [
        (GUITAR, MAJOR, 0, (2, 5, 7, 9, 12)),
        (GUITAR, MAJOR, 5, (2, 5, 7, 10, 12)),
        (GUITAR, MAJOR, 7, (2, 4, 7, 9, 12)),
        (GUITAR, MAJOR, 10, (3, 5, 7, 10, 12)),
        (GUITAR, MINOR_PENTATONIC, 9, (2, 5, 7, 9, 12)),
        (BASS, MAJOR, 0, (2, 5, 7, 9, 12)),
        (GUITAR, {0, 3, 6, 9}, 0, (1, 4, 7, 10)),
        (GUITAR, set(range(12)), 0, (1, 5, 9)),
    ],
)
def test_positions_that_suit_a_sound(neck: Neck, tones: set[int], key: int, positions: tuple[int, ...]) -> None:
    assert positions_of(neck, {(tone + key) % 12 for tone in tones}) == positions


@given(st.sampled_from([GUITAR, BASS, FIVE_STRINGS]), st.sets(st.integers(0, 11), min_size=3), st.integers(0, 11))
def test_positions_go_with_the_key(neck: Neck, tones: set[int], up: int) -> None:
    """Moving a sound by half steps moves its positions by as many frets, an octave of frets being a round."""
    here = positions_of(neck, tones)
    there = positions_of(neck, {(tone + up) % 12 for tone in tones})
    if here != (1, 5, 9):
        assert set(there) == {(position + up - 1) % 12 + 1 for position in here}


# Worked out by hand: an area of w frets over four strings reaches 15 + w half steps, and w of 5 leaves no gap; a triad
# of a fifth in twelve keys needs 19 of them, an octave 24.
@pytest.mark.parametrize(
    ("neck", "line", "area"),
    [
        (BASS, (0, 4, 7), (1, 5)),
        (BASS, (0, 2, 4, 5, 7, 9, 11, 12), (1, 9)),
        (GUITAR, (0, 2, 4, 5, 7, 9, 11, 12), (1, 5)),
        (FIVE_STRINGS, (0, 4, 7, 12), (1, 5)),
        (BASS, (0, 12, 24), None),
    ],
)
def test_the_smallest_area_for_twelve_keys(neck: Neck, line: tuple[int, ...], area: tuple[int, int] | None) -> None:
    keys = [[neck.strings[-1] + key + tone for tone in line] for key in range(12)]
    assert smallest_area(neck, keys) == area


@given(st.lists(st.lists(st.integers(41, 62), min_size=1, max_size=4), min_size=1, max_size=4))
def test_no_smaller_area_holds_them(lines: list[list[int]]) -> None:
    """Tried fret by fret: each line stands in the area in every octave between its ends, and in no narrower one."""
    found = smallest_area(BASS, lines)
    if found is None:
        return

    def holds(low: int, high: int) -> bool:
        inside = [h for h in range(30, 90) if any(low <= fret <= high for _, fret in BASS.places(h))]

        def lies(line: list[int]) -> bool:
            octaves = [up for up in range(-4, 5) if all(inside[0] <= n + 12 * up <= inside[-1] for n in line)]
            return bool(octaves) and all(n + 12 * up in inside for up in octaves for n in line)

        return all(map(lies, lines))

    low, high = found
    assert holds(low, high)
    width = high - low
    assert not any(holds(at, at + width - 1) for at in range(1, 20 - width + 2)) or width == 3
    assert not any(holds(at, at + width) for at in range(1, low))


def test_a_window_has_the_open_strings_in_the_first_position_only() -> None:
    assert window(GUITAR, 1, 4) == (52, 80)
    assert window(GUITAR, 2, 5) == (54, 81)
    assert window(BASS, 18, 25) == (58, 75)
