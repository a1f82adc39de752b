"""Chord symbols: every spelling players use, what it means, and one printed form."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st
from music21 import harmony

from dodecant.music.core.chord import Chord
from dodecant.music.core.chord_symbol import House, parse_chord, print_chord
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName
from tests.generated import examples

# printed form | degrees, from the root up | other spellings. Written from chord-symbol practice.
TABLE = """
          | 1 3 5              | maj M Maj ma major
m         | 1 b3 5             | min mi - Min minor
5         | 1 5                | no3 (no3)
dim       | 1 b3 b5            | ° o mb5 -b5 m(b5) min(b5) -(♭5)
aug       | 1 3 #5             | + (#5) (+5) maj#5
sus4      | 1 4 5              | sus (sus4) (sus)
sus2      | 1 2 5              | (sus2)
6         | 1 3 5 6            | maj6 M6 add6 (6)
m6        | 1 b3 5 6           | min6 -6 mi6 m(6) -add6
6/9       | 1 3 5 6 9          | 69 6(9) 6add9 maj6/9 6(add9)
m6/9      | 1 b3 5 6 9         | m69 -6/9 min6/9 -69 m6add9
maj7      | 1 3 5 7            | M7 ma7 Maj7 Δ Δ7 major7 △ (maj7) ∆7
maj9      | 1 3 5 7 9          | M9 Δ9 ma9 maj7(9) maj7add9 Maj9
maj13     | 1 3 5 7 9 13       | M13 Δ13 ma13 maj9(13) maj9add13
maj7(♯11) | 1 3 5 7 #11        | maj7#11 M7#11 Δ#11 Δ7(#11) ma7(+11) maj7#4
maj9(♯11) | 1 3 5 7 9 #11      | maj9#11 M9(#11) Δ9#11 Maj9(+11)
maj7(♯5)  | 1 3 #5 7           | maj7#5 M7+5 Δ#5 +maj7 aug(maj7) +M7
maj7(♭5)  | 1 3 b5 7           | maj7b5 M7-5 Δb5
7         | 1 3 5 b7           | (7)
9         | 1 3 5 b7 9         | 7(9) 7add9
11        | 1 3 5 b7 9 11      | 9(11) 9add11
13        | 1 3 5 b7 9 13      | 9(13) 9add13
7(add13)  | 1 3 5 b7 13        | 7add13
7(♭9)     | 1 3 5 b7 b9        | 7b9 7-9 7(-9) 7addb9 7♭9
7(♯9)     | 1 3 5 b7 #9        | 7#9 7+9 7(+9) 7♯9
7(♭9,♯9)  | 1 3 5 b7 b9 #9     | 7b9#9 7(#9,b9) 7#9b9
7(♭5)     | 1 3 b5 b7          | 7b5 7-5 7(-5) 7♭5
7(♯5)     | 1 3 #5 b7          | 7#5 7+5 +7 aug7 7aug 7+ 7♯5
9(♯5)     | 1 3 #5 b7 9        | 9#5 +9 aug9 9+5
9(♭5)     | 1 3 b5 b7 9        | 9b5 9-5
7(♯11)    | 1 3 5 b7 #11       | 7#11 7+11 7#4 7(+11)
9(♯11)    | 1 3 5 b7 9 #11     | 9#11 9+11 9(+11)
13(♯11)   | 1 3 5 b7 9 #11 13  | 13#11 13+11 13(+11)
13(♭9)    | 1 3 5 b7 b9 13     | 13b9 13-9 7(b9)13 7b9add13
13(♭9,♯11) | 1 3 5 b7 b9 #11 13 | 13b9#11 13(#11)(b9)
13(♯9)    | 1 3 5 b7 #9 13     | 13#9 13+9
7(♭13)    | 1 3 5 b7 b13       | 7b13 7-13 7(-13)
9(♭13)    | 1 3 5 b7 9 b13     | 9b13 9(-13)
7(♭9,♭13) | 1 3 5 b7 b9 b13    | 7b9b13 7(b13,b9) 7(b9b13)
7(♯5,♯9)  | 1 3 #5 b7 #9       | 7#5#9 +7#9 7#9#5 +7(#9) aug7#9
7(♯5,♭9)  | 1 3 #5 b7 b9       | 7#5b9 +7b9 7b9#5
7(♭5,♭9)  | 1 3 b5 b7 b9       | 7b5b9 7-5-9
7alt      | 1 3 b5 #5 b7 b9 #9 | alt 7altered altered (alt) 7(alt)
7sus4     | 1 4 5 b7           | 7sus sus7 7(sus4) sus4(7)
9sus4     | 1 4 5 b7 9         | 9sus sus9 7sus(9) 9(sus4)
13sus4    | 1 4 5 b7 9 13      | 13sus 13(sus4) sus13
7sus4(♭9) | 1 4 5 b7 b9        | sus(7b9) 7susb9 7b9sus4 7b9sus
7sus2     | 1 2 5 b7           | 7(sus2)
m7        | 1 b3 5 b7          | min7 mi7 -7 m(7) Min7 minor7
m9        | 1 b3 5 b7 9        | min9 mi9 -9 m7(9) m7add9
m11       | 1 b3 5 b7 9 11     | min11 -11 mi11 m9(11) m7(11)
m13       | 1 b3 5 b7 9 11 13  | min13 -13 mi13 m11(13)
m7(add11) | 1 b3 5 b7 11       | -7add11 min7add4
m7(♭9)    | 1 b3 5 b7 b9       | m7b9 -7b9
m7♭5      | 1 b3 b5 b7         | ø Ø ø7 Ø7 m7b5 -7b5 min7b5 m7-5 m7(b5) half-dim half-dim7 -7(-5)
m9♭5      | 1 b3 b5 b7 9       | ø9 -9b5 min9b5
m(maj7)   | 1 b3 5 7           | mM7 minmaj7 mmaj7 -Δ -Δ7 -M7 mΔ m(#7) min(maj7) m(M7) m(maj) -maj7
m(maj9)   | 1 b3 5 7 9         | mM9 minmaj9 -Δ9 -maj9
m(♭6)     | 1 b3 5 b6          | mb6 -b6 m(addb6) minb6
m(add9)   | 1 b3 5 9           | madd9 -add9 m(add2) m2
dim7      | 1 b3 b5 bb7        | °7 o7 (dim7)
dim(maj7) | 1 b3 b5 7          | °maj7 °M7 dimM7 m(maj7)b5
(add9)    | 1 3 5 9            | add9 add2 2
(add11)   | 1 3 5 11           | add11 add4 4
(♯11)     | 1 3 5 #11          | add#11 (add#4) (#11)
7(no3)    | 1 5 b7             | 7no3 7(omit3)
7(no5)    | 1 3 b7             | 7no5 7omit5
maj7(no3) | 1 5 7              | M7no3
"""
ROWS = [tuple(cell.strip() for cell in line.split("|")) for line in TABLE.strip("\n").splitlines()]
SPELLINGS = [(p, d, s) for p, d, spellings in ROWS for s in [p, *spellings.split()] if not (p == "m9♭5" and s == p)]
ROOTS = ["C", "F♯", "B♭", "E", "A♭"]


def read(symbol: str) -> Chord:
    chord = parse_chord(symbol)
    assert chord is not None
    return chord


def test_the_table_is_long_enough() -> None:
    assert len(SPELLINGS) >= 300


@pytest.mark.parametrize(("printed", "degrees", "spelling"), SPELLINGS)
def test_every_spelling_has_its_meaning_and_its_form(printed: str, degrees: str, spelling: str) -> None:
    for root in ROOTS:
        chord = read(root + spelling)
        names = {"b": "♭", "#": "♯", "bb": "𝄫"}
        wanted = [names.get(d.rstrip("0123456789"), "") + d.lstrip("b#") for d in degrees.split()]
        assert [degree.text for degree in chord.quality.degrees] == wanted
        assert chord.root == NoteName.parse(root)
        form = print_chord(chord)
        assert read(form) == chord
        assert form == root + ("m9(♭5)" if printed == "m9♭5" else printed)


@pytest.mark.parametrize(
    ("symbol", "root", "bass", "printed"),
    [
        ("Bb/D", "B♭", "D", "B♭/D"), ("C6/9/G", "C", "G", "C6/9/G"), ("F#m7/E", "F♯", "E", "F♯m7/E"),
        (" Ebmaj7 / G ", "E♭", "G", "E♭maj7/G"), ("C/C", "C", None, "C"), ("Cb9", "C♭", None, "C♭9"),
        ("Abbm", "A𝄫", None, "A𝄫m"),
    ],
)  # fmt: skip
def test_roots_and_basses(symbol: str, root: str, bass: str | None, printed: str) -> None:
    chord = read(symbol)
    assert (chord.root.text, chord.bass.text if chord.bass else None) == (root, bass)
    assert print_chord(chord) == printed


def test_no_chord() -> None:
    assert [parse_chord(text) for text in ("N.C.", "NC", "n.c.", "N. C.")] == [None] * 4
    assert print_chord(None) == "N.C."


@pytest.mark.parametrize(
    ("symbol", "forms"),
    [("Cm7b5", "C-7♭5 Cø7"), ("Cmaj9", "CΔ9 Cmaj9"), ("Cm(maj7)", "C-(Δ7) Cm(maj7)"), ("Cm", "C- Cm"), ("C6", "C6 C6")],
)
def test_house_styles(symbol: str, forms: str) -> None:
    houses = (House(minor="-", major="Δ"), House(half_diminished="ø7"))
    found = [print_chord(parse_chord(symbol), house) for house in houses]
    assert found == forms.split()
    assert all(parse_chord(form) == parse_chord(symbol) for form in found)


@pytest.mark.parametrize(
    ("symbol", "where"),
    [("", 0), ("H7", 0), ("Cq7", 1), ("C7x", 2), ("Cm7b", 3), ("C7(b9", None), ("C8", 1), ("C/H", 1), ("Cadd", 1)],
)
def test_what_cannot_be_read_is_told_with_its_place(symbol: str, where: int | None) -> None:
    if where is None:
        assert print_chord(parse_chord(symbol)) == "C7(♭9)"  # a bracket left open does no harm
        return
    with pytest.raises(MusicError) as caught:
        parse_chord(symbol)
    assert caught.value.where == where
    assert caught.value.cure


PIECES = """m maj7 M 7 9 11 13 6 6/9 sus4 sus2 alt dim ø + - b5 #5 b9 #9 #11 b13 add9 add4 no3 no5 b6 aug ( ) , 5 Δ /E
/Bb"""
pieces = st.sampled_from(PIECES.split())


@given(st.sampled_from(ROOTS), st.lists(pieces, max_size=6).map("".join) | st.text(max_size=8))
@examples(600)
def test_printing_then_reading_gives_the_same_chord(root: str, rest: str) -> None:
    try:
        chord = parse_chord(root + rest)
    except MusicError as error:
        assert error.where is not None
        assert 0 <= error.where <= len(root + rest)
        return
    assert parse_chord(print_chord(chord)) == chord


# Where the general-purpose toolkit knows a kind by the same name, it must hear the same notes.
ORACLE = ["", "m", "dim", "+", "7", "maj7", "m7", "dim7", "m7b5", "6", "m6", "9", "m9", "11", "m11", "m13", "sus4",
          "sus2", "+7", "mM7"]  # fmt: skip


@pytest.mark.parametrize("kind", ORACLE)
@pytest.mark.parametrize("root", ["C", "F#", "B-", "E-", "A"])
def test_the_oracle_hears_the_same_chord(kind: str, root: str) -> None:
    theirs = {pitch.pitchClass for pitch in harmony.ChordSymbol(root + kind).pitches}
    ours = {name.pitch_class for name in read(root.replace("-", "b") + kind).names}
    assert ours == theirs


@pytest.mark.parametrize(
    ("symbol", "denied"),
    [("G7", ""), ("G13", ""), ("G7b9", "2"), ("G7#9", "2"), ("G13b9", "2"), ("G7b13", "9"), ("G7#11", "5"),
     ("Cmaj7#11", "5"), ("G7alt", "2 7 9"), ("G7#5", "7"), ("Dm7b5", "7"), ("C7#5#9", "2 7"), ("G7sus4b9", "2"),
     ("Am(b6)", "")],
)  # fmt: skip
def test_what_a_symbol_denies(symbol: str, denied: str) -> None:
    """In half steps above the root: the plain tones in whose place it states altered ones."""
    chord = parse_chord(symbol)
    assert chord is not None
    assert " ".join(map(str, sorted(chord.quality.denied))) == denied
