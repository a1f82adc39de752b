"""Why a note is played as it is: asked, answered in words, pinned, refused in words."""

from __future__ import annotations

from itertools import product
from typing import Any

import pytest
from fastapi.testclient import TestClient

from dodecant.exercise.wording.fingering import FINGER_COSTS
from dodecant.instrument.fingering.fretted import Fretted, Neck
from dodecant.instrument.fingering.harmonica import ChromaticHarp, DiatonicHarp
from dodecant.instrument.fingering.keyboard import Keyboard
from dodecant.instrument.fingering.optimiser import Family
from dodecant.instrument.fingering.slide import Slide
from dodecant.instrument.fingering.valves import Valves
from dodecant.tables import load_tables

GUITAR = {
    "player": {"instrument": "guitar"},
    "fingering": {"kind": "fretted"},
    "keys": {"order": "picked", "picked": ["C", "E"]},
}


def test_the_ways_to_play_a_note_and_a_pin_for_each(client: TestClient) -> None:
    asked = {"recipe": GUITAR, "strip": 0, "note": 4}
    ways = client.post("/api/fingers", json=asked).json()
    assert [way["taken"] for way in ways].count(True) == 1
    assert [way["total"] for way in ways] == sorted(way["total"] for way in ways)
    assert ways[0]["bar"] == "string/fret 5/3 5/5 4/2 4/3 4/5 3/2 3/4 3/5"
    assert ways[0]["words"] == "finger 2 in fret 3 of string 4, hand in fret 2"
    other = ways[1]
    assert len({way["bar"] for way in ways}) > 1
    for way in ways:
        points = [cost["points"] for cost in way["costs"]]
        assert (points, sum(points)) == (sorted(points, reverse=True), way["total"])
    pinned = {**GUITAR, "fingering": {"kind": "fretted", "pins": [other["pin"]]}}
    again = client.post("/api/fingers", json={**asked, "recipe": pinned}).json()
    (taken,) = [way for way in again if way["taken"]]
    assert taken["pin"] == other["pin"]
    assert other["pin"]["key"] == ""
    elsewhere = client.post("/api/fingers", json={**asked, "strip": 1}).json()
    assert {way["pin"]["key"] for way in elsewhere} == {"E"}  # what is pinned in another strip is for its key


@pytest.mark.parametrize(
    ("change", "pointer"),
    [
        ({"strip": 2}, "/strip"),
        ({"note": 99}, "/note"),
        ({"note": 0}, "/note"),
        ({"recipe": {**GUITAR, "fingering": None}}, "/note"),
        ({"recipe": {**GUITAR, "fingering": {"kind": "keyboard"}}}, "/fingering"),
        ({"recipe": {**GUITAR, "fingering": {"kind": "lute"}}}, "/recipe/fingering"),
    ],
)
def test_what_cannot_be_asked_is_refused(client: TestClient, change: dict[str, object], pointer: str) -> None:
    answer = client.post("/api/fingers", json={"recipe": GUITAR, "strip": 0, "note": 1, **change})
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["pointer"] == pointer


def test_every_cost_has_its_words() -> None:
    weights = load_tables().weights
    neck = Neck((76, 71, 67, 62, 57, 52), 15)
    families: list[Family[Any]] = [
        *(Fretted(neck, weights["fretted"], way) for way in ("free", "per-string", "area")),
        Keyboard(weights["keyboard"], "right", {0: (1,)}),
        Slide(weights["slide"], "outward", trigger=True, sevenths=True),
        Valves(48, weights["valves"]),
        DiatonicHarp(weights["harmonica"], overblows=True),
        ChromaticHarp(weights["harmonica"]),
    ]
    for family in families:
        states = [state for height in range(58, 73, 3) for state in family.states(height)]
        named = {name for one, other in product(states, states) for name in family.between(one, other)}
        named |= {name for state in states for name in family.own(state)}
        assert named <= set(FINGER_COSTS)


def test_a_map_is_drawn_or_refused_in_words(client: TestClient) -> None:
    asked = {"scale": "dorian", "tonic": "D", "instrument": "guitar", "fingering": {"kind": "fretted"}}
    answer = client.post("/api/sounds/maps", json=asked).json()
    assert answer["positions"] == [2, 5, 7, 9, 12]  # those of C major
    assert answer["picture"].startswith("<svg")
    assert "D: D 0, E 2, F 3, G 5" in answer["words"]
    for change, pointer in (
        ({"instrument": "kazoo"}, "/instrument"),
        ({"instrument": "piano"}, "/fingering"),
        ({"fingering": {"kind": "fretted", "way": "position", "low": 21}}, "/fingering/low"),
        ({"fingering": {"kind": "strings"}}, "/fingering"),
        ({"scale": "nothing"}, "/scale"),
        ({"tonic": "H"}, "/tonic"),
        ({"shows": "colours"}, "/shows"),
    ):
        refused = client.post("/api/sounds/maps", json={**asked, **change})
        assert refused.status_code == 422
        assert [problem["pointer"] for problem in refused.json()["problems"]] == [pointer]
