"""Instruments and where a line can lie."""

from __future__ import annotations

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from music21 import instrument as m21_instrument

from dodecant.exercise.press import Tables
from dodecant.instrument.profile import Reach, read_instruments
from dodecant.instrument.range import Register, chosen_shift, folded, octave_shifts
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import Pitch

ORACLE = {
    "trumpet": m21_instrument.Trumpet,
    "clarinet": m21_instrument.Clarinet,
    "alto-saxophone": m21_instrument.AltoSaxophone,
    "tenor-saxophone": m21_instrument.TenorSaxophone,
    "guitar": m21_instrument.AcousticGuitar,
    "electric-bass": m21_instrument.ElectricBass,
    "trombone": m21_instrument.Trombone,
    "piano": m21_instrument.Piano,
}


def test_transpositions_agree_with_the_oracle(tables: Tables) -> None:
    for instrument in tables.instruments.instruments:
        transposition = ORACLE[instrument.id]().transposition
        steps, half_steps = instrument.sounds_steps, instrument.sounds_half_steps
        if transposition is None:
            assert half_steps % 12 == 0  # the toolkit leaves octave transposition to the clef
            continue
        assert (half_steps - transposition.semitones) % 12 == 0
        assert (steps - transposition.diatonic.generic.staffDistance) % 7 == 0


# Sounding limits as orchestration manuals print them.
SOUNDING = {
    "piano": "A0 C8", "guitar": "E2 D5", "electric-bass": "E1 E♭4", "trumpet": "E3 C6", "clarinet": "D3 G6",
    "alto-saxophone": "D♭3 A5", "tenor-saxophone": "A♭2 E5", "trombone": "E2 C5",
}  # fmt: skip


def test_sounding_limits_are_the_published_ones(tables: Tables) -> None:
    for instrument in tables.instruments.instruments:
        limits = [instrument.sounding(pitch) for pitch in (instrument.full.low, instrument.full.high)]
        assert [pitch.text for pitch in limits] == SOUNDING[instrument.id].split(), instrument.id


reaches = st.builds(
    lambda low, width: Reach(Pitch.on_staff(low), Pitch.on_staff(low + width)), st.integers(14, 40), st.integers(7, 30)
)


@given(st.integers(20, 100), st.integers(0, 40), reaches, st.sampled_from(["low", "middle", "high"]))
def test_a_shift_is_found_exactly_when_one_fits(low: int, width: int, reach: Reach, lies: Register) -> None:
    fitting = [n for n in range(-12, 13) if reach.holds(low + 12 * n, low + width + 12 * n)]
    assert list(octave_shifts(low, low + width, reach)) == fitting
    shift = chosen_shift(low, low + width, reach, lies)
    if not fitting:
        assert shift is None
        return
    assert shift in fitting
    if lies != "middle":
        assert shift == (fitting[0] if lies == "low" else fitting[-1])
    else:
        off_centre = [abs(2 * low + width + 24 * n - reach.low.midi - reach.high.midi) for n in fitting]
        assert off_centre[fitting.index(shift)] == min(off_centre)


@given(st.integers(0, 69), st.integers(-1, 1), reaches)
def test_folding_moves_by_the_fewest_octaves(position: int, alteration: int, reach: Reach) -> None:
    pitch = Pitch.on_staff(position, alteration)
    assume(reach.high.midi - reach.low.midi >= 12)
    moved = folded(pitch, reach)
    assert reach.holds(moved.midi, moved.midi)
    assert moved.name == pitch.name
    if reach.holds(pitch.midi, pitch.midi):
        assert moved == pitch
    else:
        back = 12 if moved.midi < pitch.midi else -12
        assert not reach.holds(moved.midi + back, moved.midi + back)


@pytest.mark.parametrize(
    ("full", "comfortable", "message"),
    [
        ('["C4", "C3"]', '["C4", "C5"]', "below"),
        ('["C4", "C5"]', '["B3", "C5"]', "inside"),
        ('["x", "C5"]', "[]", "pitch"),
    ],
)
def test_a_wrong_row_is_refused(full: str, comfortable: str, message: str) -> None:
    row = f'[[instrument]]\nid="x"\nname="x"\nclef="bass"\nmidi=0\nsounds=[0,0]\nfull={full}\ncomfortable={comfortable}'
    with pytest.raises(MusicError, match=message):
        read_instruments(row)
