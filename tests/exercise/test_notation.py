"""Written signs: values, ties, rests, beams, tuplets and accidentals, as engraving manuals give them."""

from __future__ import annotations

from fractions import Fraction as F

import pytest

from dodecant.exercise.notation.bars import begun_in, write_bars, write_signs
from dodecant.exercise.notation.score import WrittenBar
from dodecant.exercise.notation.signature import signature_alterations
from dodecant.music.core.metre import Metre
from dodecant.music.core.pitch import Pitch

SHORT = {"whole": "1", "half": "2", "quarter": "4", "eighth": "8", "16th": "16"}


def words(bar: WrittenBar) -> str:
    """A bar as words: value, dots, t for triplets, r for rests, ~ for a tie to the next sign."""
    return " ".join(
        f"{'r' * (p.note is None)}{SHORT[p.value]}{'.' * p.dots}{'t' * (p.ratio == (3, 2))}{'~' * p.tied_to}"
        for p in bar.pieces
    )


def beams(bar: WrittenBar) -> str:
    marks = {"begin": "[", "continue": "-", "end": "]", "forward hook": ">", "backward hook": "<"}
    return " ".join("".join(marks[state] for state in piece.beams) or "." for piece in bar.pieces)


EIGHTH, THIRD, SIXTEENTH = F(1, 2), F(1, 3), F(1, 4)


def stream(value: F, count: int, last: F | None = None) -> list[tuple[F, F]]:
    return [(value * n, last if last is not None and n == count - 1 else value) for n in range(count)]


@pytest.mark.parametrize(
    ("spans", "beats", "written", "beamed"),
    [
        (stream(EIGHTH, 8), 4, "8 8 8 8 8 8 8 8", "[ - - ] [ - - ]"),
        (stream(EIGHTH, 6), 3, "8 8 8 8 8 8", "[ ] [ ] [ ]"),
        (stream(EIGHTH, 7), 4, "8 8 8 8 8 8 8 r8", "[ - - ] [ - ] ."),
        (stream(EIGHTH, 4, F(5, 2)), 4, "8 8 8 8~ 2", "[ - - ] ."),
        (stream(EIGHTH, 2, F(7, 2)), 4, "8 4.~ 2", ". . ."),
        (stream(SIXTEENTH, 16), 4, " ".join(["16"] * 16), "[[ -- -- ]] [[ -- -- ]] [[ -- -- ]] [[ -- -- ]]"),
        (stream(SIXTEENTH, 2, F(15, 4)), 4, "16 8.~ 4~ 2", "[> ] . ."),
        (stream(SIXTEENTH, 3, F(1, 2)), 3, "16 16 8 r2", "[[ -] ] ."),
        (stream(THIRD, 12), 4, " ".join(["8t"] * 12), "[ - ] [ - ] [ - ] [ - ]"),
        (stream(THIRD, 4, F(3)), 4, "8t 8t 8t 4~ 2", "[ - ] . ."),
        (stream(THIRD, 5, F(8, 3)), 4, "8t 8t 8t 8t 4t~ 2", "[ - ] . . ."),
        (stream(THIRD, 4), 4, "8t 8t 8t 8t r4t r2", "[ - ] . . ."),
        ([(F(0), F(4))], 4, "1", "."),
        ([(F(0), F(3))], 3, "2.", "."),
        ([(F(0), F(3))], 4, "2. r4", ". ."),
        ([(F(1), F(3))], 4, "r4 4~ 2", ". . ."),
        ([(F(1), F(2))], 3, "r4 2", ". ."),
        ([(F(3, 2), F(1))], 4, "r4 r8 8~ 8 r8 r4", ". . . . . ."),
        ([], 4, "r1", "."),
    ],
)  # fmt: skip
def test_bars(spans: list[tuple[F, F]], beats: int, written: str, beamed: str) -> None:
    bars = write_bars(spans, Metre(beats, 4))
    assert len(bars) == 1
    assert words(bars[0]) == written
    assert beams(bars[0]) == beamed


FIFTH, SIXTH, BROAD, H = F(1, 5), F(1, 6), F(2, 3), F(1, 2)


# Rhythms as (length, …) from the barline on, negative ones rests; their signs, beams and tuplets as manuals write them.
# A tuplet is told by its number over its first sign, in brackets where no beam joins it.
@pytest.mark.parametrize(
    ("lengths", "metre", "written", "beamed", "tuplets"),
    [
        ([FIFTH] * 5 + [F(1)], "2/4", "16 16 16 16 16 4", "[[ -- -- -- ]] .", "5 . . . . ."),
        ([2 * FIFTH, FIFTH, 2 * FIFTH, F(1)], "2/4", "8 16 8 4", "[ -< ] .", "5 . . ."),
        ([3 * FIFTH, 2 * FIFTH, F(1)], "2/4", "8. 8 4", "[ ] .", "5 . ."),
        ([-FIFTH, *[FIFTH] * 4, F(1)], "2/4", "r16 16 16 16 16 4", ". [[ -- -- ]] .", "(5) . . . . ."),
        ([SIXTH] * 6 + [F(1)], "2/4", "16 16 16 16 16 16 4", "[[ -- -- -- -- ]] .", "6 . . . . . ."),
        ([2 * SIXTH, SIXTH, 3 * SIXTH, F(1)], "2/4", "8 16 8. 4", "[ -< ] .", "3 . . ."),
        ([BROAD] * 3 + [F(2)], "4/4", "4 4 4 2", ". . . .", "(3) . . ."),
        ([2 * BROAD, BROAD, F(2)], "4/4", "2 4 2", ". . .", "(3) . ."),
        ([F(1), BROAD, BROAD, BROAD, F(1)], "4/4", "4 4 8~ 8 4 4", ". . . . . .", ". (3) . (3) . ."),
        ([-BROAD, BROAD, BROAD, F(2)], "4/4", "r4 4 4 2", ". . . .", "(3) . . ."),
        ([BROAD, THIRD, F(3)], "4/4", "4 8 4~ 2", ". . . .", "(3) . . ."),
        ([H] * 6, "6/8", "8 8 8 8 8 8", "[ - ] [ - ]", ". . . . . ."),
        ([F(1), H, H, F(1)], "6/8", "4 8 8 4", ". . . .", ". . . ."),
        ([F(1), F(1), F(1)], "6/8", "4 8~ 8 4", ". . . .", ". . . ."),
        ([F(3, 4), F(3, 4), F(3, 2)], "6/8", "8. 8. 4.", "[ ] .", ". . ."),
        ([F(1, 4)] * 6 + [F(3, 2)], "6/8", "16 16 16 16 16 16 4.", "[[ -- -- -- -- ]] .", ". . . . . . ."),
        ([H, -F(1), F(3, 2)], "6/8", "8 r8 r8 4.", ". . . .", ". . . ."),
        ([F(3)], "6/8", "2.", ".", "."),
        ([-F(3)], "6/8", "r2.", ".", "."),
        ([F(5, 2), H], "6/8", "4.~ 4 8", ". . .", ". . ."),
        ([F(9, 2), F(3, 2)], "12/8", "2.~ 4. 4.", ". . .", ". . ."),
        ([F(6)], "12/8", "1.", ".", "."),
        ([F(3, 2), F(3), F(3, 2)], "12/8", "4. 4.~ 4. 4.", ". . . .", ". . . ."),
        ([F(9, 2)], "9/8", "2.~ 4.", ". .", ". ."),
        ([H] * 7, "7/8", "8 8 8 8 8 8 8", "[ ] [ ] [ - ]", ". . . . . . ."),
        ([F(7, 2)], "7/8", "2~ 4.", ". .", ". ."),
        ([F(3, 2), F(2)], "7/8", "4~ 8 8~ 4.", ". [ ] .", ". . . ."),
        ([H] * 5, "5/8", "8 8 8 8 8", "[ ] [ - ]", ". . . . ."),
        ([F(3, 2)], "3/8", "4.", ".", "."),
        # Inside two beats a note may hide a beat; never across the middle of the bar, and never a rest.
        ([F(3, 2), H, F(2)], "4/4", "4. 8 2", ". . .", ". . ."),
        ([H, F(1), H, F(2)], "4/4", "8 4 8 2", ". . . .", ". . . ."),
        ([H, F(3, 2), F(2)], "4/4", "8 4. 2", ". . .", ". . ."),
        ([F(2), F(3, 2), H], "4/4", "2 4. 8", ". . .", ". . ."),
        ([F(2), H, F(1), H], "4/4", "2 8 4 8", ". . . .", ". . . ."),
        ([F(3, 2), F(3, 2), F(1)], "4/4", "4. 8~ 4 4", ". . . .", ". . . ."),
        ([F(3, 2), F(1), F(3, 2)], "4/4", "4. 8~ 8 4.", ". . . .", ". . . ."),
        ([H, F(1), F(1), F(1), H], "4/4", "8 4 8~ 8 4 8", ". . . . . .", ". . . . . ."),
        ([F(1), F(3, 2), F(3, 2)], "4/4", "4 4~ 8 4.", ". . . .", ". . . ."),
        ([F(1), F(2), F(1)], "4/4", "4 4~ 4 4", ". . . .", ". . . ."),
        ([F(3), F(1)], "4/4", "2. 4", ". .", ". ."), ([F(1), F(3)], "4/4", "4 4~ 2", ". . .", ". . ."),
        ([H, F(5, 2), F(1)], "4/4", "8 4.~ 4 4", ". . . .", ". . . ."),
        ([H, H, H, F(5, 2)], "4/4", "8 8 8 8~ 2", "[ - - ] .", ". . . . ."),
        ([F(3, 2), H, F(1)], "3/4", "4. 8 4", ". . .", ". . ."),
        ([F(1), F(3, 2), H], "3/4", "4 4. 8", ". . .", ". . ."),
        ([H, F(1), H, F(1)], "3/4", "8 4 8 4", ". . . .", ". . . ."),
        ([F(3, 2), F(3, 2)], "3/4", "4. 4.", ". .", ". ."),
        ([F(3, 2), H], "2/4", "4. 8", ". .", ". ."), ([H, F(1), H], "2/4", "8 4 8", ". . .", ". . ."),
        ([F(3, 2), H, F(1), F(2)], "5/4", "4. 8 4 2", ". . . .", ". . . ."),
        ([F(7, 4), F(1, 4), F(2)], "4/4", "4~ 8. 16 2", ". [ ]< .", ". . . ."),
        ([-F(3, 2), H, F(2)], "4/4", "r4 r8 8 2", ". . . .", ". . . ."),
        ([H, -F(1), H, F(2)], "4/4", "8 r8 r8 8 2", ". . . . .", ". . . . ."),
        ([F(1, 4), F(1, 4), F(1), H, F(2)], "4/4", "16 16 4 8 2", "[[ ]] . . .", ". . . . ."),
    ],
)  # fmt: skip
def test_bars_of_tuplets_and_of_eighths(lengths: list[F], metre: str, written: str, beamed: str, tuplets: str) -> None:
    spans, now = [], F(0)
    for length in lengths:
        if length > 0:
            spans.append((now, length))
        now += abs(length)
    (bar,) = write_bars(spans, Metre.parse(metre), end=now)
    plain = words(bar).replace("t", "")
    told = [
        "." if piece.tuplet != "start" else f"({piece.ratio[0]})" if piece.bracket else str(piece.ratio[0])
        for piece in bar.pieces
    ]
    assert (plain, beams(bar), " ".join(told)) == (written, beamed, tuplets)
    assert sum(piece.length for piece in bar.pieces) == Metre.parse(metre).quarters


def test_triplets_are_bracketed_by_the_beat() -> None:
    (bar,) = write_bars(stream(THIRD, 7), Metre(4, 4))
    assert [piece.tuplet for piece in bar.pieces] == [
        "start",
        None,
        "stop",
        "start",
        None,
        "stop",
        "start",
        "stop",
        None,
    ]


def test_a_long_note_is_tied_over_the_barline() -> None:
    bars = write_bars([(F(7, 2), F(5))], Metre(4, 4))
    assert [words(bar) for bar in bars] == ["r2 r4 r8 8~", "1~", "8 r8 r4 r2"]


@pytest.mark.parametrize(
    ("notes", "signature", "cautionary", "signs"),
    [
        ("F♯4 F♯4 F4 F♯5 | F4 F♯4", 0, True, "♯ . ♮ ♯ | . ♯"),  # the octave counts, the barline clears
        ("F♯4 G4 A4 B4 | F4 F4", 0, True, "♯ . . . | (♮) ."),
        ("F♯4 G4 A4 B4 | F4 F4", 0, False, "♯ . . . | . ."),
        ("F♯4 F4 B♭4 B4 | F♯4 B♭4", 1, True, ". ♮ ♭ ♮ | (♯) ♭"),
        ("B♭4 E♭5 A4 A♭4 | A4 B♭4", -2, True, ". . . ♭ | (♮) ."),
        ("C♯4 D♭4 C4 D4 | C4 D4", 0, True, "♯ ♭ ♮ ♮ | . ."),
    ],
)
def test_accidentals(notes: str, signature: int, cautionary: bool, signs: str) -> None:
    pitches = [Pitch.parse(word) for word in notes.replace("| ", "").split()]
    bars = write_bars(stream(F(1), len(pitches)), Metre(4, 4))
    found = write_signs(begun_in(bars), pitches, signature_alterations(signature), cautionary=cautionary)
    text = {-1: "♭", 0: "♮", 1: "♯"}
    got = ["." if s is None else f"({text[s.alteration]})" if s.cautionary else text[s.alteration] for s in found]
    assert got == signs.replace("| ", "").split()
