"""What sounds beside the line: voicings that lead well, and ways of hearing a sound."""

from __future__ import annotations

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.backing.listening import LISTENING_WAYS, listening
from dodecant.exercise.companions.bass_and_chord import BASS, UPPER, voicings
from dodecant.exercise.tables import Tables
from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import parse_chord
from dodecant.music.core.pitch import NoteName
from dodecant.music.scales.scale import Scale
from dodecant.tables import load_tables
from tests.music.test_chords import SPELLINGS

SYMBOLS = sorted({f"{root}{spelling}" for _, _, spelling in SPELLINGS for root in ("C", "F♯", "A♭")})
SCALES = load_tables().scales.scales


def chord_of(symbol: str) -> Chord:
    chord = parse_chord(symbol)
    assert chord is not None
    return chord


@given(st.lists(st.sampled_from(SYMBOLS), min_size=1, max_size=6))
def test_every_chord_is_voiced_in_its_place_with_its_own_tones(symbols: list[str]) -> None:
    chords = [chord_of(symbol) for symbol in symbols]
    found = voicings(chords)
    for chord, voicing in zip(chords, found, strict=True):
        assert voicing is not None
        own = {name.pitch_class for name in chord.names} | {chord.root.pitch_class}
        assert voicing.bass in BASS
        assert voicing.bass % 12 == (chord.bass or chord.root).pitch_class
        assert {pitch % 12 for pitch in voicing.upper} <= own
        assert all(pitch in UPPER for pitch in voicing.upper)
        assert 2 <= len(voicing.upper) <= 4
        assert list(voicing.upper) == sorted(set(voicing.upper))
        telling = [d for d in chord.quality.frame if d.number in (3, 4, 7) and d.number != 1]
        for degree in telling:  # third and seventh are what makes the chord: they always sound
            assert (chord.root.pitch_class + degree.half_steps) % 12 in {pitch % 12 for pitch in voicing.upper}


@pytest.mark.parametrize(
    "symbols", ["Dm7 G7 Cmaj7 Am7 Dm7 G7", "Dm7b5 G7b9 Cm6 Fm7 Bb7 Ebmaj7", "C7 F7 Bb7 Eb7 Ab7 Db7"]
)
def test_voices_move_by_small_steps(symbols: str) -> None:
    found = [voicing for voicing in voicings(map(parse_chord, symbols.split())) if voicing]
    for before, after in pairwise(found):
        for pitch in after.upper:
            assert min(abs(pitch - other) for other in before.upper) <= 3


def test_no_chord_is_silent_and_the_next_one_follows_on() -> None:
    first, none, again = voicings([chord_of("C"), None, chord_of("C")])
    assert none is None
    assert first is not None
    assert again is not None


@given(st.sampled_from(SCALES), st.sampled_from(["C", "F♯", "B♭"]), st.sampled_from(LISTENING_WAYS))
def test_a_sound_is_heard_with_its_own_tones_alone(scale: Scale, tonic: str, way: str) -> None:
    root = NoteName.parse(tonic)
    events = listening(root, scale, [Chord(root, quality) for quality in scale.serves[:2]], way)  # type: ignore[arg-type]
    for event in events:
        assert event.length > 0
        if event.step is not None:
            (pitch,) = event.pitches
            ways = {scale.degrees[event.step], (scale.down or scale.degrees)[event.step]}
            assert pitch % 12 in {degree.name_above(root).pitch_class for degree in ways}
    notes = [event for event in events if event.step is not None]
    if way != "chords":
        assert [note.start for note in notes] == [float(n) for n in range(len(notes))]
        assert notes[0].pitches[0] % 12 == notes[-1].pitches[0] % 12 == root.pitch_class
    if way == "root":
        assert all(note.step == 0 for note in notes[::2])
    if way == "drone":
        (drone,) = [event for event in events if event.step is None]
        assert drone.length == len(notes)
        assert drone.pitches[0] < min(note.pitches[0] for note in notes)


def test_a_form_coming_down_is_heard_coming_down(tables: Tables) -> None:
    scale = tables.scales.get("melodic-minor-classical")
    pitches = [event.pitches[0] for event in listening(NoteName.parse("A"), scale, (), "alone")]
    assert pitches == [69, 71, 72, 74, 76, 78, 80, 81, 79, 77, 76, 74, 72, 71, 69]


@pytest.mark.parametrize(("scale", "drone"), [("dorian", (36, 43)), ("whole-tone", (36, 48)), ("locrian", (36, 48))])
def test_a_drone_is_root_and_fifth_or_octave(tables: Tables, scale: str, drone: tuple[int, int]) -> None:
    first, *_ = listening(NoteName.parse("C"), tables.scales.get(scale), (), "drone")
    assert first.pitches in (drone, tuple(pitch + 12 for pitch in drone))
