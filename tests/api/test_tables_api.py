"""What is served to the screen: every choice of every document has its words, every kind begins as it may be saved."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any, Literal, get_args, get_origin

import pytest
from fastapi.testclient import TestClient
from pydantic import BaseModel

from dodecant.backing.setting import Backing
from dodecant.exercise.recipe.companions import COMPANIONS
from dodecant.exercise.recipe.courses import COURSES
from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.recipe.enclosures import Enclosure
from dodecant.exercise.recipe.etude.etude import Etude
from dodecant.exercise.recipe.etude.rules import WHATS
from dodecant.exercise.recipe.etude.where import Where
from dodecant.exercise.recipe.figures import FIGURES, Turned
from dodecant.exercise.recipe.fingering import FINGERINGS
from dodecant.exercise.recipe.kinds import Kinds
from dodecant.exercise.recipe.ladders import LADDERS
from dodecant.exercise.recipe.rhythm.note_values import BEATS
from dodecant.exercise.recipe.rhythm.placement import Call, Mark, Slurs, check_rhythm
from dodecant.exercise.recipe.sounding.changes_document import ChangesDraft
from dodecant.exercise.recipe.sounding.sounds import SOUNDS
from dodecant.exercise.wording.choices import phrase
from dodecant.practice.ear import EarSetting
from dodecant.practice.improvised.rule import FreeRule
from dodecant.practice.ladder import TempoLadder
from dodecant.practice.planning.goals import Goal, PlanDocument
from dodecant.practice.planning.routine import Gate
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.profile import PlayerProfile
from dodecant.practice.studio.words import STUDIO_WORDS
from dodecant.practice.studio.worksheets.worksheet import WorksheetKind, WorksheetSetting

REGISTRIES: dict[str, Kinds[Any]] = {
    "FigurePart.kind": FIGURES, "LadderPart.kind": LADDERS, "CoursePart.kind": COURSES, "SoundsPart.kind": SOUNDS,
    "Companion.kind": COMPANIONS, "WhatPart.kind": WHATS, "FingeringPart.kind": FINGERINGS,
}  # fmt: skip
BESIDE = {"curtain", "bars left", "slip", "slip.kind", "entry.word", "why this school"}  # in no document
PRACTISED = (
    "Backing.",
    "TempoLadder.",
    "FreeRule.",
    "EarSetting.",
    "Goal.",
    "Gate.",
    "PlanDocument.",
)  # they stand in no sentence
PARTS: list[type[BaseModel]] = [
    Recipe, Backing, TempoLadder, FreeRule, EarSetting, Goal, PlanDocument, Gate, Turned, Enclosure, Call, Mark, Slurs,
    ChangesDraft, Where, Etude,
    *(kind for registry in REGISTRIES.values() for kind in registry.by_name.values()),
    *(type(getattr(Recipe(), part)) for part in ("path", "joins", "placement", "keys", "player", "spelling")),
]  # fmt: skip


def literals(annotation: Any) -> Iterator[Any]:
    """The values of a literal, or of a union of them."""
    if get_origin(annotation) is Literal:
        yield from get_args(annotation)
    else:
        for part in get_args(annotation) if get_origin(annotation) is not tuple else ():
            yield from literals(part)


def choices() -> Iterator[tuple[str, list[Any]]]:
    """Every field of a document that takes one of several values."""
    for part in PARTS:
        for name, field in part.model_fields.items():
            values = list(literals(field.annotation))
            if len(values) > 1:
                yield f"{part.__name__}.{name}", values


@pytest.fixture(scope="module")
def served() -> dict[str, Any]:
    from dodecant.api.schemas.tables import TablesOut
    from dodecant.tables import load_tables

    found: dict[str, Any] = TablesOut.of(load_tables()).model_dump(mode="json")
    return found


@pytest.mark.parametrize(("name", "values"), list(choices()))
def test_every_choice_of_a_document_is_served_with_its_words(
    served: dict[str, Any], name: str, values: list[Any]
) -> None:
    rows = served["choices"][name]
    assert {row["value"] for row in rows} == {str(value) for value in values}
    labels = [row["label"] for row in rows]
    assert all(label and "_" not in label for label in labels)
    assert len(set(labels)) == len(labels)
    assert name.startswith(PRACTISED) or all(phrase(name, value) is not None for value in values)


@pytest.mark.parametrize("name", REGISTRIES)
def test_every_kind_is_served_with_its_words(served: dict[str, Any], name: str) -> None:
    assert [row["value"] for row in served["choices"][name]] == list(REGISTRIES[name].by_name)


def test_nothing_is_served_that_no_document_has(served: dict[str, Any]) -> None:
    known = (
        {name for name, _ in choices()}
        | set(REGISTRIES)
        | {"Enclosure.kind", "Tone.role", "listening.way", "map.shows"}
        | BESIDE
    )
    numbers = {
        "Intervals.size",
        "Arpeggios.rotation",
        "Pairs.rank",
        "Placement.swing",
    }  # named where a list offers them
    assert set(served["choices"]) == known | numbers | set(STUDIO_WORDS)


def test_the_choices_of_a_class_are_those_of_its_documents() -> None:
    parts = {one.__name__: one.model_fields for one in (PlayerProfile, HandoutLayout, WorksheetSetting)}
    switches = {name for name, field in parts["HandoutLayout"].items() if field.annotation is bool}
    assert set(STUDIO_WORDS["HandoutLayout.parts"]) == switches - {"large"}
    assert set(STUDIO_WORDS["HandoutLayout.columns"]) == {str(number) for number in range(5)}
    assert set(STUDIO_WORDS["WorksheetSetting.kinds"]) == set(get_args(WorksheetKind))
    for name in ("PlayerProfile.reading", "HandoutLayout.strips", "HandoutLayout.maps", "WorksheetSetting.clef"):
        part, field = name.split(".")
        assert set(STUDIO_WORDS[name]) == set(literals(parts[part][field].annotation)), name


def test_everything_begins_as_it_may_be_saved(client: TestClient) -> None:
    tables = client.get("/api/tables").json()
    fresh, changes = tables["fresh"], {"kind": "changes", "changes": {"text": "| Dm7 | G7 | C |"}}
    documents: list[dict[str, Any]] = [
        *({"sounds": changes, "figure": kind["fresh"]} for kind in tables["figures"].values()),
        *({"ladder": ladder} for ladder in fresh["ladders"].values()),
        *({"course": course} for course in fresh["courses"].values()),
        *({"sounds": sounds} for sounds in fresh["sounds"].values()),
        *({"sounds": changes, "rules": [{**fresh["rule"], "what": what}]} for what in fresh["whats"].values()),
        {"sounds": changes, "etude": {"pieces": [row["piece"] for row in tables["vocabulary"]]}},
        *({"companions": [companion]} for companion in fresh["companions"].values()),
        {"enclosure": fresh["enclosure"]},
        {"placement": {"call": fresh["call"], "marks": [fresh["mark"]], "slurs": fresh["slurs"]}},
        tables["blank"],
    ]
    keys = {"order": "picked", "picked": ["C"]}
    for document in documents:
        assert client.post("/api/exercises", json={**document, "keys": keys}).status_code == 200, document
    assert client.post("/api/changes/worked", json={"draft": fresh["changes"]}).json()["faults"] == []
    for one in tables["simpler"]:
        read_recipe({**tables["blank"], **{part: {**tables["blank"][part], **change}
                                           for part, change in one["patch"].items() if part != "course"}})  # fmt: skip


@pytest.mark.parametrize(
    ("name", "limits"),
    [
        ("Recipe.tempo", {"least": 20, "most": 320}), ("PathEnd.step", {"least": 1, "most": 14}),
        ("Placement.start", {"least": -16, "most": 32}), ("Recipe.title", {"longest": 120}),
        ("Placement.marks", {"most": 4}), ("Joins.direction_change", {"least": 0, "most": 10}),
    ],
)  # fmt: skip
def test_limits_are_those_of_the_documents(served: dict[str, Any], name: str, limits: dict[str, int]) -> None:
    found = {key: value for key, value in served["limits"][name].items() if value is not None}
    assert found == limits


def test_how_slots_are_counted(served: dict[str, Any]) -> None:
    places = served["slot_places"]
    assert places["3"] == ["", "⅓ after ", "⅔ after "]
    assert places["6"] == ["", "⅙ after ", "⅓ after ", "the and of ", "⅔ after ", "⅚ after "]
    assert places["5"][4] == "⅘ after "


def test_rhythms_by_name_fill_a_bar_of_any_metre(client: TestClient) -> None:
    for metre in client.get("/api/tables").json()["metres"]:
        for value in BEATS:
            query = {"metre": metre["name"], "value": value}
            for shape in client.get("/api/rhythm-shapes", params=query).json():
                slots = shape["slots"]
                assert slots == "" or {"s", "r"} == set(slots)
                if slots and (metre["unit"] == 4 or value in ("quarter", "eighth", "sixteenth")):
                    check_rhythm(slots, value, metre["name"])
    off = {row["name"]: row["slots"] for row in client.get("/api/rhythm-shapes").json()}["off the beat only"]
    assert off == "rsrsrsrs"
    fine = client.get("/api/rhythm-shapes", params={"metre": "4/4", "value": "sixteenth"}).json()
    shapes = {row["name"].split(":")[0]: row["slots"] for row in fine}
    assert shapes["gangway"] == "ssrssrssrssrssrs"
    assert shapes["lapping water"] == "sssrssrs" * 2
    assert shapes["late ferry"] == "r" + "s" * 15
    assert client.get("/api/rhythm-shapes", params={"metre": "11/16"}).status_code == 422


@pytest.mark.parametrize(
    ("shelf", "document", "wanted"),
    [
        ("recipes", {"version": 1, "player": {"lies": "low"}, "figure": {"kind": "cell", "text": "1 ("}},
         {"version": 2, "player": {"tessitura": "low"}, "figure": {"kind": "cell", "text": "1 ("}}),
        ("recipes", {"version": 1, "sounds": {"kind": "changes", "changes": {"version": 1, "text": "|", "turn": "x"}}},
         {"version": 2, "sounds": {"kind": "changes", "changes": {"version": 2, "text": "|", "next_sound": "x"}}}),
        ("changes", {"version": 1, "turn": "phrase"}, {"version": 2, "next_sound": "phrase"}),
        ("changes", {"version": 2, "turn": "phrase"}, {"version": 2, "turn": "phrase"}),
        ("recipes", {"version": 1, "sounds": 5, "placement": []}, {"version": 2, "sounds": 5, "placement": []}),
    ],
)  # fmt: skip
def test_unfinished_work_of_an_older_version_takes_todays_names(
    client: TestClient, shelf: str, document: Any, wanted: Any
) -> None:
    answer = client.post("/api/upgrades", json={"shelf": shelf, "document": document})
    assert (answer.status_code, answer.json()) == (200, wanted)


def test_a_sound_is_laid_across_chords_by_its_degree_above_each_root(client: TestClient) -> None:
    draft = {
        "text": "key: C\n| Dm7 | N.C. | G7 |",
        "choices": [{"chord": 0, "symbol": "Dm7", "sounds": [{"scale": "dorian"}]}],
    }
    body = {"draft": draft, "chords": [0, 1, 2, 2], "tonic": "A♭", "scale": "minor-blues"}
    laid = client.post("/api/changes/laid", json=body).json()["choices"]
    assert [(one["chord"], one["symbol"], one["sounds"][0]["root"]) for one in laid] == [
        (0, "Dm7", "♭5"), (2, "G7", "♭2"),
    ]  # fmt: skip
    assert client.post("/api/changes/laid", json={**body, "chords": [99]}).json()["choices"][0]["chord"] == 0
    assert client.post("/api/changes/laid", json={**body, "chords": []}).status_code == 422


def test_an_unknown_kind_of_file_is_refused_with_those_there_are(client: TestClient) -> None:
    for address, document in (("/api/files", {}), ("/api/changes/files", {"text": "| C |"})):
        answer = client.post(f"{address}/tune", json=document)
        assert answer.status_code == 422
        assert "musicxml" in answer.json()["problems"][0]["cure"]
