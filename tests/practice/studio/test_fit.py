"""A recipe fitted to players: right clef, range and transposition, the class sounds together, every change is told."""

from __future__ import annotations

from typing import Any

import pytest

from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.tables import Tables
from dodecant.practice.planning.routine import FreeTask, RecipeStep, Routine
from dodecant.practice.studio.assignment import Assignment, own_assignment
from dodecant.practice.studio.fit import fitted
from dodecant.practice.studio.profile import PlayerProfile

CELL = {"kind": "cell", "text": "5 3 2 1"}
BLUES = "title: Slack Water\nkey: F\nF7 | B♭7 | F7 | F7 | B♭7 | B♭7 | F7 | D7 | Gm7 | C7 | F7 | C7"
RECIPES: dict[str, dict[str, Any]] = {
    "plain": {},
    "cell": {"figure": CELL, "sounds": {"kind": "one", "scale": "lydian"}},
    "written for alto": {"player": {"instrument": "alto-saxophone", "named_key": "written"}, "figure": CELL},
    "picked for clarinet": {
        "player": {"instrument": "clarinet", "named_key": "written"},
        "keys": {"order": "picked", "picked": ["D", "F♯"]},
    },
    "on frets": {"player": {"instrument": "guitar"}, "fingering": {"kind": "fretted", "way": "position"}},
    "limits": {"player": {"instrument": "trumpet", "lowest": "C4", "highest": "G5"}},
    "struck": {"figure": {"kind": "arpeggios", "rhythm": "struck"}},
    "wide": {"path": {"span": "range"}, "placement": {"value": "sixteenth"}},
    "minor": {"sounds": {"kind": "one", "scale": "melodic-minor"}, "keys": {"order": "half-steps-up", "start": "C♯"}},
    "chain": {"sounds": {"kind": "several", "scales": ["dorian", "altered", "ionian"]}},
    "changes": {"sounds": {"kind": "changes", "changes": {"text": BLUES}}, "figure": CELL},
    "enclosed": {"enclosure": {"kind": "above-below", "targets": "chord"}, "figure": {"kind": "run"}},
}  # fmt: skip


@pytest.mark.parametrize("name", RECIPES)
def test_every_instrument_gets_its_own_page_of_the_same_music(name: str, tables: Tables) -> None:
    recipe = read_recipe({"keys": {"order": "picked", "picked": ["C", "E♭", "F♯"]}, **RECIPES[name]})
    home = press(recipe, tables)
    heard = [(strip.stop.sounding.tonic.pitch_class, strip.stop.sounding.scale.name) for strip in home.strips]
    for instrument in tables.instruments.instruments:
        fit = fitted(recipe, PlayerProfile(name="Nela", instrument=instrument.id), tables)
        made = press(fit.recipe, tables)
        assert made.instrument.clef == instrument.clef
        assert [
            (strip.stop.sounding.tonic.pitch_class, strip.stop.sounding.scale.name) for strip in made.strips
        ] == heard, instrument.id
        for strip in made.strips:
            tones = [tone for note in strip.notes for tone in (note.tone, *note.tone.lower_tones)]
            assert all(tone.sounding.midi - tone.written.midi == instrument.sounds_half_steps for tone in tones)
            outside = [
                tone.written.text for tone in tones if not instrument.full.holds(tone.written.midi, tone.written.midi)
            ]
            assert not outside, (instrument.id, outside)
            wide = instrument.full if instrument.two_staves else instrument.comfortable  # all keys are a pianist's
            if any(not wide.holds(tone.written.midi, tone.written.midi) for tone in tones):
                told = [one for one in made.remarks if strip.stop.index in (one.strip, *one.also) or one.strip is None]
                assert told, (instrument.id, strip.heading)
        changed = {
            field for field in type(recipe).model_fields if getattr(fit.recipe, field) != getattr(recipe, field)
        } - {"player"}
        assert bool(changed) <= bool(fit.reasons)


@pytest.mark.parametrize(
    ("recipe", "profile", "reasons"),
    [
        ({}, {}, []),
        ({"tempo": 60}, {"instrument": "trumpet"}, [
            "For trumpet in B♭, in the treble clef.", "Keys are those that sound; the trumpet reads D for C.",
        ]),
        ({"player": {"instrument": "alto-saxophone", "named_key": "written"}, "keys": {"start": "A"}},
         {"instrument": "trombone"}, [
            "For trombone, in the bass clef.", "A on the alto saxophone sounds C: its keys are named as they sound.",
        ]),
        ({}, {"instrument": "tenor-saxophone", "lowest": "D4", "highest": "G5", "values": "british"}, [
            "For tenor saxophone in B♭, in the treble clef.", "Kept between D4 and G5, the range of today.",
            "Keys are those that sound; the tenor saxophone reads D for C.", "Note values have their British names.",
        ]),
        ({"figure": {"kind": "arpeggios", "rhythm": "struck"}}, {"instrument": "flute", "reading": "ear"}, [
            "For flute, in the treble clef.", "The flute sounds one note at a time: the tones come one after another.",
            "Plays by ear: the stand shows nothing.",
        ]),
        ({"player": {"instrument": "guitar"}, "fingering": {"kind": "fretted"}}, {"instrument": "cello"}, [
            "For cello, in the bass clef.", "Its fingering is for another instrument; the cello plays from the notes.",
        ]),
        ({}, {"instrument": "trombone", "fingering": {"kind": "slide", "way": "outward"}, "numbers": "none"}, [
            "For trombone, in the bass clef.", "Fingering as this player wishes it.", "Without numbers.",
        ]),
    ],
)  # fmt: skip
def test_each_change_has_its_reason(
    recipe: dict[str, Any], profile: dict[str, Any], reasons: list[str], tables: Tables
) -> None:
    found = fitted(read_recipe(recipe), PlayerProfile.model_validate({"name": "Nela", **profile}), tables)
    assert list(found.reasons) == reasons


@pytest.mark.parametrize("sounds", [
    {"kind": "one", "scale": "ionian"}, {"kind": "one", "scale": "dorian"}, {"kind": "one", "scale": "lydian"},
    {"kind": "key-chord", "numeral": "IIm7", "colour": "major"}, {"kind": "changes", "changes": {"text": BLUES}},
], ids=lambda sounds: sounds.get("scale", sounds["kind"]))  # fmt: skip
@pytest.mark.parametrize("instrument", ["alto-saxophone", "trumpet", "horn"])
def test_the_reason_names_the_key_as_the_page_does(instrument: str, sounds: dict[str, Any], tables: Tables) -> None:
    for key in ["C", "D♭", "D", "E♭", "E", "F", "F♯", "G♭", "G", "A♭", "A", "B♭", "B", "C♯"]:
        recipe = read_recipe({"keys": {"order": "picked", "picked": [key]}, "sounds": sounds})
        fit = fitted(recipe, PlayerProfile(name="Nela", instrument=instrument), tables)
        stop = press(fit.recipe, tables).strips[0].stop
        read, heard = (
            (key.tonic for key in stop.in_key.key) if stop.in_key else (stop.written.tonic, stop.sounding.tonic)
        )
        assert f" reads {read.text} for {heard.text}." in " ".join(fit.reasons), (key, fit.reasons)


def test_keys_that_were_read_are_named_as_they_sound(tables: Tables) -> None:
    reads = ["C", "G♭", "F♯", "C♯", "A♭", "B"]
    player = {"instrument": "alto-saxophone", "named_key": "written"}
    recipe = read_recipe({"player": player, "keys": {"order": "picked", "picked": reads}})
    assert fitted(recipe, PlayerProfile(name="Nela"), tables).recipe.keys.picked == ("E♭", "A", "A", "E", "B", "D")


def test_what_is_simpler_is_proposed_and_only_done_when_taken(tables: Tables) -> None:
    hard = read_recipe({"placement": {"value": "sixteenth"}, "path": {"span": "range"}, "tempo": 132})
    beginner = PlayerProfile(name="Nela", level=1, tunes=("F", "B♭"))
    found = fitted(hard, beginner, tables)
    assert found.recipe == hard
    assert [(one.name, one.words) for one in found.proposals] == [
        ("path", "only up to the fifth"), ("placement", "quarters"), ("keys", "three keys"),
        ("tunes", "only the keys of tunes in hand: F, B♭"), ("tempo", "at 72 instead of 132"),
    ]  # fmt: skip
    assert not fitted(hard, PlayerProfile(name="Mato", level=5), tables).proposals
    taken = fitted(hard, beginner, tables, ["placement", "tunes"])
    assert (taken.recipe.placement.value, taken.recipe.keys.picked) == ("quarter", ("F", "B♭"))
    assert (taken.recipe.path, taken.recipe.tempo) == (hard.path, 132)
    assert taken.reasons == ("Simpler: quarters.", "Simpler: only the keys of tunes in hand: F, B♭.")


def test_a_range_that_cannot_hold_it_is_told_with_what_would_fit(tables: Tables) -> None:
    given = Assignment(title="Whole range", recipe=read_recipe({}))
    tiny = PlayerProfile(name="Nela", instrument="flute", lowest="A2", highest="A4")
    with pytest.raises(RecipeError) as refused:
        own_assignment(given, tiny, tables)
    (problem,) = refused.value.problems
    assert (problem.pointer, problem.message, problem.cure) == (
        "/player/lowest", "Nela: A2 is not on the flute.", "It reads C4 to D7.",
    )  # fmt: skip


def test_a_routine_is_fitted_step_by_step(tables: Tables) -> None:
    steps = (FreeTask(title="Breathe"), RecipeStep(title="Run", recipe=read_recipe({})), RecipeStep(curtain="formula"))
    given = Assignment(title="Evening", routine=Routine(title="Evening", steps=steps))
    own = own_assignment(given, PlayerProfile(name="Nela", instrument="tuba", reading="numbers"), tables)
    assert own.routine is not None
    assert [step.kind for step in own.routine.steps] == ["task", "recipe", "recipe"]
    played = [step for step in own.routine.steps if isinstance(step, RecipeStep)]
    assert {step.recipe.player.instrument for step in played} == {"tuba"}
    assert [step.curtain for step in played] == ["numbers", "formula"]
    assert [fit.recipe for fit in own.fits] == [step.recipe for step in played]
