"""A hand that stays in one place: routes of positions, the smallest area, lines that begin where the hand reaches."""

from __future__ import annotations

import pytest

from dodecant.exercise.exercise import Exercise
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.instrument.fingering.fretted import Stopped
from tests.exercise.hands.test_on_strips import played

EVERY = {"kind": "fretted", "way": "positions"}


def headings(exercise: Exercise) -> list[str]:
    return [strip.heading.replace(" Ionian · position", "") for strip in exercise.strips]


def stopped(exercise: Exercise, strip: int = 0) -> list[Stopped]:
    fingers = [mark.finger for mark in exercise.strips[strip].fingers if mark]
    return [finger for finger in fingers if isinstance(finger, Stopped)]


# String/fret/finger from the lowest note up, as a teacher writes the five positions of C major: '63 2' is string 6.
FIVE = {
    "II": "6/3/2 6/5/4 5/2/1 5/3/2 5/5/4 4/2/1 4/3/2 4/5/4 3/2/1 3/4/3 3/5/4 2/3/2 2/5/4 1/1/1 1/3/2 1/5/4",
    "VII": "6/7/1 6/8/2 6/10/4 5/7/1 5/8/2 5/10/4 4/7/1 4/9/3 4/10/4 3/7/1 3/9/3 3/10/4 2/8/2 2/10/4 1/7/1 1/8/2 "
    "1/10/4",
}


def test_one_key_in_every_position_from_the_lowest_tone_there() -> None:
    made = played("guitar", EVERY, "C", path={"span": "range", "direction": "up"})
    assert headings(made) == ["C II", "C V", "C VII", "C IX", "C XII"]
    for number, name in ((0, "II"), (2, "VII")):
        assert " ".join(f"{one.string}/{one.fret}/{one.finger}" for one in stopped(made, number)) == FIVE[name]
    assert made.strips[0].notes[0].tone.number == "5"  # the root need not be the lowest
    assert not any(one.outside for number in range(5) for one in stopped(made, number))
    assert {phrase.id: phrase.text for phrase in made.sentence}["fingering"].startswith("in every position of the neck")


def test_positions_come_round_within_between_or_outside_the_keys() -> None:
    two = {**EVERY, "positions": [5, 2]}
    assert headings(played("guitar", two, "C F")) == ["C V", "C II", "F V", "F II"]
    assert headings(played("guitar", two, "C F", positions_turn="outermost")) == ["C V", "F V", "C II", "F II"]
    values = {"placement": {"route": ["quarter", "eighth"]}}
    nested = played("guitar", {**EVERY, "positions": [5]}, "C", **values)
    assert headings(nested) == ["C Ionian · quarters · position V", "C Ionian · eighths · position V"]
    sounds = {"kind": "several", "scales": ["ionian", "dorian"]}
    between = played("guitar", two, "C", sounds=sounds, positions_turn="between")
    assert [strip.heading for strip in between.strips] == [
        "C Ionian · position V", "C Dorian · position V", "C Ionian · position II", "C Dorian · position II",
    ]  # fmt: skip


def test_positions_outside_the_keys_rise_and_what_comes_twice_stays() -> None:
    """C lies well in II, V, VII, IX and XII, F in II, V, VII, X and XII: from the lowest to the highest."""
    outside = headings(played("guitar", EVERY, "C F", positions_turn="outermost"))
    assert outside == ["C II", "F II", "C V", "F V", "C VII", "F VII", "C IX", "F X", "C XII", "F XII"]
    twice = {"placement": {"route": ["quarter", "eighth", "quarter"]}, "values_turn": "outermost"}
    heard = [strip.stop.value for strip in played("piano", {"kind": "keyboard"}, "C F", **twice).strips]
    assert heard == ["quarter", "quarter", "eighth", "eighth", "quarter", "quarter"]


def test_a_path_as_far_as_asked_from_the_lowest_tone() -> None:
    first = {"kind": "fretted", "way": "position", "low": 1}
    made = played("electric-bass", first, "C B♭", path={"span": "lowest", "direction": "up"})
    names = [" ".join(note.tone.written.text for note in strip.notes) for strip in made.strips]
    assert names == ["E2 F2 G2 A2 B2 C3 D3 E3", "F2 G2 A2 B♭2 C3 D3 E♭3 F3"]


def test_a_triad_on_the_seventh_step_leaves_the_position_and_is_told() -> None:
    """In the fifth position of a bass C major reaches from A2 to E4, so that the F of B D F lies outside it."""
    triads = {"figure": {"kind": "cell", "text": "1 3 5"}, "path": {"high": {"step": 7}, "direction": "up"}}
    made = played("electric-bass", {"kind": "fretted", "way": "position", "low": 5}, "C", **triads)
    names = [note.tone.written.text for note in made.strips[0].notes]
    outside = [name for name, one in zip(names, stopped(made), strict=True) if one.outside]
    assert outside == ["F4"]
    (told,) = [remark for remark in made.remarks if remark.kind == "hands"]
    assert told.text == "C Ionian: outside the position lies F4, shown where nearest."
    assert [cure.label for cure in told.cures] == ["Let the hand move", "Play what is under the hand"]


def test_the_smallest_area_is_found_and_told() -> None:
    area = {"kind": "fretted", "way": "smallest-area"}
    triads = {"figure": {"kind": "cell", "text": "1 3 5 3"}, "path": {"span": "once"}}
    made = played("electric-bass", area, "C F B♭ E♭ A♭ D♭ G♭ B E A D G", **triads)
    told = [remark.text for remark in made.remarks if remark.kind == "hands"]
    assert told == ["Every strip lies between fret 1 and fret 5; no smaller area holds them all."]
    frets = {one.fret for strip in range(12) for one in stopped(made, strip)}
    assert frets <= {0, 1, 2, 3, 4, 5}
    wide = played("electric-bass", area, "C F♯", path={"high": {"step": 1, "octave": 3}})
    assert "No area of twelve frets holds every strip; the hand moves as little as it can." in [
        remark.text for remark in wide.remarks
    ]


@pytest.mark.parametrize("positions", [[22], [5, 21]])
def test_a_position_past_the_last_fret_is_told_at_its_field(positions: list[int]) -> None:
    with pytest.raises(RecipeError) as error:
        played("electric-bass", {**EVERY, "positions": positions}, "C")
    (problem,) = error.value.problems
    assert problem.pointer == f"/fingering/positions/{len(positions) - 1}"
    assert "It has 20." in problem.cure


def held(exercise: Exercise) -> list[list[tuple[int, int]]]:
    """String and fret of each note, strip by strip."""
    return [
        [(mark.finger.string, mark.finger.fret) for mark in strip.fingers if mark and isinstance(mark.finger, Stopped)]
        for strip in exercise.strips
    ]


# C major from the tenth fret of the fourth string, as a seventh position has it; typed as string and fret.
IN_SEVENTH = [(4, 10), (3, 7), (3, 9), (3, 10), (2, 8), (2, 10), (1, 7), (1, 8)]
BASS_IN_SECOND = [(3, 3), (3, 5), (2, 2), (2, 3), (2, 5), (1, 2), (1, 4), (1, 5)]


@pytest.mark.parametrize("keys", ["C D♭ D E♭ E F F♯ G A♭ A B♭ B", "C F B♭ G E♭ A♭ D♭ C"])
@pytest.mark.parametrize(
    ("instrument", "low", "home"), [("guitar", 7, IN_SEVENTH), ("electric-bass", 2, BASS_IN_SECOND)]
)
def test_one_shape_goes_with_the_root(instrument: str, low: int, home: list[tuple[int, int]], keys: str) -> None:
    """The same strings and frets, as far up or down the neck as the root, within an octave of frets."""
    exercise = played(instrument, {"kind": "fretted", "way": "shape", "low": low}, keys)
    first, *others = held(exercise)
    assert first == home
    for strip, found in zip(exercise.strips[1:], others, strict=True):
        (moved,) = {fret - was for (_, fret), (_, was) in zip(found, first, strict=True)}
        assert [string for string, _ in found] == [string for string, _ in first], strip.heading
        assert moved % 12 == strip.stop.written.tonic.pitch_class, strip.heading
        assert 2 <= low + moved <= 13, strip.heading
    assert not [remark.text for remark in exercise.remarks if remark.kind == "hands"]


@pytest.mark.parametrize(
    ("low", "message"),
    [
        (1, "A shape of open strings does not move with the key."),
        (20, "There is no position at fret 20 on the guitar."),
    ],
)
def test_a_shape_that_does_not_move_is_refused(low: int, message: str) -> None:
    with pytest.raises(RecipeError) as refused:
        played("guitar", {"kind": "fretted", "way": "shape", "low": low}, "C")
    assert [problem.message for problem in refused.value.problems] == [message]


# On a bass, low: as one plays it to move it, with the open strings, and with the one note that has no other place.
@pytest.mark.parametrize(
    ("wanted", "keys", "frets"),
    [
        ("welcome", "G", "4:3 3:0 3:2 3:3 2:0 2:2 2:4 1:0"),
        ("welcome", "G A♭", "4:3 3:0 3:2 3:3 2:0 2:2 2:4 1:0"),
        ("seldom", "G A♭", "4:3 4:5 3:2 3:3 3:5 2:2 2:4 2:5"),
        ("none", "E", "4:0 4:2 4:4 4:5 3:2 3:4 2:1 2:2"),
    ],
)
def test_open_strings_where_they_are_wanted(wanted: str, keys: str, frets: str) -> None:
    player = {"instrument": "electric-bass", "tessitura": "low"}
    first, *_ = held(played("", {"kind": "fretted", "open_strings": wanted}, keys, player=player))
    assert " ".join(f"{string}:{fret}" for string, fret in first) == frets
