"""Voicings typed by hand from the keyboard books, and their laws."""

from __future__ import annotations

from itertools import pairwise
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.harmony.chord_sounds import harmony
from dodecant.exercise.harmony.timeline import Sound
from dodecant.exercise.harmony.voicings import harmonic, voiced
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.recipe.sounding.changes_document import ChangesDocument
from dodecant.music.core.chord_symbol import parse_chord, print_chord
from dodecant.music.core.pitch import Pitch
from dodecant.tables import load_tables
from tests.exercise.test_companions import over
from tests.generated import examples

# A chord in C major (or in another key), a form, and the tones from the bottom up.
BY_HAND = """
Dm7      | shell-3-7     | D F C
Dm7      | shell-7-3     | D C F
G7       | shell-3-7     | G B F
G7       | shell-7-3     | G F B
Cmaj7    | shell-3-7     | C E B
C6       | shell-7-3     | C A E
Bm7b5    | shell-3-7     | B D A
G7sus4   | shell-3-7     | G C F
G7b9     | shell-3-7     | G B F A♭
G7#11    | shell-7-3     | G F B C♯
G13      | shell-7-3     | G F B E
G7alt    | shell-3-7     | G B F A♭/G B F A♯
Dm7      | rootless-on-3 | F A C E
Dm7      | rootless-on-7 | C E F A
G7       | rootless-on-3 | B E F A
G7       | rootless-on-7 | F A B E
Cmaj7    | rootless-on-3 | E G B D
Cmaj7    | rootless-on-7 | B D E G
C6       | rootless-on-3 | E G A D
Cm6      | rootless-on-3 | E♭ G A D
Cmaj7#11 | rootless-on-3 | E F♯ B D
G7b9     | rootless-on-3 | B E F A♭/B E♭ F A♭
G7#11    | rootless-on-3 | B C♯ F A
G13      | rootless-on-3 | B E F A
G9       | rootless-on-7 | F A B E
G13b9    | rootless-on-3 | B E F A♭
G13#11   | rootless-on-3 | B C♯ E F
G7#9     | rootless-on-3 | B E F A♯
G7alt    | rootless-on-3 | B E♭ F A♭/B E♭ F A♯
G7#5     | rootless-on-3 | B D♯ F A
G7b5     | rootless-on-3 | B D♭ F A
G7b13    | rootless-on-3 | B E♭ F A
Bm7b5    | rootless-on-3 | D F A B
Bm7b5    | rootless-on-7 | A B D F
Em7      | rootless-on-3 | G B D E
G7sus4   | rootless-on-3 | C D F A
G9sus4   | rootless-on-3 | C D F A
G13sus4  | rootless-on-3 | C E F A
F/G      | rootless-on-3 | C D F A
Bdim7    | rootless-on-3 | D F A♭ C♯
Cmaj7#5  | rootless-on-3 | E G♯ B D
Cm11     | rootless-on-3 | E♭ F B♭ D
Cmaj7#11 | open          | D E F♯ B
Fmaj7    | open          | G A B E
Cmaj7    | open          | D E G B
Dm7      | open          | E F G C
G7       | open          | A B D F
Bm7b5    | open          | B D E A
"""
ROWS = [tuple(cell.strip() for cell in line.split("|")) for line in BY_HAND.strip().splitlines()]
FORMS = ["shell", "shell-3-7", "shell-7-3", "rootless", "rootless-on-3", "rootless-on-7", "open"]


def chords(text: str, key: str = "C") -> list[Any]:
    document = ChangesDocument(text=f"key: {key}\n| {text} |")
    worked = harmony(document, load_tables().scales)
    return [harmonic(one.chord, Sound(one.sounds[0].tonic, one.sounds[0].scale)) for one in worked.chords if one.sounds]


@pytest.mark.parametrize(("symbol", "form", "wanted"), ROWS)
def test_a_form_holds_these_tones_in_this_order(symbol: str, form: str, wanted: str) -> None:
    ((*pitches,),) = voiced(chords(symbol), form, "left")
    assert " ".join(pitch.name.text for pitch in pitches) in [*wanted.split("/"), wanted]
    assert all(low.midi < high.midi for low, high in pairwise(pitches))


QUALITIES = ["7b9", "13", "7#11", "13b9", "maj7#11", "m11", "7#9", "9", "7sus4", "13sus4", "m7b5", "maj9", "13#11", "6"]


@given(st.sampled_from(["C", "Eb", "F#", "B", "Ab"]), st.sampled_from(QUALITIES), st.sampled_from(FORMS))
@examples(120)
def test_what_is_stated_is_heard_and_nothing_rubs(root: str, quality: str, form: str) -> None:
    chord = parse_chord(root + quality)
    assert chord is not None
    ((*pitches,),) = voiced(chords(root + quality), form, "right")
    heard = {(pitch.midi - chord.root.pitch_class) % 12 for pitch in pitches}
    assert not any(chord.quality.rubs(height) for height in heard)
    if chord.quality.third == "sus4":
        assert not heard & {3, 4}
    stated = {degree.half_steps % 12 for degree in chord.quality.tensions if degree.number != 9 or degree.alteration}
    if quality in ("m11", "13", "13sus4", "13b9", "13#11"):
        stated -= {2, 5}
    if form not in ("open", "shell", "shell-3-7", "shell-7-3"):
        assert stated <= heard


@pytest.mark.parametrize(("lowest", "highest"), [("C2", "C4"), ("C4", "C6"), ("G3", "G5"), ("C5", None), (None, "C4")])
@pytest.mark.parametrize("form", FORMS)
def test_a_register_of_ones_own(form: str, lowest: str | None, highest: str | None) -> None:
    named = {"kind": "voicings", "form": form, "lowest": lowest, "highest": highest}
    found = over(named, text="key: C\n| Dm7 | G7 | Cmaj7 | A7 |")
    heights = [pitch.midi for one in found.strips[0].companions[0].chords for pitch in one.pitches]
    assert lowest is None or min(heights) >= Pitch.parse(lowest).midi
    assert highest is None or max(heights) <= Pitch.parse(highest).midi


@pytest.mark.parametrize(
    ("companion", "wanted"),
    [
        ({"kind": "fifths"}, "0:4 4:4 8:4 12:4"),
        ({"kind": "fifths", "anticipated": "eighth"}, "0:7/2 7/2:4 15/2:9/2 12:4"),
        ({"kind": "fifths", "anticipated": "sixteenth"}, "0:15/4 15/4:4 31/4:17/4 12:4"),
        ({"kind": "drone"}, "0:16"),
        ({"kind": "drone", "anticipated": "eighth"}, "0:7/2 7/2:4 15/2:17/2"),
    ],
)
def test_fifths_and_drones_come_early_too(companion: Any, wanted: str) -> None:
    found = over(companion, text="key: C\n| Dm7 | G7 | Cmaj7 | % |").strips[0].companions[0].chords
    assert " ".join(f"{one.start}:{one.length}" for one in found) == wanted


def practised(form: str, player: str = "piano", text: str = "| Dm7 | G7 | Cmaj7 | % |", **more: Any) -> Exercise:
    sounds = {"kind": "changes", "changes": {"text": f"key: C\n{text}"}}
    figure = {"kind": "voicings", "form": form, "hand": more.pop("hand", "left")}
    keys = {"order": "picked", "picked": more.pop("picked", ["C", "A♭"])}
    recipe = {"sounds": sounds, "figure": figure, "keys": keys, "player": {"instrument": player}, **more}
    return press(read_recipe(recipe), load_tables())


def struck(exercise: Exercise, strip: int = 0) -> list[str]:
    tones = [[*note.tone.lower_tones, note.tone] for note in exercise.strips[strip].notes]
    return [" ".join(tone.written.text for tone in chord) for chord in tones]


@pytest.mark.parametrize(
    ("form", "home", "carried"),
    [
        ("rootless", ["F3 A3 C4 E4", "F3 A3 B3 E4", "E3 G3 B3 D4"], ["D♭3 F3 A♭3 C4", "D♭3 F3 G3 C4", "C3 E♭3 G3 B♭3"]),
        ("shell-3-7", ["D3 F3 C4", "G2 B2 F3", "C3 E3 B3"], ["B♭2 D♭3 A♭3", "E♭3 G3 D♭4", "A♭2 C3 G3"]),
        ("open", ["E3 F3 G3 C4", "A3 B3 D4 F4", "D4 E4 G4 B4"], ["C3 D♭3 E♭3 A♭3", "F3 G3 B♭3 D♭4", "B♭3 C4 E♭4 G4"]),
    ],
)  # fmt: skip
def test_voicings_are_practised_by_themselves(form: str, home: list[str], carried: list[str]) -> None:
    made = practised(form)
    assert (struck(made), struck(made, 1)) == (home, carried)
    assert [note.length for note in made.strips[0].notes] == [4, 4, 8]


def test_voicings_in_a_rhythm_under_rules_and_beside_a_bass() -> None:
    comped = practised("rootless", placement={"slots": "srrsrrrr"}, picked=["C"])
    assert struck(comped) == [*["F3 A3 C4 E4"] * 2, *["F3 A3 B3 E4"] * 2, *["E3 G3 B3 D4"] * 4]
    rule = {"where": {"step": "V"}, "what": {"kind": "play", "figure": {"kind": "cell", "text": "1 2 3 5"}}}
    ruled = practised("shell-3-7", rules=[rule], picked=["C"])
    assert [bool(note.tone.lower_tones) for note in ruled.strips[0].notes if note.start < 8] == [True, *[False] * 8]
    bass = practised("rootless", companions=[{"kind": "fifths"}], picked=["C"]).strips[0].companions[0]
    assert [one.pitches[0].name.text for one in bass.chords] == ["D", "G", "C", "C"]


@given(
    st.sampled_from(["shell", "shell-7-3", "rootless", "rootless-on-7", "open"]),
    st.sampled_from(["piano", "guitar", "vibraphone"]), st.sampled_from(["left", "right"]),
)  # fmt: skip
@examples(12)
def test_practised_voicings_keep_their_form_in_every_key(form: str, player: str, hand: str) -> None:
    """Each chord's tones are the form's degrees in every key, and they lie in the instrument's reach."""
    text = "| Dm7 | G7alt | Cmaj7 | A7b9 | Bm7b5 E7 | Am6 |"
    made = practised(form, player, text, hand=hand, picked=["C", "E♭", "F♯", "B"])
    for strip in made.strips:
        for note in strip.notes:
            chord = next(over.chord for over in reversed(strip.stop.chords_written) if over.start <= note.start)
            assert chord is not None
            heights = [tone.written.midi for tone in (*note.tone.lower_tones, note.tone)]
            assert heights == sorted(set(heights))
            assert made.instrument.full.holds(heights[0], heights[-1])
            third = {3, 4} & {(height - chord.root.pitch_class) % 12 for height in heights}
            assert third, print_chord(chord)


def test_an_instrument_of_one_note_is_refused() -> None:
    with pytest.raises(RecipeError, match="one note at a time"):
        practised("rootless", "trumpet")
