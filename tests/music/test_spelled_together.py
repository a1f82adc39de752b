"""Pairs of a minor chord and its dominant keep together in every key; the names were written by hand, as charts have
them.
"""

from __future__ import annotations

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import parse_chord, print_chord
from dodecant.music.core.key import Key
from dodecant.music.core.numeral import print_numeral
from dodecant.music.core.pitch import NoteName
from dodecant.music.progressions.changes import carried_key, transposed
from dodecant.music.progressions.changes_text import parse_changes, print_changes

KEYS = ["C", "D♭", "D", "E♭", "E", "F", "F♯", "G♭", "G", "A♭", "A", "B♭", "B"]


def read(text: str) -> Chord:
    chord = parse_chord(text)
    assert chord is not None
    return chord


def carried(key: str, chords: str, tonic: str) -> str:
    found = transposed(parse_changes(f"key: {key}\n| {' | '.join(chords.split())} |"), NoteName.parse(tonic))
    return " ".join(print_chord(slot.chord) for slot in found.slots)


@pytest.mark.parametrize(
    ("key", "chords", "tonic", "wanted"),
    [
        # the minor fourth and its dominant: after the tonic as theory has them, unless that is hard to read
        ("C", "Cmaj7 Fm7 Bb7 Cmaj7", "D♭", "D♭maj7 G♭m7 C♭7 D♭maj7"),
        ("C", "Fmaj7 Fm7 Bb7 Em7", "D♭", "G♭maj7 G♭m7 C♭7 Fm7"),
        ("C", "Cmaj7 Fm7 Bb7 Cmaj7", "G♭", "G♭maj7 Bm7 E7 G♭maj7"),
        ("C", "Cmaj7 Fm7 Bb7 Cmaj7", "A♭", "A♭maj7 D♭m7 G♭7 A♭maj7"),
        ("C", "Cmaj7 Fm7 Bb7 Cmaj7", "B", "Bmaj7 Em7 A7 Bmaj7"),
        ("C", "Dm7 G7 C7 Fm7 Bb7 Cmaj7", "G♭", "A♭m7 D♭7 G♭7 C♭m7 F♭7 G♭maj7"),
        ("C", "C7 F7 C7 Gm7 C7 F7 F#dim7 C7", "G♭", "G♭7 C♭7 G♭7 D♭m7 G♭7 C♭7 Cdim7 G♭7"),
        # to the flat second step
        ("C", "Dm7 G7 Ebm7 Ab7 Dbmaj7", "E♭", "Fm7 B♭7 F♯m7 B7 Emaj7"),
        ("C", "Dm7 G7 Ebm7 Ab7 Dbmaj7", "A♭", "B♭m7 E♭7 Bm7 E7 Amaj7"),
        ("Cm", "Cm6 Abm7 Db7 Gbmaj7", "B♭", "B♭m6 F♯m7 B7 Emaj7"),
        ("Cm", "Cm6 Abm7 Db7 Gbmaj7", "E♭", "E♭m6 Bm7 E7 Amaj7"),
        ("C", "Dm7 G7 Ebm7 Ab7 Dbmaj7", "B♭", "Cm7 F7 C♯m7 F♯7 Bmaj7"),
        ("C", "G7 Cmaj7 Bbm7 Eb7 Abmaj7", "E♭", "B♭7 E♭maj7 C♯m7 F♯7 Bmaj7"),
        ("C", "Cmaj7 Fm7 Bb7 Ebmaj7", "A♭", "A♭maj7 D♭m7 G♭7 C♭maj7"),
        ("C", "Fm7 Bb7 Ebmaj7", "B", "Em7 A7 Dmaj7"),
        ("C", "Ebmaj7 Eb7 Abmaj7", "E♭", "G♭maj7 G♭7 C♭maj7"),
        # to the third step: the chord they lead to says how they are written
        ("C", "F#m7b5 B7b9 Em7 A7 Dm7 G7", "F♯", "B♯m7♭5 E♯7(♭9) A♯m7 D♯7 G♯m7 C♯7"),
        ("C", "F#m7b5 B7b9 Em7 A7 Dm7 G7", "G♭", "Cm7♭5 F7(♭9) B♭m7 E♭7 A♭m7 D♭7"),
        ("C", "F#m7b5 B7b9 Em7 A7 Dm7 G7", "B", "E♯m7♭5 A♯7(♭9) D♯m7 G♯7 C♯m7 F♯7"),
        # a major chord with its own dominant is a key of its own, which has seven signs at most
        ("C", "Cmaj7 Eb7 Abmaj7 B7 Emaj7 G7 Cmaj7", "E", "Emaj7 G7 Cmaj7 E♭7 A♭maj7 B7 Emaj7"),
        ("C", "Cmaj7 Eb7 Abmaj7 B7 Emaj7 G7 Cmaj7", "B", "Bmaj7 D7 Gmaj7 B♭7 E♭maj7 F♯7 Bmaj7"),
        ("C", "Cmaj7 Eb7 Abmaj7 B7 Emaj7 G7 Cmaj7", "F♯", "F♯maj7 A7 Dmaj7 F7 B♭maj7 C♯7 F♯maj7"),
        ("C", "Cmaj7 Eb7 Abmaj7 B7 Emaj7 G7 Cmaj7", "A", "Amaj7 C7 Fmaj7 A♭7 D♭maj7 E7 Amaj7"),
        ("C", "Cmaj7 Eb7 Abmaj7 B7 Emaj7 G7 Cmaj7", "E♭", "E♭maj7 F♯7 Bmaj7 D7 Gmaj7 B♭7 E♭maj7"),
        ("C", "F#m7 B7 Emaj7 Amaj7 F7 G7", "E", "B♭m7 E♭7 A♭maj7 D♭maj7 A7 B7"),
        ("C", "F#m7 B7 Emaj7 Dm7 G7", "D", "G♯m7 C♯7 F♯maj7 Em7 A7"),
        ("C", "Em7 A7 Dmaj7 Dm7 G7", "B", "D♯m7 G♯7 C♯maj7 C♯m7 F♯7"),
        ("C", "Em7b5 A7 Dmaj7 G#m7 C#7 F#maj7", "F♯", "B♭m7♭5 E♭7 A♭maj7 Dm7 G7 Cmaj7"),
        ("C", "C E F Fm", "E", "E G♯ A Am"),
        ("C", "Cmaj7 B7 Em7 A7 Dm7 G7", "E", "Emaj7 D♯7 G♯m7 C♯7 F♯m7 B7"),
        # a diminished chord on its way up is a raised step, on its way down a lowered one, by plain names
        ("E", "Emaj7 Fdim7 F#m7 B7", "C", "Cmaj7 C♯dim7 Dm7 G7"),
        ("E", "G#m7 Gdim7 F#m7 B7", "C", "Em7 E♭dim7 Dm7 G7"),
        ("C", "Abdim7 Am7 D#dim7 Dm7", "D", "A♯dim7 Bm7 Fdim7 Em7"),
        ("C", "Abdim7 Am7 D#dim7 Dm7", "A", "Fdim7 F♯m7 Cdim7 Bm7"),
        ("Db", "Dbmaj7 Ddim7 Ebm7 Edim7 Fm7", "A", "Amaj7 A♯dim7 Bm7 Cdim7 C♯m7"),
        ("Bb", "Bbmaj7 Bdim7 Cm7 C#dim7 Dm7", "F♯", "F♯maj7 Gdim7 G♯m7 Adim7 A♯m7"),
        ("D", "Em7 D#dim7 Dmaj7", "F", "Gm7 G♭dim7 Fmaj7"),
        ("D", "Em7 D#dim7 Dmaj7", "B♭", "Cm7 Bdim7 B♭maj7"),
        ("C", "Fmaj7 F#dim7 C/G", "D♭", "G♭maj7 Gdim7 D♭/A♭"),
        # the last chord leads to the first
        ("C", "Cmaj7 Am7 Abmaj7 G7", "A♭", "A♭maj7 Fm7 Emaj7 E♭7"),
        # what is written plainly is told by its step
        ("Db", "F#m7 B7 Dbmaj7", "C", "Fm7 B♭7 Cmaj7"),
        ("Eb", "F#m7 B7 Emaj7 Fm7 Bb7", "C", "E♭m7 A♭7 D♭maj7 Dm7 G7"),
        ("F#", "Bbm7 Eb7 Abm7 Db7 F#maj7", "C", "Em7 A7 Dm7 G7 Cmaj7"),
        ("Bb", "C#m7 F#7 Bmaj7 Cm7 F7", "C", "E♭m7 A♭7 D♭maj7 Dm7 G7"),
        ("F#", "Cm7b5 F7 Bbm6", "D", "G♯m7♭5 C♯7 F♯m6"),
        # and what is consistent stays
        ("F", "C#m7 F#7 Bmaj7 Gm7 C7", "E♭", "Bm7 E7 Amaj7 Fm7 B♭7"),
        ("C", "Em7 Ebdim7 Dm7 C#dim7 Dm7", "D♭", "Fm7 Edim7 E♭m7 Ddim7 E♭m7"),
        ("C", "Fm7 Fm7/Eb Bb7 Bb7 Cmaj7", "D♭", "F♯m7 F♯m7/E B7 B7 D♭maj7"),
    ],
)
def test_pairs_are_named_as_charts_name_them(key: str, chords: str, tonic: str, wanted: str) -> None:
    assert carried(key, chords, tonic) == wanted


# The keys of a piece's parts, in the order of its home key, and as editions write them where it is carried.
PARTS = "C F G D E A B Db Eb Ab Bb Cm Fm Gm Dm Em Am Bm F#"


@pytest.mark.parametrize(
    ("tonic", "wanted"),
    [
        ("E", "E A B F♯ A♭ D♭ E♭ F G C D Em Am Bm F♯m G♯m C♯m D♯m B♭"),
        ("B", "B E F♯ D♭ E♭ A♭ B♭ C D G A Bm Em F♯m C♯m D♯m G♯m A♯m F"),
        ("F♯", "F♯ B C♯ A♭ B♭ E♭ F G A D E F♯m Bm C♯m G♯m A♯m D♯m Fm C"),
        ("G♭", "G♭ C♭ D♭ A♭ B♭ E♭ F G A D E F♯m Bm C♯m A♭m B♭m E♭m Fm C"),
        ("D♭", "D♭ G♭ A♭ E♭ F B♭ C D E A B C♯m F♯m A♭m E♭m Fm B♭m Cm G"),
        ("A♭", "A♭ D♭ E♭ B♭ C F G A B E G♭ A♭m C♯m E♭m B♭m Cm Fm Gm D"),
        ("A", "A D E B D♭ F♯ A♭ B♭ C F G Am Dm Em Bm C♯m F♯m G♯m E♭"),
        ("E♭", "E♭ A♭ B♭ F G C D E G♭ B D♭ E♭m A♭m B♭m Fm Gm Cm Dm A"),
    ],
)
def test_no_part_of_a_piece_is_in_a_key_that_nobody_reads(tonic: str, wanted: str) -> None:
    home, there = Key.parse("C"), NoteName.parse(tonic)
    found = [carried_key(Key.parse(part), home, there) for part in PARTS.split()]
    assert [key.tonic.text + "m" * (key.colour == "minor") for key in found] == wanted.split()
    back = [carried_key(key, Key(there), home.tonic) for key in found]
    assert [(key.tonic.pitch_class, key.colour) for key in back] == [
        (key.tonic.pitch_class, key.colour) for key in map(Key.parse, PARTS.split())
    ]


def test_a_part_in_another_key_is_written_in_it() -> None:
    piece = parse_changes("key: C\n| Cmaj7 | G7 |\nkey: E\n| F#m7 B7 | Emaj7 G7 |")
    assert print_changes(transposed(piece, NoteName.parse("F♯"))) == (
        "key: F♯ major\n| F♯maj7 | C♯7 |\nkey: B♭ major\n| Cm7 F7 | B♭maj7 C♯7 |\n"
    )


def test_a_key_that_was_written_stays_as_written() -> None:
    text = "key: A\n| Amaj7 | V7 |\nkey: C#\n| II7 V7 | Imaj7 |"
    names = [print_chord(slot.chord) for slot in parse_changes(text).slots]
    assert " ".join(names) == "Amaj7 E7 D♯7 G♯7 C♯maj7"


@pytest.mark.parametrize(
    ("chord", "key", "numeral"),
    [("F#m7", "Db", "IVm7"), ("Bbm7", "F#", "IIIm7"), ("Eb7", "F#", "VI7"), ("F7", "F#", "VII7"), ("E7", "Eb", "♭II7"),
     ("C#7", "C", "♯I7"), ("F#m7b5", "C", "♯IVm7♭5"), ("C#dim7", "C", "♯Idim7"), ("Gb7", "C", "♭V7")],
)  # fmt: skip
def test_no_step_is_called_by_the_name_of_another(chord: str, key: str, numeral: str) -> None:
    assert print_numeral(read(chord), Key.parse(key)) == numeral


@pytest.mark.parametrize(
    ("key", "letters", "numerals"),
    [
        ("Eb", "F♯m7 B7 Emaj7 Fm7 B♭7", "♭IIIm7 ♭VI7 ♭IImaj7 IIm7 V7"),
        ("Bb", "C♯m7 F♯7 Bmaj7", "♭IIIm7 ♭VI7 ♭IImaj7"),
        ("Db", "D♭maj7 G♭m7 C♭7", "Imaj7 IVm7 ♭VII7"),
        ("B", "E♯m7♭5 A♯7 D♯m7", "♯IVm7♭5 VII7 IIIm7"),
        ("C", "C♯m7 F♯7 Bmaj7", "♯Im7 ♯IV7 VIImaj7"),
    ],
)
def test_numerals_are_written_and_read_as_one_progression(key: str, letters: str, numerals: str) -> None:
    head = f"key: {Key.parse(key).text}\n| "
    as_letters, as_numerals = (parse_changes(head + " | ".join(text.split()) + " |") for text in (letters, numerals))
    assert " ".join(print_chord(slot.chord) for slot in as_numerals.slots) == letters
    assert print_changes(as_letters, numerals=True) == head + " | ".join(numerals.split()[:4]) + (
        " |\n| " + " | ".join(numerals.split()[4:]) + " |\n" if len(numerals.split()) > 4 else " |\n"
    )


_PAIRS = [("Dm7", "G7"), ("Em7b5", "A7"), ("Fm7", "Bb7"), ("Ebm7", "Ab7"), ("F#m7b5", "B7"), ("Abm6", "Db9"),
          ("Bm7", "E7alt"), ("C#m7", "F#7"), ("Gm7", "C13"), ("Bbm9", "Eb7sus4")]  # fmt: skip
_ALONE = ["Cmaj7", "Fmaj7", "Dbmaj7", "Ab6", "A7", "Am7", "Bdim7", "Ebmaj7", "D7"]


@given(st.lists(st.sampled_from([*_PAIRS, *_ALONE]), min_size=1, max_size=6), st.sampled_from(KEYS))
def test_in_every_key_and_back_a_pair_is_a_fourth_apart(parts: list[str | tuple[str, str]], tonic: str) -> None:
    written = [chord for part in parts for chord in ([part] if isinstance(part, str) else part)]
    home, there = parse_changes("key: C\n| " + " | ".join(written) + " |"), NoteName.parse(tonic)
    carried_there = transposed(home, there)
    for found, up in [(carried_there, there.pitch_class), (transposed(carried_there, NoteName.parse("C")), 0)]:
        chords = [slot.chord for slot in found.slots if slot.chord is not None]
        assert [(chord.root.pitch_class - up) % 12 for chord in chords] == [
            read(text).root.pitch_class for text in written
        ]
        assert all(abs(chord.root.alteration) < 2 for chord in chords)
        for one, other in pairwise(chords):
            up_a_fourth = (other.root.pitch_class - one.root.pitch_class) % 12 == 5
            if up_a_fourth and one.quality.third == "minor" and other.quality.dominant:
                assert (other.root.letter - one.root.letter) % 7 == 3, found
