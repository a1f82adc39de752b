"""Which sound fits where the chords around tell it: a table typed by hand from theory, in every key."""

from __future__ import annotations

from itertools import product

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.tables import Tables
from dodecant.music.chord_scale_fit.fit import FitSchool, fit
from dodecant.music.chord_scale_fit.progression import places
from dodecant.music.chord_scale_fit.serving import ACCEPTANCE, fewest_sounds
from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import parse_chord
from dodecant.music.core.key import Key
from dodecant.music.core.pitch import NoteName
from dodecant.tables import load_tables
from tests.generated import examples

# key: chords | a sound for each in the school of the key; "-" is not asked, a slash means that books differ.
BY_HAND = """
Ab: G7 Cmaj7                  | Mixolydian, Ionian
Ab: Dm7 G7 Cmaj7 Am7          | Dorian, Mixolydian, Ionian, Aeolian
Ab: Dm7 G7 Cmaj7 Fmaj7        | Dorian, Mixolydian, Ionian, Lydian
Ab: Db7 Cmaj7                 | -, Ionian
Ab: Dm7 Db7 Cmaj7             | -, Lydian dominant, Ionian
F: F#m7 B7 Emaj7              | Dorian, Mixolydian, Ionian
F: F#m7 B7 E6 C#m7            | Dorian, Mixolydian, Ionian, Aeolian
Eb: B7 E                      | Mixolydian, Ionian
C: Ebm7 Ab7 Dbmaj7            | Dorian, Mixolydian, Ionian
C: Ab13 Dbmaj9                | Mixolydian, Ionian
C: G9sus4 G7 Cmaj7            | Mixolydian, Mixolydian, Ionian
C: C#m7 F#7 Bmaj7 Em7 A7 Dmaj7 | Dorian, Mixolydian, Ionian, Dorian, Mixolydian, Ionian
Cm: Fm7 Bb7 Ebmaj7 Abmaj7     | Dorian, Mixolydian, Ionian, Lydian
Cm: Bb7 Ebmaj7 Cm7            | Mixolydian, Ionian, Aeolian
Am: Dm7 G7 Cmaj7 Fmaj7        | Dorian, Mixolydian, Ionian, Lydian
Am: Dm7 G7 Cmaj7 Fmaj7 Bm7b5 E7 Am | Dorian, Mixolydian, Ionian, Lydian, Locrian, Phrygian dominant, -
C: Cmaj7 Eb7 Abmaj7 B7 Emaj7 G7 | Ionian, Mixolydian, Ionian, Mixolydian, Ionian, Mixolydian
C: Cmaj7 Bb7 Ebmaj7 Db7 Gbmaj7 E7 Amaj7 G7 | Ionian, -, Ionian, -, Ionian, -, Ionian, -
C: Cmaj7 Cm7 F7 Bbmaj7 Bbm7 Eb7 Abmaj7 | Ionian, Dorian, Mixolydian, Ionian, Dorian, Mixolydian, Ionian
C: Em7 A7 Ebm7 Ab7 Dm7 G7 Cmaj7 | Dorian, Mixolydian, Dorian, Mixolydian, Dorian, Mixolydian, Ionian
C: E7 Am7 Dm7 G7              | Phrygian dominant, Aeolian, Dorian, Mixolydian
C: E7 Am7 D7 G7               | -, Dorian, -, -
C: A7 Dm7 G7 Cmaj7            | Mixolydian ♭6/Phrygian dominant, Dorian, Mixolydian, Ionian
C: B7 Em7 Am7 Dm7             | Phrygian dominant, Aeolian/Dorian, Aeolian, Dorian
C: D7 G7 Cmaj7                | Mixolydian, Mixolydian, Ionian
C: Cmaj7 Fmaj7 Cmaj7          | Ionian, Lydian, Ionian
C: Cmaj7 Dm7 Em7 Fmaj7        | Ionian, Dorian, Phrygian, Lydian
C: Em7 Am7 Dm7 G7             | Phrygian, Aeolian, Dorian, Mixolydian
G: Ebm7 Ab7 Db6 Am7 D7 G6     | Dorian, Mixolydian, Ionian, Dorian, Mixolydian, Ionian
Dm: Dm7 Ebm7                  | Dorian, Dorian
Dm: Dm7 Em7                   | Dorian, Dorian
Dm: Dm7 Dm7 Cm7               | Dorian, Dorian, Dorian
Gm: Gm7 Abm7 Am7              | Dorian, Dorian, Dorian
C: Fm7 F#m7                   | Dorian, Dorian
C: Ebm9 Dbm9                  | Dorian, Dorian
Dm: Dm7 G7                    | Dorian, Mixolydian
Dm: Dm7 G9                    | Dorian, Mixolydian
Dm: Dm9 G13                   | Dorian, Mixolydian
Dm: Dm6 G7                    | Dorian, Mixolydian
Dm: Dm7 G7 Dm7 A7             | Dorian, Mixolydian, Dorian, Phrygian dominant
C: Gm7 C7                     | Dorian, Mixolydian
C: C9sus4 Eb9sus4 Ab9sus4 G9sus4 | Mixolydian, Mixolydian, Mixolydian, Mixolydian
C: D7sus4 F7sus4              | Mixolydian, Mixolydian
D: A13sus4 C13sus4            | Mixolydian, Mixolydian
C: G9sus4 Db9sus4 Cmaj7       | Mixolydian, Mixolydian, -
C: F/G Cmaj7                  | Mixolydian, Ionian
C: Dm7/G Cmaj7                | Mixolydian, Ionian
C: Fmaj7/G C                  | Mixolydian, Ionian
Ab: F/G Cmaj7                 | Mixolydian, Ionian
C: Bb/C Ab/Bb                 | Mixolydian, Mixolydian
C: C/E F                      | Ionian, Lydian
F: F7 Bb7 F7 C7               | Mixolydian, Mixolydian, Mixolydian, Mixolydian
F: F7 Bb7 F7 D7 Gm7 C7        | Mixolydian, -, -, Mixolydian ♭6/Phrygian dominant/altered, Dorian, Mixolydian
F: F7 Bb7 Bdim7 F7 Am7b5 D7 Gm7 C7 | Mixolydian, Mixolydian, whole-half diminished, Mixolydian, Locrian, Phrygian dominant, Dorian, -
F: F7 Bb7 F7 Db7 C7           | -, -, -, Lydian dominant, Mixolydian
F: F7 Bb7 F7 G7 C7            | -, -, -, Mixolydian, Mixolydian
C: C7 F7 Bb7 Eb7              | Mixolydian, Mixolydian, Mixolydian, -
C: E7 A7 D7 G7                | Mixolydian, Mixolydian, Mixolydian, Mixolydian
Am: Am G F E7                 | Aeolian, Mixolydian, Lydian, Phrygian dominant
Am: Am F C G                  | Aeolian, Lydian, Ionian, Mixolydian
Am: Am7 Fmaj7 C G             | Aeolian, Lydian, Ionian, Mixolydian
Am: C G Am F                  | Ionian, Mixolydian, Aeolian, Lydian
Am: Am Dm Am E7               | Aeolian/harmonic minor, Dorian, Aeolian/harmonic minor, Phrygian dominant
Am: Am D Am G                 | Dorian, Mixolydian, Dorian, Ionian
Am: Am7 D7 Am7                | Dorian, Mixolydian, Dorian
Cm: Cm Cm(maj7) Cm7 Cm6       | -, melodic minor, -, Dorian/melodic minor
Cm: Cm7 Fm(maj7) Cm7 G7       | -, melodic minor, -, Phrygian dominant
Cm: Fm(maj7) Cm               | melodic minor, -
C: Cmaj7 Fm(maj7) Cmaj7       | Ionian, melodic minor, Ionian
C: Cmaj7 Fm6 Cmaj7            | Ionian, melodic minor/Dorian, Ionian
Cm: Dm7b5 G7 Cm6              | Locrian, Phrygian dominant, melodic minor/Dorian
Cm: Dm7b5 G7b9 Cm(maj7)       | Locrian, Phrygian dominant, melodic minor
Cm: Dm7b5 G7alt Cm7           | Locrian, altered, -
Cm: Dm7 G7 Cm6                | Phrygian/Dorian ♭2, Mixolydian ♭6, Dorian/melodic minor
C: Dm7b5 G7 Cmaj7             | Locrian, Phrygian dominant, Ionian
C: Dm7b5 G7b9 Cmaj7           | Locrian, Phrygian dominant, Ionian
C: Em7 A7 Dm7 G7              | Phrygian, Mixolydian ♭6, Dorian, Mixolydian
C: Em7b5 A7 Dm7 G7            | Locrian, Phrygian dominant, Dorian, Mixolydian
C: Em7 A7 Dmaj7               | Dorian, Mixolydian, Ionian
C: Em7 A7 D7 G7               | Dorian, Mixolydian, Mixolydian, Mixolydian
Cm: Cm6 Am7b5 Dm7b5 G7b9      | melodic minor/Dorian, Locrian/Locrian ♮2, Locrian, Phrygian dominant
Bb: Bbmaj7 G7 Cm7 F7          | Ionian, Mixolydian ♭6, Dorian, Mixolydian
Bb: Bbmaj7 Bdim7 Cm7 C#dim7   | Ionian, whole-half diminished, Dorian, whole-half diminished
C: Fm7 Bb7 Cmaj7              | Dorian, Lydian dominant, Ionian
C: Dm7 Db7 Cmaj7              | Dorian, Lydian dominant, Ionian
C: Cmaj7 Am7 G7 Cm6           | Ionian, Aeolian, Mixolydian ♭6/Phrygian dominant, melodic minor/Dorian
C: Cmaj7 G7 Cm7 F7 Bbmaj7 Dm7 | Ionian, Mixolydian ♭6/Phrygian dominant, Dorian, Mixolydian, Ionian, -
C: Cmaj7 G7sus4 Cm6 G7        | Ionian, Aeolian/Mixolydian ♭6, melodic minor/Dorian, -
C: Cmaj7 G7b9 Cm6             | Ionian, Phrygian dominant, melodic minor/Dorian
F: Bbmaj7 C7 Fm6 Bb7          | -, Mixolydian ♭6/Phrygian dominant, Dorian, -
Eb: Ebmaj7 Ab7 Dbm7 Gb7       | Ionian, Mixolydian ♭6/Phrygian dominant, Dorian, -
Cm: G7sus4 G7 Cm F9sus4       | Phrygian/Aeolian, Phrygian dominant, Dorian, Mixolydian
Am: Am E7 Am A7 Dm E7         | Aeolian, Phrygian dominant, Aeolian, -, -, Phrygian dominant
"""  # noqa: E501
ROWS = BY_HAND.strip().splitlines()
NAMES = [NoteName.parse(name) for name in ("C", "Db", "D", "Eb", "E", "F", "Gb", "G", "Ab", "A", "Bb", "B")]


def up(name: NoteName | None, half_steps: int) -> NoteName | None:
    return None if name is None else NAMES[(name.pitch_class + half_steps) % 12]


def played(line: str, half_steps: int = 0) -> tuple[list[Chord], Key]:
    """The chords of a line and its key, moved up."""
    key, _, symbols = line.partition(":")
    chords = []
    for symbol in symbols.split():
        chord = parse_chord(symbol)
        assert chord is not None
        root = up(chord.root, half_steps)
        assert root is not None
        chords.append(Chord(root, chord.quality, up(chord.bass, half_steps)))
    home = Key.parse(key)
    tonic = up(home.tonic, half_steps)
    assert tonic is not None
    return chords, Key(tonic, home.colour)


def fitting(line: str, half_steps: int = 0, school: FitSchool = "key") -> list[tuple[int, str]]:
    """The first sound of each chord: its tonic above the chord's root, and its scale."""
    chords, key = played(line, half_steps)
    where = places(chords, [key] * len(chords))
    best = [fit(c, p, load_tables().scales, school=school)[0] for c, p in zip(chords, where, strict=True)]
    return [
        ((one.tonic.pitch_class - c.heard.root.pitch_class) % 12, one.scale.name)
        for one, c in zip(best, chords, strict=True)
    ]


@pytest.mark.parametrize("row", ROWS, ids=[row.split("|")[0].strip() for row in ROWS])
def test_the_first_sound_is_what_a_teacher_writes_in_every_key(row: str) -> None:
    line, _, wanted = row.partition("|")
    answers = [cell.strip().split("/") for cell in wanted.split(",")]
    assert len(answers) == len(line.partition(":")[2].split())
    for half_steps in range(12):
        found = fitting(line, half_steps)
        for (above, name), right in zip(found, answers, strict=True):
            assert right == ["-"] or (above == 0 and name in right), (half_steps, found)


@given(
    st.integers(0, 11), st.sampled_from(["", "m"]), st.integers(0, 11), st.sampled_from(["maj7", "6", "", "maj9"]),
    st.sampled_from(["{five}7 {one}", "{two}m7 {five}7 {one}", "{flat}7 {one}", "{five}13 {one} {one}"]),
)  # fmt: skip
@examples(80)
def test_a_key_that_has_just_been_reached_is_the_key(
    home: int, colour: str, tonic: int, quality: str, form: str
) -> None:
    names = {"one": 0, "two": 2, "five": 7, "flat": 1}
    text = form.format(**{name: NAMES[(tonic + n) % 12].text for name, n in names.items()})
    text = text.replace(NAMES[tonic].text, NAMES[tonic].text + quality) if text.endswith(NAMES[tonic].text) else text
    last = fitting(f"{NAMES[home].text}{colour}: {text}")[-1]
    assert last == (0, "Ionian")


@given(st.integers(0, 11), st.sampled_from(["", "m"]), st.integers(0, 11), st.sampled_from([1, 2, 10, 11]))
@examples(60)
def test_like_minor_chords_a_step_apart_have_the_same_sound(home: int, colour: str, root: int, apart: int) -> None:
    first, second = NAMES[root].text, NAMES[(root + apart) % 12].text
    found = fitting(f"{NAMES[home].text}{colour}: {first}m9 {second}m9")
    diatonic = {"Phrygian", "Aeolian"} & {name for _, name in found}
    assert diatonic or found == [(0, "Dorian")] * 2


@given(st.integers(0, 11), st.lists(st.sampled_from(["D7", "Db7", "G7", "C7", "A7", "E7", "Am7", "Eb7"]), max_size=4))
@examples(60)
def test_in_a_blues_the_blues_scale_leads_on_its_pillars_alone(key: int, others: list[str]) -> None:
    """I IV and V of F; whatever else stands between, in both schools."""
    line = " ".join(["F: F7 Bb7 F7", *others])
    schools: tuple[FitSchool, ...] = ("key", "colour")
    for school in schools:
        chords, home = played(line, key)
        where = places(chords, [home] * len(chords))
        for chord, place in zip(chords, where, strict=True):
            best = fit(chord, place, load_tables().scales, school=school)[0]
            pillar = (chord.root.pitch_class - home.tonic.pitch_class) % 12 in (0, 5, 7)
            assert pillar or best.scale.family != "blues"


@pytest.mark.parametrize(
    ("line", "acceptance"),
    [
        ("C: Cmaj7 A7 Dm7 G7", "usual"), ("C: A7 Dm7", "strict"), ("Cm: Dm7b5 G7alt Cm6", "strict"),
        ("C: E7 Am7", "strict"), ("C: Dm7 G7 Cmaj7", "usual"), ("C: F/G Cmaj7", "usual"),
        ("F: D7 Gm7 C7 Fmaj7", "strict"), ("C: B7b9 Em7 A7alt Dm7", "easy"),
    ],
)  # fmt: skip
def test_fewest_sounds_are_named_by_a_chord_they_serve(tables: Tables, line: str, acceptance: str) -> None:
    schools: tuple[FitSchool, ...] = ("key", "colour")
    for half_steps, school in product(range(12), schools):
        chords, key = played(line, half_steps)
        where = places(chords, [key] * len(chords))
        stretches = fewest_sounds(chords, where, tables.scales, accepted=ACCEPTANCE[acceptance], school=school)
        for one in stretches:
            served = [chords[n].heard.root for n in range(one.first, one.end)]
            assert one.tonic in served, (half_steps, one)
