"""Routines: minutes by pen and paper, what is left out first, shapes, new versions over twenty weeks."""

from __future__ import annotations

from fractions import Fraction
from functools import partial
from pathlib import Path
from typing import Any

import pytest

import dodecant
from dodecant.api.pressed import within
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.recipe.part import read_part
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.recipe.sounding.scale_choice import OwnScale
from dodecant.exercise.recipe.variation import patched
from dodecant.formats.json.documents import from_json
from dodecant.music.core.pitch import NoteName
from dodecant.music.core.tonics import USUAL
from dodecant.practice.planning.minutes import corrected, music_seconds, passes, step_minutes, total
from dodecant.practice.planning.routine import FreeTask, RecipeStep, Routine
from dodecant.practice.planning.shapes import SHAPES, Filling
from dodecant.practice.planning.shortening import restored, shortenings
from dodecant.practice.planning.versions import CHANGES, new_version
from dodecant.tables import load_tables

TABLES = load_tables()
DEMO = Path(dodecant.__file__).parent / "demo"
TWELVE_SOUNDS = ["ionian", "dorian", "phrygian", "lydian", "mixolydian", "aeolian", "locrian", "melodic-minor",
                 "harmonic-minor", "altered", "lydian-dominant", "whole-tone"]  # fmt: skip
ONE = {"keys": {"order": "picked", "picked": ["C"]}, "tempo": 60, "placement": {"ending": "rest"}}
CHANGES_TEXT = {"kind": "changes", "changes": {"text": "key: C\n| Dm7 | G7 | Cmaj7 | % |"}}


def step(recipe: dict[str, Any], **parts: Any) -> RecipeStep:
    return read_part(RecipeStep, {"recipe": {**ONE, **recipe}, "backing": {"count_in": "none"}, **parts})


# Every strip is as long as its bars at its tempo, and four seconds go to the turn to the next.
@pytest.mark.parametrize(
    ("wanted", "seconds"),
    [
        # C major up an octave and back in eighths: 15 notes, two bars of four seconds at 60.
        (step({}), 8 + 4),
        # The same at 120: half as long.
        (step({}, tempo=120), 4 + 4),
        # Counted in by a bar.
        (step({}, backing={"count_in": "one-bar"}), 4 + 8 + 4),
        # Three times each.
        (step({}, repeats=3), 3 * 8 + 4),
        # Two keys.
        (step({"keys": {"order": "picked", "picked": ["C", "F"]}}), 2 * (8 + 4)),
        # In quarters, eighths and sixteenths: four bars, two, one.
        (step({"placement": {"ending": "rest", "route": ["quarter", "eighth", "sixteenth"]}}), 16 + 8 + 4 + 3 * 4),
        # Four bars of changes at 80.
        (step({"sounds": CHANGES_TEXT, "figure": {"kind": "unbroken"}}, tempo=80), 4 * 3 + 4),
        # Up a ladder 60, 70, 80, once each: 8, 48/7 and 6 seconds.
        (step({}, ladder={"begin": 60, "top": 80, "by": 10, "after": 1}), 8 + Fraction(48, 7) + 6 + 3 * 4),
        # A gate of two clean takes.
        (step({}, gate={"kind": "takes", "takes": 2}), 2 * 8 + 4),
        # Three choruses of constant notes over four bars at 60.
        (step({"sounds": CHANGES_TEXT, "figure": {"kind": "unbroken"}}, rule={"kind": "constant", "choruses": 3}),
         48 + 4),
    ],
)  # fmt: skip
def test_minutes_by_pen_and_paper(wanted: RecipeStep, seconds: float) -> None:
    assert music_seconds(press(wanted.recipe, TABLES), wanted) == seconds


def test_a_warm_up_of_twelve_sounds_twice_in_three_values_at_70() -> None:
    """On one root, from the root up an octave and a sixth and back: 13 tones up, 12 down, 25 in all.

    In quarters 25 beats are seven bars (28 beats), in eighths 12½ four bars (16), in triplets 8⅓ three bars (12): 56
    beats a sound. Whole tones have no sixth, so they go on to their ♭7: 12 up, 11 down, 23: six bars, three and two, 44
    beats. Twice: 2 x (11 x 56 + 44) = 1320 beats at 70, and 36 turns of four seconds.
    """
    warm_up = step(
        {"sounds": {"kind": "several", "scales": TWELVE_SOUNDS}, "tempo": 70,
         "path": {"high": {"step": 6, "octave": 2}},
         "placement": {"ending": "rest", "route": ["quarter", "eighth", "triplet"]}},
        repeats=2,
    )  # fmt: skip
    exercise = press(warm_up.recipe, TABLES)
    assert len(exercise.strips) == 36
    found = step_minutes(exercise, warm_up)
    whole = {strip.stop.sound_name: strip.beats for strip in exercise.strips if strip.stop.value == "quarter"}
    assert whole["Ionian"] == whole["altered"] == 28
    assert whole["whole tone"] == 24
    assert found.music * 60 == Fraction(1320 * 60, 70) + 36 * 4
    assert found.minutes == 21.3
    assert found.words == "36 strips of 2 to 7 bars, twice at 70"


def test_how_long_it_really_took_corrects_the_music() -> None:
    assert corrected(10, [1.2, 1.2]) == 10  # too little is known
    assert corrected(10, [1.0, 1.5, 1.4]) == 14
    assert corrected(10, [9.0] * 5) == 30  # an evening with a telephone call is not believed
    assert corrected(10, [5.0] * 20 + [1.1] * 9) == 11  # what was long ago is forgotten
    routine = Routine(steps=(FreeTask(minutes=20), FreeTask(minutes=20)), break_after=25)
    assert total([20, 20], routine) == 42  # a break of two minutes
    assert total([], routine) == 0


def test_a_teacher_leaves_out_values_first_then_sounds_then_a_direction_then_keys() -> None:
    long = step({
        "sounds": {"kind": "several", "scales": TWELVE_SOUNDS[:5]}, "keys": {"order": "fourths"},
        "placement": {"route": ["quarter", "eighth", "triplet"]},
    })  # fmt: skip
    routine = Routine(steps=(FreeTask(), long))
    found = list(shortenings(routine))
    assert [(one.step, one.words) for one in found] == [
        (1, "without its last note value"), (1, "half of the sounds today"), (1, "one direction only"),
        (1, "half of the keys today, the others tomorrow"),
    ]  # fmt: skip
    less = [one.without.recipe for one in found]
    assert less[0].placement.values == ("quarter", "eighth")
    assert len(less[1].sounds.named) == 3
    assert less[2].path.direction == "up"
    assert less[3].keys.picked == ("C", "F", "B♭", "E♭", "A♭", "D♭")
    before = step_minutes(press(long.recipe, TABLES), long).minutes
    assert all(step_minutes(press(one.without.recipe, TABLES), one.without).minutes < before for one in found)
    assert restored(found[0].without) == long
    assert list(shortenings(Routine(steps=(step({"path": {"direction": "up"}}),)))) == []


FILLINGS = [Filling(), Filling("lydian", ("F♯", "A"), "trombone"), Filling("altered", ("E♭",), "guitar"),
            Filling(OwnScale(name="mine", degrees="1 2 4 5"), ("D♭",), "tenor-saxophone"),
            Filling("minor-blues", tuple(USUAL["minor"]), "electric-bass")]  # fmt: skip


@pytest.mark.parametrize("shape", SHAPES)
@pytest.mark.parametrize("filling", FILLINGS)
def test_every_shape_can_be_played_in_the_keys_asked_for(shape: str, filling: Filling) -> None:
    routine = SHAPES[shape].fill(filling, TABLES)
    assert routine.title == SHAPES[shape].name
    recipes = [one for one in routine.steps if one.kind == "recipe"]
    assert all(0 < step_minutes(press(one.recipe, TABLES), one).minutes < 60 for one in recipes)
    asked = {NoteName.parse(key).pitch_class for key in filling.keys or SHAPES[shape].keys}
    for one in recipes:
        keys = {strip.stop.key % 12 for strip in press(one.recipe, TABLES).strips}
        first_only = "tempos" in one.title
        assert len(keys) == (1 if first_only else len(asked))
        assert one.title.startswith("Its parent") or keys <= asked


# The sound on its tonic, the instrument; then the parent, the first strip of every other step from the lowest note to
# the highest, as theory has it.
PARENTS = [
    ("dorian", "D", "C Ionian"), ("dorian", "D♭", "B Ionian"), ("locrian", "B", "C Ionian"),
    ("lydian", "G♭", "D♭ Ionian"),
    ("phrygian-dominant", "E", "A harmonic minor"), ("altered", "G", "A♭ melodic minor"),
    ("super-locrian", "G♯", "A melodic minor"), ("lydian-dominant", "F", "C melodic minor"),
    ("minor-pentatonic", "A", "C major pentatonic"), ("whole-half", "C", "B half-whole diminished"),
    ("hungarian-minor", "C", "G double harmonic"),
    ("ionian", "E", ""), ("bebop-major", "C", ""), ("melodic-minor", "C", ""), ("dominant-hexatonic", "C", ""),
]  # fmt: skip


@pytest.mark.parametrize(("scale", "tonic", "parent"), PARENTS)
def test_a_sound_is_learnt_from_its_parent(scale: str, tonic: str, parent: str) -> None:
    first, *_ = SHAPES["learn-a-sound"].fill(Filling(scale, (tonic,)), TABLES).steps
    assert first.title == (f"Its parent, {parent}" if parent else "Root to root, roots struck again")
    if parent:
        assert isinstance(first, RecipeStep)
        (strip,) = press(first.recipe, TABLES).strips
        sound = TABLES.scales.get(scale)
        root = NoteName.parse(tonic).pitch_class
        assert {note.tone.sounding.midi % 12 for note in strip.notes} == {(root + n) % 12 for n in sound.pitch_classes}


@pytest.mark.parametrize(
    ("instrument", "lines"),
    [
        ("guitar", {
            "Root to root, roots struck again": "D4 E4 F4 G4 A4 B4 C5 D5 D5 C5 B4 A4 G4 F4 E4 D4",
            "The whole position": "D4 E4 F4 G4 A4 B4 C5 D5 E5 F5 G5 A5 A5 G5 F5 E5 D5 C5 B4 A4 G4 F4 E4 D4 C4 B3 A3 "
                                  "G3 G3 A3 B3 C4 D4",
            "The next position": "D4 E4 F4 G4 A4 B4 C5 D5 E5 F5 G5 A5 B5 C6 C6 B5 A5 G5 F5 E5 D5 C5 B4 A4 G4 F4 E4 D4 "
                                 "C4 B3 A3 A3 B3 C4 D4",
        }),
        ("clarinet", {
            "Root to root, roots struck again": "E4 F♯4 G4 A4 B4 C♯5 D5 E5 E5 D5 C♯5 B4 A4 G4 F♯4 E4",
            "Over the whole range": "E3 F♯3 G3 A3 B3 C♯4 D4 E4 F♯4 G4 A4 B4 C♯5 D5 E5 F♯5 G5 A5 B5 B5 A5 G5 F♯5 E5 D5 "
                                    "C♯5 B4 A4 G4 F♯4 E4 D4 C♯4 B3 A3 G3 F♯3 E3",
        }),
    ],
)  # fmt: skip
def test_a_sound_is_learnt_from_root_to_root_and_over_the_whole(instrument: str, lines: dict[str, str]) -> None:
    routine = SHAPES["learn-a-sound"].fill(Filling("dorian", ("D",), instrument), TABLES)
    played = {
        one.title: " ".join(note.tone.written.text for note in press(one.recipe, TABLES).strips[0].notes)
        for one in routine.steps
        if isinstance(one, RecipeStep) and one.title in lines
    }
    assert played == lines


def works(recipe: Recipe) -> bool:
    try:
        press(recipe, TABLES)
    except RecipeError:
        return False
    return True


@pytest.mark.parametrize(
    "document",
    [
        {}, {"figure": {"kind": "cell", "text": "5 3 2 1"}, "player": {"instrument": "clarinet"}},
        {"placement": {"value": "triplet"}}, {"keys": {"order": "picked", "picked": ["C"]}},
        {"placement": {"slots": "srssrsrs"}}, {"sounds": {"kind": "one", "scale": "minor-pentatonic"}},
    ],
)  # fmt: skip
def test_twenty_weeks_of_new_versions(document: dict[str, Any]) -> None:
    """One thing changes each time, the one that was longest not changed; all can be played, in the same order again."""
    recipe, history, again = read_recipe(document), list[str](), list[str]()
    for _ in range(10):  # every two weeks
        found = new_version(recipe, history, works)
        assert found is not None
        changed = {name for name in Recipe.model_fields if getattr(found.recipe, name) != getattr(recipe, name)}
        assert len(changed) == 1
        assert found.words
        could = {name for name, changes in CHANGES.items() if any(works(one) for one in _made(recipe, changes))}
        waited = {name: -1 if name not in history else len(history) - 1 - history[::-1].index(name) for name in could}
        assert waited[found.change] == min(waited.values())
        recipe = found.recipe
        history.append(found.change)
    recipe = read_recipe(document)
    for _ in history:
        found = new_version(recipe, again, works)
        assert found is not None
        again.append(found.change)
        recipe = found.recipe
    assert again == history


def _made(recipe: Recipe, changes: Any) -> list[Recipe]:
    made = [patched(recipe, patch) for _, patch in changes(recipe)]
    return [one for one in made if one != recipe]


@pytest.mark.parametrize("file", sorted(DEMO.glob("*.recipe.json"))[::6], ids=lambda file: file.stem)
@pytest.mark.parametrize("level", [1, None])
def test_what_a_plan_promises_there_is(file: Path, level: int | None) -> None:
    """A plan names versions without working them out: each recipe has the next one, at each level."""
    recipe, history = from_json(file.read_bytes()), list[str]()
    for _ in range(6):
        found = new_version(recipe, history, partial(within(level), recipe))
        assert found is not None
        recipe = found.recipe
        history.append(found.change)


def test_the_first_versions_of_a_plain_run() -> None:
    recipe, told, history = Recipe(), [], list[str]()
    for _ in range(8):
        found = new_version(recipe, history, works)
        assert found is not None
        told.append(found.words)
        history.append(found.change)
        recipe = found.recipe
    assert told == [
        "accents in threes", "starting on two", "down first, and back", "from 5 to 5", "starting on the and of one",
        "two slurred, two tongued", "keys up by half steps", "in triplets",
    ]  # fmt: skip
    assert set(history) == set(CHANGES)
    assert new_version(recipe, history, lambda _: False) is None


def test_a_ladder_is_climbed_rung_by_rung() -> None:
    climbed = step({}, ladder={"way": "fixed", "fixed": [60, 70, 80], "after": 2})
    assert [(one.tempo, one.times) for one in passes(climbed)] == [(60, 2), (70, 2), (80, 2)]


@pytest.mark.parametrize(("begins", "offered"), [(1, [5, 3, 7]), (5, [3, 7, 1]), (3, [5, 7, 1])])
def test_another_degree_to_begin_on_is_none_it_begins_on(begins: int, offered: list[int]) -> None:
    path = {"low": {"step": begins, "octave": 1}, "high": {"step": begins, "octave": 2}}
    words = [words for words, _ in CHANGES["target degree"](read_recipe({"path": path}))]
    assert words == [f"from {step} to {step}" for step in offered]
