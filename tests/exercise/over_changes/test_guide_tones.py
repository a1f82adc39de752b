"""Guide tones: hand-made lines, and the best of all lines where all can be tried."""

from __future__ import annotations

from itertools import pairwise, product
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.over_changes.guide_tones import guide_line
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.instrument.profile import Reach
from dodecant.music.core.chord import guide_degrees
from dodecant.music.core.chord_symbol import parse_chord
from dodecant.music.core.pitch import Pitch
from dodecant.music.core.tonics import USUAL
from dodecant.tables import load_tables
from tests.bars import fill_their_bars
from tests.exercise.over_changes.test_over_changes import TEXTS
from tests.formats.test_oracle import check
from tests.generated import examples
from tests.strategies import INSTRUMENTS, KEYS

TWO_FIVE = "key: C\n| Dm7 | G7 | Cmaj7 | Cmaj7 |"


def pressed(text: str = TWO_FIVE, *keys: str, begin: str = "nearest", **more: Any) -> Exercise:
    document = {"figure": {"kind": "guide-tones", "begin": begin}, "keys": {"order": "picked", "picked": keys or ["C"]}}
    sounds = {"kind": "changes", "changes": {"text": text}}
    return press(read_recipe({"sounds": sounds, **document, **more}), load_tables())


def line(exercise: Exercise) -> str:
    return " ".join(f"{n.tone.written.text}@{n.start}:{n.length}" for n in exercise.strips[0].notes)


ROOM: dict[str, Any] = {"player": {"lowest": "C4", "highest": "C5"}}


@pytest.mark.parametrize(
    ("text", "more", "wanted"),
    [
        (TWO_FIVE, {"begin": "seventh"}, "C5@0:4 B4@4:4 B4@8:8"),
        (TWO_FIVE, {"begin": "third"}, "F4@0:4 F4@4:4 E4@8:8"),
        ("| Dm7 G7 | C6 |", {"begin": "third"}, "F4@0:2 F4@2:2 E4@4:4"),
        ("| G7sus4 | G7 | C |", {"begin": "third"}, "C5@0:4 B4@4:4 C5@8:4"),
        ("| Dm7 | N.C. | G7 |", {"begin": "seventh"}, "C5@0:4 B4@8:4"),
        (TWO_FIVE, {"begin": "third", "enclosure": {"kind": "above-below"}},
         "F4@0:3 G4@3:1/2 E4@7/2:1/2 F4@4:7/2 D♯4@15/2:1/2 E4@8:8"),
        ("| Dm7 G7 | C6 |", {"begin": "third", "enclosure": {"kind": "double"}, "placement": {"value": "quarter"}},
         "F4@0:2 F4@2:2 E4@4:4"),
    ],
)  # fmt: skip
def test_lines_worked_out_by_hand(text: str, more: dict[str, Any], wanted: str) -> None:
    found = pressed(text, **ROOM, **more)
    assert line(found) == wanted
    check(found)


CHORDS = st.lists(
    st.builds(lambda root, quality: f"{root}{quality}", st.sampled_from(KEYS),
              st.sampled_from(["", "m", "7", "m7", "maj7", "m7b5", "dim7", "6", "sus4", "7alt", "m(maj7)"])),
    min_size=1, max_size=5,
)  # fmt: skip


@given(CHORDS, st.integers(48, 60), st.integers(12, 19), st.sampled_from(["nearest", "third", "seventh"]))
@examples(300)
def test_no_other_line_moves_less(symbols: list[str], low: int, span: int, begin: str) -> None:
    chords = [chord for chord in map(parse_chord, symbols) if chord]
    reach = Reach(Pitch(0, 0, 0).moved(7 * (low // 12) - 7, low - 12), Pitch(0, 0, 0).moved(7, low + span - 12))
    found = guide_line(chords, reach, begin)
    steps = []
    for number, chord in enumerate(chords):
        degrees = guide_degrees(chord)
        wanted = degrees if begin == "nearest" or number else (degrees[begin == "seventh"],)
        names = {degree.name_above(chord.root) for degree in wanted}
        every = [Pitch(name.letter, name.alteration, octave) for name in names for octave in range(9)]
        steps.append([pitch for pitch in every if reach.holds(pitch.midi, pitch.midi)])
    middle = reach.low.midi + reach.high.midi

    def cost(pitches: Any) -> tuple[int, int]:
        heights = [pitch.midi for pitch in pitches]
        return sum(abs(b - a) for a, b in pairwise(heights)), sum(abs(2 * height - middle) for height in heights)

    assert all(pitch in step for pitch, step in zip(found, steps, strict=True))
    assert cost(found) == min(cost(other) for other in product(*steps))


LEADS = st.sampled_from([None, {"kind": "above-below"}, {"kind": "two-below", "targets": "thirds-sevenths"}])


@given(st.sampled_from(TEXTS), st.sampled_from(KEYS), st.sampled_from(INSTRUMENTS), LEADS)
@examples(60)
def test_every_chord_is_met_on_its_beat(text: str, key: str, instrument: str, enclosure: Any) -> None:
    found = pressed(text, key, player={"instrument": instrument}, enclosure=enclosure)
    (strip,) = found.strips
    assert fill_their_bars(strip, found.metre)
    starts = {note.start: note for note in strip.notes}
    before = None
    for over in strip.stop.chords_written:
        if over.chord is not None and over.chord != before:
            note = starts[over.start].tone.written
            heights = {degree.name_above(over.chord.root).pitch_class for degree in guide_degrees(over.chord)}
            assert note.midi % 12 in heights
        before = over.chord
    assert all(one.start + one.length <= other.start for one, other in pairwise(strip.notes))
    reach = found.instrument.comfortable
    firm = [n for n in strip.notes if n.length > 1 or enclosure is None]
    assert all(reach.holds(note.tone.written.midi, note.tone.written.midi) for note in firm)


@given(st.sampled_from(TEXTS), st.sampled_from(INSTRUMENTS), st.sampled_from(["nearest", "third", "seventh"]))
@examples(30)
def test_every_key_takes_the_same_line(text: str, instrument: str, begin: str) -> None:
    found = pressed(text, *USUAL["major"], player={"instrument": instrument, "reach": "full"}, begin=begin)
    shapes = {
        tuple((b.tone.written.midi - a.tone.written.midi) for a, b in pairwise(strip.notes)) for strip in found.strips
    }
    assert len(shapes) == 1


def test_it_is_said_in_twelve_keys_and_needs_chords() -> None:
    found = pressed(TWO_FIVE, *USUAL["major"], begin="third", enclosure={"kind": "below"})
    assert len(found.strips) == 12
    assert sentence_text(found.sentence).startswith(
        "Take guide tones from the third, approached by a half step below, through the changes of Changes, "
        "beginning in C major, in eighths, through C, D♭"
    )
    with pytest.raises(RecipeError) as caught:
        press(read_recipe({"figure": {"kind": "guide-tones"}}), load_tables())
    assert caught.value.problems[0].pointer == "/sounds"
