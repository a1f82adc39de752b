"""Where an improviser was in the form, what stood on the changes, what came again: played by hand over five forms."""

from __future__ import annotations

import random
from collections.abc import Callable

import pytest

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.practice.improvised.habits import habits_of
from dodecant.practice.improvised.report import Told, improvising_report
from dodecant.practice.improvised.rule import FreeRule, PlacedNote, free_passages, placed, sounds_of
from dodecant.practice.takes.alignment import Played
from dodecant.tables import load_tables

TABLES = load_tables()
Lag = Callable[[int], int]
# Bars of one chord in a row, and the scale that each plays, as pitch classes typed by hand.
D_DORIAN, EB_DORIAN = {2, 4, 5, 7, 9, 11, 0}, {3, 5, 6, 8, 10, 0, 1}
FORMS: dict[str, tuple[str, str, list[tuple[int, set[int]]]]] = {
    "half a step up in the bridge": (
        "key: D minor\nsection: A\n| Dm7 | % | % | % | % | % | % | % |\n"
        "section: B\n| Ebm7 | % | % | % | % | % | % | % |\nplay: A A B A",
        "dorian", [(16, D_DORIAN), (8, EB_DORIAN), (8, D_DORIAN)],
    ),
    "three majors": (
        "key: Bb\n| Bbmaj7 | % | % | % | Dbmaj7 | % | % | % | Emaj7 | % | % | % |", "lydian",
        [(4, {10, 0, 2, 4, 5, 7, 9}), (4, {1, 3, 5, 7, 8, 10, 0}), (4, {4, 6, 8, 10, 11, 1, 3})],
    ),
    "two and two": (
        "key: C\n| Cmaj7 | % | Abmaj7 | % | Cmaj7 | % | Abmaj7 | % |", "lydian",
        [(2, {0, 2, 4, 6, 7, 9, 11}), (2, {8, 10, 0, 2, 3, 5, 7})] * 2,
    ),
    "minor blues": (
        "key: C minor\n| Cm7 | % | % | % | Fm7 | % | Cm7 | % | Abm7 | Gm7 | Cm7 | % |", "dorian",
        [(4, {0, 2, 3, 5, 7, 9, 10}), (2, {5, 7, 8, 10, 0, 2, 3}), (2, {0, 2, 3, 5, 7, 9, 10}),
         (1, {8, 10, 11, 1, 3, 5, 6}), (1, {7, 9, 10, 0, 2, 4, 5}), (2, {0, 2, 3, 5, 7, 9, 10})],
    ),
    "eight and eight": ("key: F minor\n| Fm7 | % | % | % | % | % | % | % | Am7 | % | % | % | % | % | % | % |", "dorian",
                        [(8, {5, 7, 8, 10, 0, 2, 3}), (8, {9, 11, 0, 2, 4, 6, 7})]),
}  # fmt: skip


def exercise(form: str) -> Exercise:
    document = {"sounds": {"kind": "changes", "changes": {"text": FORMS[form][0]}}, "keys": {"order": "picked",
                "picked": [FORMS[form][0].split()[1].replace("b", "♭")]}}  # fmt: skip
    return press(read_recipe(document), TABLES)


def scales(form: str) -> list[set[int]]:
    return [tones for bars, tones in FORMS[form][2] for _ in range(bars)]


def improvised(form: str, lag: Lag, choruses: int = 1) -> Told:
    """Eighths that wander through the scale of the bar that the player thinks it is; `lag` says how many bars late."""
    made = exercise(form)
    strip, bars = made.strips[0], scales(form)
    wanted = FreeRule.model_validate({"kind": "sounds", "sounds": [FORMS[form][1]], "choruses": choruses})
    passages = free_passages(strip, made.metre, wanted)
    chance, notes, pitch = random.Random(form), list[Played](), 60
    for bar in range(len(bars) * choruses):
        tones = bars[max(0, bar - lag(bar)) % len(bars)]
        for eighth in range(7):
            near = [one for one in range(pitch - 4, pitch + 5) if one % 12 in tones and one != pitch and 52 < one < 76]
            pitch = chance.choice(near)
            notes.append(Played(4 * bar + eighth / 2 - 0.01, pitch, 0.4))
    chosen = sounds_of(wanted, strip, TABLES.scales)
    return improvising_report(strip, placed(strip, passages, chosen, 1.0, notes), passages, made.metre, wanted, chosen)


def entries(told: Told) -> list[tuple[int, int, str]]:
    return [(one.bar, one.off, one.verdict) for one in told.where.entries]


BRIDGE, MAJORS, TWOS, BLUES, EIGHTS = FORMS
RIGHT: Lag = lambda bar: 0  # noqa: E731


def from_bar(first: int, by: int, until: int = 999) -> Lag:
    """So many bars late from one bar (from 1) to before another."""
    return lambda bar: by if first <= bar + 1 < until else 0


@pytest.mark.parametrize(
    ("form", "lag", "expected", "said"),
    [
        (BRIDGE, RIGHT, [(17, 0, "right"), (25, 0, "right")], "You changed with the form each time."),
        (BRIDGE, from_bar(17, 1, 18), [(17, 1, "late"), (25, 0, "right")],
         "You changed a bar late to E♭ Dorian, the B in bar 17."),
        (BRIDGE, from_bar(17, 2, 19), [(17, 2, "late"), (25, 0, "right")],
         "You changed two bars late to E♭ Dorian, the B in bar 17."),
        (BRIDGE, from_bar(16, -1, 17), [(17, -1, "early"), (25, 0, "right")],
         "You changed a bar early to E♭ Dorian, the B in bar 17."),
        (BRIDGE, from_bar(25, 4, 29), [(17, 0, "right"), (25, 4, "stayed")],
         "You stayed in E♭ Dorian for four bars of the A in bar 25."),
        (BRIDGE, from_bar(25, 3, 28), [(17, 0, "right"), (25, 3, "late")],
         "You changed three bars late to D Dorian, the A in bar 25."),
        (BRIDGE, from_bar(6, 1), [(17, 1, "late"), (25, 1, "late")],
         "You lost a bar between bar 1 and bar 17, and were a bar late from there on."),
        (BRIDGE, from_bar(10, -1), [(17, -1, "early"), (25, -1, "early")],
         "You won a bar between bar 1 and bar 17, and were a bar early from there on."),
        (MAJORS, RIGHT, [(5, 0, "right"), (9, 0, "right")], "You changed with the form each time."),
        (MAJORS, from_bar(9, 1, 10), [(5, 0, "right"), (9, 1, "late")],
         "You changed a bar late to E Lydian, bar 9."),
        (MAJORS, from_bar(4, -1, 5), [(5, -1, "early"), (9, 0, "right")],
         "You changed a bar early to D♭ Lydian, bar 5."),
        (MAJORS, from_bar(3, 1), [(5, 1, "late"), (9, 1, "late")],
         "You lost a bar between bar 1 and bar 5, and were a bar late from there on."),
        (MAJORS, from_bar(9, 4), [(5, 0, "right"), (9, 4, "stayed")],
         "You stayed in D♭ Lydian for four bars of bar 9."),
        (TWOS, RIGHT, [(3, 0, "right"), (5, 0, "right"), (7, 0, "right")], "You changed with the form each time."),
        (TWOS, from_bar(5, 1, 6), [(3, 0, "right"), (5, 1, "late"), (7, 0, "right")],
         "You changed a bar late to C Lydian, bar 5."),
        (TWOS, from_bar(2, 1), [(3, 1, "late"), (5, 1, "late"), (7, 1, "late")],
         "You lost a bar between bar 1 and bar 3, and were a bar late from there on."),
        (BLUES, RIGHT, [(5, 0, "right"), (7, 0, "right")], "You changed with the form each time."),
        (EIGHTS, RIGHT, [(9, 0, "right")], "You changed with the form each time."),
        (EIGHTS, from_bar(9, 2, 11), [(9, 2, "late")], "You changed two bars late to A Dorian, bar 9."),
        (EIGHTS, from_bar(7, -2, 9), [(9, -2, "early")], "You changed two bars early to A Dorian, bar 9."),
        (EIGHTS, from_bar(9, 8), [(9, 8, "stayed")], "You stayed in F Dorian for eight bars of bar 9."),
    ],
)  # fmt: skip
def test_where_one_was_in_the_form(form: str, lag: Lag, expected: list[tuple[int, int, str]], said: str) -> None:
    told = improvised(form, lag)
    assert entries(told) == expected
    assert [text for text in told.sentences if text.startswith("You changed") or "between" in text or "stayed" in text
            ] == [said]  # fmt: skip


def test_bars_are_told_with_their_chorus_and_a_silence_is_no_change() -> None:
    twice = improvised(BRIDGE, from_bar(49, 1, 50), choruses=2)
    assert entries(twice) == [(17, 0, "right"), (25, 0, "right"), (17, 1, "late"), (25, 0, "right")]
    assert "You changed a bar late to E♭ Dorian, the B in bar 17 of the second chorus." in twice.sentences


# C major, C Dorian and so on by hand: 1 2 3 5 of whatever sounds, then something else; degrees, half steps, beats.
def notes_of(figure: list[tuple[float, int]], made: Exercise) -> tuple[PlacedNote, ...]:
    strip, rule = made.strips[0], FreeRule(kind="sound", choruses=1)
    passages = free_passages(strip, made.metre, rule)
    return placed(strip, passages, (), 1.0, [Played(at, pitch, 0.45) for at, pitch in figure])


def test_what_one_keeps_playing_is_told_by_degrees_and_by_shape() -> None:
    made = exercise(TWOS)  # C major, two bars; A♭ Lydian, two bars; and again
    cell = [0, 2, 4, 7]  # 1 2 3 5
    line = [(start + n / 2, 60 + step) for start in (0, 4, 16) for n, step in enumerate(cell)]  # on C three times
    line += [(start + n / 2, 68 + step) for start in (8, 12, 24) for n, step in enumerate([0, -1, -3])]  # too short
    found = habits_of(notes_of(sorted(line), made))
    assert [(one.by, one.degrees, one.half_steps, one.at) for one in found] == [
        ("degrees", ("1", "2", "3", "5"), (2, 2, 3), (0.0, 4.0, 16.0))
    ]
    # The same steps from C, from G and from A♭: no degrees in common, one shape.
    moved = [(start + n / 2, root + step) for start, root in ((0, 60), (4, 67), (8, 68)) for n, step in enumerate(cell)]
    (shape,) = habits_of(notes_of(moved, made))
    assert (shape.by, shape.half_steps, shape.times) == ("shape", (2, 2, 3), 3)
    assert not habits_of(notes_of([(n, 60) for n in range(20)], made))  # one note alone is no figure


def test_what_stood_on_each_change() -> None:
    made = exercise(TWOS)
    strip, rule = made.strips[0], FreeRule(kind="sound", choruses=1)
    passages = free_passages(strip, made.metre, rule)
    # E on Cmaj7, an eighth early G on A♭maj7 (its seventh), D on Cmaj7 (a ninth), nothing on the last A♭maj7.
    played = [Played(0, 64), Played(7.5, 67), Played(16, 62)]
    notes = placed(strip, passages, (), 1.0, played)
    told = improvising_report(strip, notes, passages, made.metre, rule)
    assert [(one.bar, one.degree, one.chord_tone, one.guide) for one in told.targets if one.degree or one.bar == 7] == [
        (1, "3", True, True), (3, "7", True, True), (5, "2", False, False), (7, "", False, False),
    ]  # fmt: skip
    assert "On 2 of 3 changes you stood on a tone of the chord, on 2 of them on its third or seventh." in told.sentences


@pytest.mark.parametrize(("early", "chorus", "inside"), [(0.005, 2, True), (0.079, 2, True), (0.4, 1, True)])
def test_a_note_hardly_before_a_bar_belongs_to_it(early: float, chorus: int, inside: bool) -> None:
    """The first note of a chorus counts in its chorus; one that is anticipated by an eighth is of the bar before."""
    made = exercise(BRIDGE)
    strip, rule = made.strips[0], FreeRule(kind="sound", choruses=2)
    passages = free_passages(strip, made.metre, rule)
    (note,) = placed(strip, passages, (), 1.0, [Played(4 * 32 - early, 62)])
    assert (passages[note.passage].time, note.inside) == (chorus, inside)
