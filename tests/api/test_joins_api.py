"""Why a line is joined as it is, and rhythms that are kept, through the server."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient

from tests.api.test_api import problems

CHANGES = {"kind": "changes", "changes": {"text": "key: C\n| Dm7 | G7 | Cmaj7 |"}}
RHYTHM = {"name": "Rope slack", "value": "eighth", "metre": "4/4", "slots": "shssrs(shs)"}


@pytest.mark.parametrize(
    ("figure", "names"),
    [
        ({"kind": "run"}, {"leap", "note struck again", "turn", "foreign tone on the beat", "edge of the range"}),
        ({"kind": "guide-tones"}, {"half steps moved"}),
        ({"kind": "unbroken"}, {"half steps moved", "turn", "edge of the range"}),
    ],
)
@pytest.mark.parametrize("beat", ["0", "4", "17/2"])
def test_a_join_gives_its_reasons(client: TestClient, figure: dict[str, Any], names: set[str], beat: str) -> None:
    recipe = {"sounds": CHANGES, "figure": figure, "joins": {"begin": "any"}}
    found = client.post("/api/joins", json={"recipe": recipe, "strip": 3, "beat": beat}).json()
    assert found["chord"] == {"0": "Gm7", "4": "C7", "17/2": "Fmaj7"}.get(beat) or found["chord"]
    assert sum(way["taken"] for way in found["ways"]) == 1
    for way in found["ways"]:
        assert way["total"] == sum(cost["points"] for cost in way["costs"])
        assert {cost["name"] for cost in way["costs"]} <= names
    assert found["rule"].endswith(".")


@pytest.mark.parametrize(
    ("body", "pointer"),
    [
        ({"recipe": {}, "strip": 0, "beat": "0"}, "/strip"),
        ({"recipe": {"sounds": CHANGES}, "strip": 12, "beat": "0"}, "/strip"),
        ({"recipe": {"sounds": CHANGES}, "strip": 0, "beat": "40"}, "/beat"),
        ({"recipe": {"sounds": CHANGES}, "strip": 0, "beat": "1/0"}, "/beat"),
        ({"recipe": {"sounds": CHANGES}, "strip": 0, "beat": "now"}, "/beat"),
        ({"recipe": {"sounds": CHANGES}, "strip": -1, "beat": "0"}, "/strip"),
    ],
)
def test_where_there_is_no_join_it_is_said(client: TestClient, body: dict[str, Any], pointer: str) -> None:
    answer = client.post("/api/joins", json=body)
    assert answer.status_code == 422
    assert problems(answer)[0]["pointer"] == pointer


def test_rhythms_are_kept(client: TestClient) -> None:
    saved = client.post("/api/rhythms", json=RHYTHM)
    assert saved.status_code == 201
    assert saved.json()["title"] == "Rope slack"
    assert saved.json()["about"] == "Eighths in a rhythm of one bar."
    assert [one["document"] for one in client.get("/api/rhythms").json()["documents"]] == [RHYTHM]
    copy = client.post(f"/api/rhythms/{saved.json()['id']}/copies").json()
    assert copy["document"] == {**RHYTHM, "name": copy["title"]}
    assert client.get("/api/scales").json()["documents"] == []


LIST = {"name": "December", "scales": ["dorian", "minor-blues", {"name": "quay", "degrees": "1 ♭2 3 5"}],
        "roots": ["1", "6", "1"]}  # fmt: skip


def test_lists_of_scales_are_kept_and_opened(client: TestClient) -> None:
    saved = client.post("/api/sound-lists", json=LIST)
    assert saved.status_code == 201
    assert saved.json()["about"] == "Dorian, minor blues and quay."
    (kept,) = client.get("/api/sound-lists").json()["documents"]
    assert kept["document"] == LIST
    sounds = {"kind": "several", "scales": kept["document"]["scales"], "roots": kept["document"]["roots"]}
    keys = {"order": "picked", "picked": ["C"]}
    pressed = client.post("/api/exercises", json={"sounds": sounds, "keys": keys}).json()["exercise"]
    assert [strip["heading"] for strip in pressed["strips"]] == ["C Dorian", "A minor blues", "C quay"]
    unknown = client.post("/api/sound-lists", json={**LIST, "scales": ["dorian", "dusk"]})
    assert problems(unknown)[0]["pointer"] == "/scales/1"


@pytest.mark.parametrize(
    ("change", "pointer", "words"),
    [
        ({"name": ""}, "/name", "at least 1"),
        ({"name": "  "}, "/name", "no name"),
        ({"slots": ""}, "/slots", "at least 1"),
        ({"slots": "rr"}, "/slots", "No slot sounds"),
        ({"slots": "sss"}, "", "do not fill bars of 4/4"),
        ({"metre": "6/8"}, "", "not divided so"),
        ({"metre": "6/7"}, "/metre", "not one of the choices"),
    ],
)
def test_a_rhythm_at_fault_is_not_kept(client: TestClient, change: dict[str, str], pointer: str, words: str) -> None:
    answer = client.post("/api/rhythms", json={**RHYTHM, **change})
    assert answer.status_code == 422
    (problem,) = problems(answer)
    assert problem["pointer"] == pointer
    assert words in problem["message"] + problem["cure"]
    assert client.get("/api/rhythms").json()["documents"] == []
