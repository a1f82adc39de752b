"""Changes: reading and writing them, keys and numerals, the order in which they are played, other keys."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from dodecant.music.core.chord_symbol import parse_chord, print_chord
from dodecant.music.core.errors import MusicError
from dodecant.music.core.key import Key, moved
from dodecant.music.core.numeral import parse_numeral, print_numeral
from dodecant.music.core.pitch import NoteName
from dodecant.music.core.tonics import USUAL
from dodecant.music.progressions.changes import Changes, transposed
from dodecant.music.progressions.changes_text import parse_changes, print_changes, read_changes
from tests.generated import examples


def bars_of(changes: Changes) -> str:
    """Bars as 'Dm7.2 G7.2 | C.4': chord and beats."""
    bars = (" ".join(f"{print_chord(s.chord)}.{s.beats}" for s in bar.slots) for bar in changes.bars)
    return " | ".join(bars)


@pytest.mark.parametrize(
    ("text", "bars", "played"),
    [
        ("| Dm7 | G7 | Cmaj7 |", "Dm7.4 | G7.4 | Cmaj7.4", "0 1 2"),
        ("Dm7 G7 | C", "Dm7.2 G7.2 | C.4", "0 1"),
        ("| Dm7 / G7 C | % |", "Dm7.2 G7.1 C.1 | Dm7.2 G7.1 C.1", "0 1"),
        ("| C | / / F / |", "C.4 | C.2 F.2", "0 1"),
        ("| N.C. | C |", "N.C..4 | C.4", "0 1"),
        ("metre: 3/4\n| C F G | Am |", "C.1 F.1 G.1 | Am.3", "0 1"),
        ("metre: 6/8\n| C F |\nmetre: 5/4\n| C / / F / |", "C.3 F.3 | C.3 F.2", "0 1"),
        ("|: C | F :| G |", "C.4 | F.4 | G.4", "0 1 0 1 2"),
        ("C | F :| G |", "C.4 | F.4 | G.4", "0 1 0 1 2"),
        ("|: C | 1. F :| 2. G | Am |", "C.4 | F.4 | G.4 | Am.4", "0 1 0 2 3"),
        ("|: C | 1. F :| 2. G || Am |", "C.4 | F.4 | G.4 | Am.4", "0 1 0 2 3"),
        ("|: C | 1,2. F :| 3. G |", "C.4 | F.4 | G.4", "0 1 0 1 0 2"),
        ("|: C :|\n|: F | G :|", "C.4 | F.4 | G.4", "0 0 1 2 1 2"),
        ("play: A B A\nsection: A\n| C |\nsection: B\n|: F | G :|", "C.4 | F.4 | G.4", "0 1 2 1 2 0"),
        ("key: F\n| IIm7 | V7/V V7 | bVII7 I/3 |", "Gm7.4 | G7.2 C7.2 | E♭7.2 F/A.2", "0 1 2"),
        ("key: A minor\n| iiø7 | V7 | i6 | bVImaj7 |", "Bm7♭5.4 | E7.4 | Am6.4 | Fmaj7.4", "0 1 2 3"),
        ("key: A minor\nnumerals: own steps\n| VImaj7 | VII7 |", "Fmaj7.4 | G7.4", "0 1"),
        ("key: D♭\n| Dm7 IV |", "Dm7.2 G♭.2", "0"),
    ],
)
def test_a_text_is_read_and_played(text: str, bars: str, played: str) -> None:
    changes = parse_changes(text)
    assert bars_of(changes) == bars
    assert " ".join(map(str, changes.played)) == played
    assert parse_changes(print_changes(changes)) == changes
    assert parse_changes(print_changes(changes, numerals=True)) == changes


@pytest.mark.parametrize(
    ("text", "marked", "words"),
    [
        ("| Dm7 | Gq7 |", "q7", "cannot be read"),
        ("| Dm7 | H7 |", "H7", "does not begin with a root"),
        ("| C F G |", "C F G", "do not share 4 beats"),
        ("| C / F |", "C / F", "counts 3 beats"),
        ("| / C / / |", "/", "No chord is there"),
        ("| C || | F |", "|", "empty"),
        ("| % |", "%", "whole bar"),
        ("| C % |", "%", "whole bar"),
        ("key: H\n| C |", "H", "not a key"),
        ("metre: 4/5\n| C |", "4/5", "not a metre"),
        ("tempo: 120\n| C |", "tempo", "no setting"),
        ("|: C | F |", "C", "never closed"),
        ("|: C |: F :|", ":", "inside a repeat"),
        ("| C 1. F |", "1.", "start of its bar"),
        ("section:\n| C |", "\n", "no name"),
        ("play: A B\nsection: A\n| C |", "A B", "no section B"),
        ("numerals: old\n| C |", "old", "no way"),
        ("", "", "no bar yet"),
        ("key: C\n| Vq |", "q", "cannot be read"),
        (
            "play: A A A A\nsection: A\n" + "| C | F " * 50 + "|: C | 1,2,3,4,5,6,7,8,9. F :|" * 60,
            None,
            "It plays 4720 bars",
        ),
    ],
)
def test_a_fault_is_told_at_its_place_and_the_rest_is_kept(text: str, marked: str | None, words: str) -> None:
    reading = read_changes(text)
    assert any(words in fault.message for fault in reading.faults), reading.faults
    assert all(fault.cure for fault in reading.faults)
    fault = next(fault for fault in reading.faults if words in fault.message)
    if marked is not None:
        assert text[fault.where : fault.where + fault.length].startswith(marked)
    with pytest.raises(MusicError):
        parse_changes(text)


WORDS = "| || |: :| 1. 2. 1,2. % / Dm7 G7alt C#m7b5/E IIm7 V7/II bVII7 N.C. Cq ( ) , : play: A key: F# metre: 7/8 x"
pieces = st.sampled_from([*WORDS.split(), "\n", "section: A\n", "key: E minor\n", "metre: 3/4\n", " "])


@given(st.lists(pieces, max_size=40).map(" ".join) | st.text(max_size=60))
@examples(500)
def test_any_text_is_read_without_losing_a_character(text: str) -> None:
    reading = read_changes(text)
    for fault in reading.faults:
        assert 0 <= fault.where <= len(text)
        assert fault.message.endswith(".")
    for bar in reading.changes.bars:
        assert bar.slots
        if not reading.faults:
            assert sum(slot.beats for slot in bar.slots) == bar.metre.beats
            assert [slot.start for slot in bar.slots] == [
                sum(s.beats for s in bar.slots[:n]) for n in range(len(bar.slots))
            ]
        for slot in bar.slots:
            assert text[slot.where : slot.where + len(slot.typed)] == slot.typed
    if not reading.faults:
        assert parse_changes(print_changes(reading.changes)) == reading.changes


# Lead-sheet spellings: a root of the key keeps its letter, elsewhere no white-key flats and no double signs.
@pytest.mark.parametrize(
    ("text", "tonic", "wanted"),
    [
        ("key: C\n| Dm7 G7 | Cmaj7 A7 |", "E♭", "Fm7 B♭7 E♭maj7 C7"),
        ("key: C\n| Dm7 G7 | Cmaj7 A7 |", "D♭", "E♭m7 A♭7 D♭maj7 B♭7"),
        ("key: C\n| Dm7 G7 | Cmaj7 A7 |", "G♭", "A♭m7 D♭7 G♭maj7 E♭7"),
        ("key: C\n| Dm7 G7 | Cmaj7 A7 |", "F♯", "G♯m7 C♯7 F♯maj7 D♯7"),
        ("key: C\n| F | F#dim7 | Db7 | Bb7 |", "G♭", "C♭ Cdim7 G7 E7"),
        ("key: C\n| Ab7 | C/E |", "E♭", "B7 E♭/G"),
        ("key: A minor\n| Bm7b5 | E7 | Am | F7 |", "C♯", "D♯m7♭5 G♯7 C♯m A7"),
        ("key: A minor\n| Bm7b5 | E7 | Am | F7 |", "E♭", "Fm7♭5 B♭7 E♭m C♭7"),
    ],
)
def test_other_keys_take_the_spellings_of_lead_sheets(text: str, tonic: str, wanted: str) -> None:
    found = transposed(parse_changes(text), NoteName.parse(tonic))
    assert " ".join(print_chord(slot.chord) for slot in found.slots) == wanted


@given(
    st.sampled_from((*USUAL["major"], "F♯", "C♯")),
    st.sampled_from(["C", "F♯", "A♭"]),
)
def test_a_transposed_progression_keeps_its_intervals_and_its_numerals(tonic: str, source: str) -> None:
    changes = parse_changes(f"key: {source}\n| IIm7 V7/II | bVII7 #IVm7b5 | IV/3 bIImaj7 | VI7alt III7 |")
    target = NoteName.parse(tonic)
    up = (target.pitch_class - changes.key.tonic.pitch_class) % 12
    found = transposed(changes, target)
    for before, after in zip(changes.slots, found.slots, strict=True):
        assert before.chord is not None
        assert after.chord is not None
        assert [(n.pitch_class + up) % 12 for n in before.chord.names] == [n.pitch_class for n in after.chord.names]
        assert abs(after.chord.root.alteration) < 2
        names = [print_numeral(c, key) for c, key in ((before.chord, changes.key), (after.chord, found.key))]
        assert names[0] == names[1]
    assert transposed(found, changes.key.tonic).slots == changes.slots


@pytest.mark.parametrize(
    ("text", "key", "fifths", "tones"),
    [
        ("F", "F major", -1, "C D E F G A B♭"), ("Bb minor", "B♭ minor", -5, "C D♭ E♭ F G♭ G A♭ A B♭"),
        ("f#m", "F♯ minor", 3, "C♯ D D♯ E E♯ F♯ G♯ A B"), ("Ab", "A♭ major", -4, "C D♭ E♭ F G A♭ B♭"),
    ],
)  # fmt: skip
def test_keys(text: str, key: str, fifths: int, tones: str) -> None:
    found = Key.parse(text)
    assert (found.text, found.fifths) == (key, fifths)
    assert found.pitch_classes == {NoteName.parse(name).pitch_class for name in tones.split()}
    assert moved(found.tonic, found.tonic, NoteName.parse("D")).text == "D"


def test_the_key_is_the_first_and_numerals_follow_the_key_of_the_moment() -> None:
    changes = parse_changes("key: C\n| Dm7 | G7 | Cmaj7 | % |\nkey: Eb\n| Fm7 | Bb7 | Ebmaj7 | % |")
    assert changes.key.text == "C major"
    lines = print_changes(changes, numerals=True).splitlines()
    assert [line for line in lines if line.startswith("|")] == ["| IIm7 | V7 | Imaj7 | Imaj7 |"] * 2


@pytest.mark.parametrize(
    ("numeral", "key", "chord", "printed"),
    [
        ("IIm7", "B♭", "Cm7", "IIm7"), ("ii7", "B♭", "Cm7", "IIm7"), ("V7", "F minor", "C7", "V7"),
        ("viiø7", "C", "Bm7♭5", "VIIm7♭5"), ("#iv°7", "F", "Bdim7", "♯IVdim7"), ("bVImaj7", "E", "Cmaj7", "♭VImaj7"),
        ("bIII", "A minor", "C", "♭III"), ("V7/V", "E♭", "F7", "II7"), ("I/5", "G", "G/D", "I/5"),
        ("Imaj7/b7", "C", "Cmaj7/B♭", "Imaj7/♭7"), ("bII7", "E♭", "E7", "♭II7"), ("i", "D minor", "Dm", "Im"),
        ("ivm6", "C", "Fm6", "IVm6"), ("V13(b9)", "A", "E13(♭9)", "V13(♭9)"), ("bVII7", "D♭", "B7", "♭VII7"),
    ],
)  # fmt: skip
def test_numerals(numeral: str, key: str, chord: str, printed: str) -> None:
    found = parse_numeral(numeral, Key.parse(key))
    assert print_chord(found) == chord
    assert print_numeral(found, Key.parse(key)) == printed
    assert parse_numeral(printed, Key.parse(key)) == found
    assert parse_numeral(print_numeral(found, Key.parse(key), lower=True), Key.parse(key)) == found
    assert parse_chord(print_chord(found)) == found
