"""Every export read back by a general-purpose music toolkit: pitches, spelling, durations."""

from __future__ import annotations

from fractions import Fraction

import pytest
from hypothesis import given
from lxml import etree
from music21 import converter, harmony, midi, stream
from music21 import note as m21_note

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.tables import Tables
from dodecant.formats.midi import to_midi
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.tables import load_tables
from tests.bars import fill_their_bars
from tests.generated import examples
from tests.music.test_scales import STEPS, spelled
from tests.strategies import INSTRUMENTS, KEYS, SCALES, few_keys, recipes


def parsed(data: bytes) -> stream.Score:
    score = converter.parseData(data.decode(), format="musicxml", forceSource=True)
    assert isinstance(score, stream.Score)
    return score


def melody(score: stream.Score) -> list[m21_note.Note]:
    """The notes without the chord symbols above them."""
    found = [note for note in score.flatten().notes if not isinstance(note, harmony.Harmony)]
    assert all(isinstance(note, m21_note.Note) for note in found)
    return found


def joined(score: stream.Score) -> list[tuple[str, int, Fraction]]:
    """Spelled pitch, MIDI number and length of every note, ties joined."""
    found: list[tuple[str, int, Fraction]] = []
    for note in melody(score):
        length = Fraction(note.duration.quarterLength)
        if note.tie is not None and note.tie.type in ("stop", "continue"):
            name, number, before = found[-1]
            assert number == note.pitch.midi
            found[-1] = (name, number, before + length)
        else:
            found.append((spelled(note.pitch) + str(note.pitch.octave), int(note.pitch.midi), length))
    return found


def midi_notes(data: bytes) -> list[tuple[int, Fraction]]:
    """MIDI number and length in beats of every note, as the toolkit's own reader finds them."""
    file = midi.MidiFile()
    file.readstr(data)
    now, found = 0, []
    sounding: dict[int, int] = {}
    for event in file.tracks[1].events:
        if event.isDeltaTime():
            now += event.time
        elif event.isNoteOn():
            assert not sounding, "a line has one voice"
            sounding[event.pitch] = now
        elif event.isNoteOff():
            found.append((event.pitch, Fraction(now - sounding.pop(event.pitch), file.ticksPerQuarterNote)))
    return found


def check(exercise: Exercise) -> stream.Score:
    score = parsed(to_musicxml(exercise))
    notes = [note for strip in exercise.strips for note in strip.notes]
    assert joined(score) == [(n.tone.written.text, n.tone.written.midi, n.length) for n in notes]
    sounding = [(n.tone.sounding.midi, n.length / 2 if n.short else n.length) for n in notes]
    assert midi_notes(to_midi(exercise)) == sounding
    bars = [bar for strip in exercise.strips for bar in strip.bars]
    for bar, measure in zip(bars, score.parts[0].getElementsByClass(stream.Measure), strict=True):
        assert measure.duration.quarterLength == sum(piece.length for piece in bar.pieces)
    if exercise.recipe.placement.ending != "on":
        assert all(fill_their_bars(strip, exercise.metre) for strip in exercise.strips)
        assert measure.barDuration.quarterLength == exercise.metre.quarters
    heard = melody(score.toSoundingPitch())
    firsts = [n.pitch.midi for n in heard if n.tie is None or n.tie.type == "start"]
    assert firsts == [n.tone.sounding.midi for n in notes]
    return score


@pytest.mark.parametrize("place", range(len(SCALES)), ids=SCALES)
def test_every_sound_in_twelve_keys_on_instruments_in_turn(tables: Tables, place: int) -> None:
    """Every sound on three instruments, every instrument with three sounds, in all keys; the slow reader gets each key
    on one of them.
    """
    scale = SCALES[place]
    steps = [sum(map(int, STEPS[scale][:n])) for n in range(len(STEPS[scale]) + 1)]
    every = place % (len(SCALES) // 3) == 0
    three = [INSTRUMENTS[(3 * place + n) % len(INSTRUMENTS)] for n in range(3)]
    for turn, instrument in enumerate(INSTRUMENTS if every else three):
        document = {
            "sounds": {"kind": "one", "scale": scale},
            "path": {"direction": "up"},
            "player": {"instrument": instrument, "reach": "full"},
            "keys": {"order": "half-steps-up"},
        }
        exercise = press(read_recipe(document), tables)
        for key, strip in enumerate(exercise.strips):
            heights = [note.tone.sounding.midi for note in strip.notes]
            assert heights[0] % 12 == key
            assert [height - heights[0] for height in heights] == steps
        picked = [KEYS[key] for key in range(12) if (key + place) % (len(INSTRUMENTS) if every else 3) == turn]
        if picked:
            check(press(read_recipe({**document, "keys": {"order": "picked", "picked": picked}}), tables))


@given(few_keys)
@examples(12)
def test_any_recipe_reads_back(recipe: Recipe) -> None:
    check(press(recipe, load_tables()))


@given(recipe=recipes)
@examples(40)
def test_musicxml_is_valid_against_the_published_schema(schema: etree.XMLSchema, recipe: Recipe) -> None:
    titled = recipe.model_copy(update={"title": 'Tom & "Wren" <1>'})
    document = etree.fromstring(to_musicxml(press(titled, load_tables())))
    assert schema.validate(document), schema.error_log


def test_transposition_signature_and_marks_are_understood(tables: Tables) -> None:
    recipe = read_recipe(
        {
            "sounds": {"kind": "one", "scale": "dorian"},
            "keys": {"order": "picked", "picked": ["D", "B♭"]},
            "player": {"instrument": "tenor-saxophone"},
            "spelling": {"signature": True},
            "tempo": 77,
            "title": "Low water",
        }
    )
    score = check(press(recipe, tables))
    part = score.parts[0]
    assert score.metadata.title == "Low water"
    assert part.recurse().getElementsByClass("MetronomeMark")[0].number == 77
    assert [key.sharps for key in part.recurse().getElementsByClass("KeySignature")] == [2, -2]
    words = [text.content for text in part.recurse().getElementsByClass("TextExpression")]
    assert words == ["E Dorian · sounds D Dorian", "C Dorian · sounds B♭ Dorian"]
    lyrics = [note.lyric for note in part.recurse().notes if note.lyric is not None]
    assert lyrics[:8] == ["1", "2", "♭3", "4", "5", "6", "♭7", "1"]
    assert len(part.recurse().getElementsByClass("Barline")) >= 2


def test_midi_carries_tempo_metre_and_markers(tables: Tables) -> None:
    recipe = read_recipe(
        {"tempo": 150, "placement": {"metre": "3/4"}, "keys": {"order": "picked", "picked": ["C", "E♭"]}}
    )
    file = midi.MidiFile()
    file.readstr(to_midi(press(recipe, tables)))
    conductor = [event for event in file.tracks[0].events if not event.isDeltaTime()]
    assert [event.data for event in conductor if event.type == midi.MetaEvents.MARKER] == [b"C Ionian", b"Eb Ionian"]
    (tempo,) = [event for event in conductor if event.type == midi.MetaEvents.SET_TEMPO]
    assert int.from_bytes(tempo.data, "big") == 400_000
    (metre,) = [event for event in conductor if event.type == midi.MetaEvents.TIME_SIGNATURE]
    assert tuple(metre.data[:2]) == (3, 2)
