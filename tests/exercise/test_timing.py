"""Lengths become places in time: hand-made tables, and a law: whatever comes, it can be written."""

from __future__ import annotations

from fractions import Fraction as F
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.melody.lick import read_against
from dodecant.exercise.notation.bars import write_bars
from dodecant.exercise.recipe.rhythm.text import rhythm_of
from dodecant.exercise.rhythm.timing import Timing, fill_rhythm, lay_out, one_grid
from dodecant.exercise.wording.licks import said_of
from dodecant.music.core.metre import Metre
from dodecant.tables import load_tables

EIGHTH, THIRD = F(1, 2), F(1, 3)
LEAD = Timing(1, at=EIGHTH)
TRIPLET = (Timing(F(2, 3), at=F(0)), Timing(F(2, 3)), Timing(F(2, 3)))


# Timings in eighths, where the first begins, and the starts and lengths in beats; `over` is the beat on which all ends.
@pytest.mark.parametrize(
    ("timings", "begin", "spans", "over"),
    [
        ([Timing()] * 3, F(0), "0:1/2 1/2:1/2 1:1/2", F(3, 2)),
        ([Timing(2), Timing(), Timing(3)], F(1), "1:1 2:1/2 5/2:3/2", F(4)),
        ([Timing(1, 1), Timing(1)], F(0), "0:1/2 1:1/2", F(3, 2)),
        ([Timing(1, 3), Timing(1)], EIGHTH, "1/2:1/2 5/2:1/2", F(3)),
        ([LEAD, *TRIPLET], F(0), "1/2:1/2 1:1/3 4/3:1/3 5/3:1/3", F(2)),
        ([LEAD, *TRIPLET, LEAD, *TRIPLET], F(7, 2),
         "7/2:1/2 4:1/3 13/3:1/3 14/3:1/3 11/2:1/2 6:1/3 19/3:1/3 20/3:1/3", F(7)),
        ([Timing(1, F(2, 3)), Timing()], F(0), "0:1/2 1:1/2", F(3, 2)),  # its silence ends off every grid
        ([*TRIPLET[:1], LEAD], F(0), "0:1/3 3/2:1/2", F(2)),  # an eighth does not fit after one third of a beat
        ([Timing(), Timing(F(2, 3))], F(0), "0:1/2 1:1/3", F(4, 3)),  # nor a third after an eighth
        ([Timing(F(2, 3)), Timing(F(4, 3)), Timing()], F(0), "0:1/3 1/3:2/3 1:1/2", F(3, 2)),
        ([Timing(F(1, 2)), Timing(F(1, 2)), LEAD], F(0), "0:1/4 1/4:1/4 1/2:1/2", F(1)),
        ([Timing(F(2, 3)), Timing(2), Timing(F(4, 3))], F(0), "0:1/3 1/3:1 4/3:2/3", F(2)),
        ([Timing(1, at=F(0)), Timing(1, at=F(0))], F(0), "0:1/2 1:1/2", F(3, 2)),
        ([Timing(F(2, 5)), Timing(F(2, 5)), Timing()], F(0), "0:1/5 1/5:1/5 1:1/2", F(3, 2)),
    ],
)  # fmt: skip
def test_tones_wait_for_the_place_they_need(timings: list[Timing], begin: F, spans: str, over: F) -> None:
    found, end = lay_out(timings, begin, EIGHTH)
    assert " ".join(f"{start}:{length}" for start, length in found) == spans
    assert end == over


@pytest.mark.parametrize(
    ("units", "slots", "begin", "spans"),
    [
        ([1, 1, 1], "sr", F(0), "0:1/2 1:1/2 2:1/2"),
        ([1, 1, 1], "sr", EIGHTH, "1:1/2 2:1/2 3:1/2"),
        ([1, 1], "hsh", F(0), "1/2:3/2 2:3/2"),
        ([2, 1], "srsh", F(0), "0:2 2:1/2"),
        ([1, 3, 1], "ss", F(0), "0:1/2 1/2:3/2 2:1/2"),
        ([1, 1, 1, 1], "srrs rsrr".replace(" ", ""), F(0), "0:1/2 3/2:1/2 5/2:1/2 4:1/2"),
    ],
)
def test_tones_are_poured_into_the_slots_that_sound(units: list[int], slots: str, begin: F, spans: str) -> None:
    found = fill_rhythm((Timing(unit) for unit in units), begin, rhythm_of(slots, "eighth"))
    assert " ".join(f"{start}:{length}" for start, length in found) == spans


def test_a_rhythm_begins_anew_with_each_figure() -> None:
    rhythm = rhythm_of("rs(ss)ss ss", "eighth")

    def figures(waits: bool) -> list[Timing]:
        return [Timing(waits=waits), Timing(), Timing(), Timing(waits=waits), Timing()]

    found = [[str(start) for start, _ in fill_rhythm(figures(waits), F(1), rhythm)] for waits in (False, True)]
    assert found == [["1", "3/2", "2", "5/2", "3"], ["1", "3/2", "2", "9/2", "5"]]


@pytest.mark.parametrize(
    ("one", "other", "wanted"),
    [(EIGHTH, F(1, 4), True), (THIRD, F(2, 3), True), (THIRD, EIGHTH, False), (F(5, 4), F(4, 3), False),
     (F(1, 5), F(2, 5), True), (F(1, 5), THIRD, False), (F(1, 5), EIGHTH, False),
     (F(2), THIRD, True), (F(7, 2), F(3), True)],
)  # fmt: skip
def test_a_beat_is_divided_one_way(one: F, other: F, wanted: bool) -> None:
    assert one_grid(one, other) is one_grid(other, one) is wanted


timings = st.builds(
    Timing,
    st.sampled_from([1, 2, 3, F(1, 2), F(2, 3), F(4, 3), F(3, 2)]),
    st.sampled_from([0, 0, 0, 1, 2, F(1, 2), F(2, 3)]),
    st.sampled_from([None, None, F(0)]),
) | st.just(LEAD)


@given(st.lists(timings, min_size=1, max_size=20), st.sampled_from([F(0), EIGHTH, F(1), F(7, 2)]), st.integers(2, 7))
def test_whatever_comes_it_is_in_order_and_can_be_written(lengths: list[Timing], begin: F, beats: int) -> None:
    spans, end = lay_out(lengths, begin, EIGHTH)
    assert all(start + length <= following for (start, length), (following, _) in pairwise(spans))
    assert spans[0][0] >= begin
    assert end >= sum(spans[-1])
    assert all(timing.at is None or start % 1 == timing.at for timing, (start, _) in zip(lengths, spans, strict=True))
    bars = write_bars(spans, Metre(beats, 4))
    assert all(sum(piece.length for piece in bar.pieces) == beats for bar in bars)
    sounding = [piece.note for bar in bars for piece in bar.pieces if piece.note is not None]
    assert list(dict.fromkeys(sounding)) == list(range(len(spans)))


@pytest.mark.parametrize(
    ("text", "over", "words"),
    [
        ("1 ♯2 3", "C", "chord tone; leads into E from a half step below; chord tone"),
        ("♭2 7- 1", "C", "surrounds C from a half step above; surrounds the next but one; chord tone"),
        ("2 4 ♭5 1", "C", "scale tone; scale tone; outside the scale; chord tone"),
        ("~5 1", "C", "leads into C from 7 half steps above; chord tone"),
        ("D4 E♭4 F4", "G7", "chord tone; leads into F from a whole step below; chord tone"),
    ],
)
def test_what_a_note_does_is_said_in_words(text: str, over: str, words: str) -> None:
    lick = read_against(text, over, Metre(4, 4), load_tables().scales)
    assert "; ".join(said_of(lick, tone) for tone in lick.tones) == words
