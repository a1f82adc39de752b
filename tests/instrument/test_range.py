"""Instruments and where a line can lie."""

from __future__ import annotations

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from music21 import instrument as m21_instrument

from dodecant.exercise.tables import Tables
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
    "vibraphone": m21_instrument.Vibraphone,
    "electric-bass-5": m21_instrument.ElectricBass,
    "electric-bass-6": m21_instrument.ElectricBass,
    "double-bass": m21_instrument.Contrabass,
    "double-bass-5": m21_instrument.Contrabass,
    "violin": m21_instrument.Violin,
    "viola": m21_instrument.Viola,
    "cello": m21_instrument.Violoncello,
    "flute": m21_instrument.Flute,
    "oboe": m21_instrument.Oboe,
    "bass-clarinet": m21_instrument.BassClarinet,
    "soprano-saxophone": m21_instrument.SopranoSaxophone,
    "baritone-saxophone": m21_instrument.BaritoneSaxophone,
    "bassoon": m21_instrument.Bassoon,
    "flugelhorn": m21_instrument.Trumpet,
    "horn": m21_instrument.Horn,
    "trombone-trigger": m21_instrument.BassTrombone,
    "tuba": m21_instrument.Tuba,
    "harmonica": m21_instrument.Harmonica,
    "chromatic-harmonica": m21_instrument.Harmonica,
    "soprano": m21_instrument.Soprano,
    "alto": m21_instrument.Alto,
    "tenor": m21_instrument.Tenor,
    "bass-voice": m21_instrument.Bass,
    "part-b-flat": m21_instrument.Clarinet,
    "part-e-flat": m21_instrument.AltoSaxophone,
    "part-f": m21_instrument.Horn,
}
NO_ORACLE = {"euphonium", "part-c-treble", "part-c-bass"}


def test_transpositions_agree_with_the_oracle(tables: Tables) -> None:
    for instrument in tables.instruments.instruments:
        if instrument.id in NO_ORACLE:
            assert instrument.key is None
            continue
        transposition = ORACLE[instrument.id]().transposition
        steps, half_steps = instrument.sounds_steps, instrument.sounds_half_steps
        if transposition is None:
            assert half_steps % 12 == 0  # the toolkit leaves octave transposition to the clef
            continue
        assert (half_steps - transposition.semitones) % 12 == 0
        assert (steps - transposition.diatonic.generic.staffDistance) % 7 == 0


# Sounding limits as orchestration manuals print them.
SOUNDING = {
    "piano": "A0 C8", "guitar": "E2 D6", "electric-bass": "E1 E♭4", "trumpet": "E3 C6", "clarinet": "D3 G6",
    "alto-saxophone": "D♭3 A5", "tenor-saxophone": "A♭2 E5", "trombone": "E2 F5",
    "vibraphone": "F3 F6", "electric-bass-5": "B0 E♭4", "electric-bass-6": "B0 G♯4", "double-bass": "E1 G3",
    "double-bass-5": "B0 G3", "violin": "G3 A7", "viola": "C3 E6", "cello": "C2 A5", "flute": "C4 D7", "oboe": "B♭3 G6",
    "bass-clarinet": "D♭2 F5", "soprano-saxophone": "A♭3 E6", "baritone-saxophone": "C2 A4", "bassoon": "B♭1 E5",
    "flugelhorn": "E3 B♭5", "horn": "B2 F5", "trombone-trigger": "C2 F5", "euphonium": "E2 D5", "tuba": "E1 F4",
    "harmonica": "C4 C7", "chromatic-harmonica": "C4 C♯7", "soprano": "B3 C6", "alto": "F3 F5", "tenor": "B2 C5",
    "bass-voice": "E2 F4", "part-c-treble": "C4 C6", "part-c-bass": "E2 E4", "part-b-flat": "A♭3 B♭5",
    "part-e-flat": "D♭3 F5", "part-f": "C3 C5",
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
    row = (
        '[[instrument]]\nid="x"\nname="x"\nsection="x"\nsource="x"\nclef="bass"\nmidi=0\nsounds=[0,0]\n'
        f"full={full}\ncomfortable={comfortable}"
    )
    with pytest.raises(MusicError, match=message):
        read_instruments(row)
