"""Lists of what is saved, the search over everything, pictures of the first bars, and compressed answers."""

from __future__ import annotations

import xml.etree.ElementTree as ET
from typing import Any

import pytest
from fastapi.testclient import TestClient

CELL = {"kind": "cell", "text": "5 3 2 1"}
RECIPES: list[dict[str, Any]] = [
    {"title": "Night ferry", "figure": CELL, "sounds": {"kind": "one", "scale": "dorian"}, "tags": ["Tuesday"]},
    {"title": "anchor chain", "player": {"instrument": "clarinet"}, "sounds": {"kind": "one", "scale": "dorian"}},
    {"title": "Morning ferry", "figure": CELL, "player": {"instrument": "clarinet"}, "tags": ["Tuesday", "warm-up"]},
]


@pytest.fixture
def saved(client: TestClient) -> list[str]:
    return [str(client.post("/api/recipes", json=recipe).json()["id"]) for recipe in RECIPES]


def listed(client: TestClient, **asked: Any) -> tuple[list[str], dict[str, dict[str, int]]]:
    answer = client.get("/api/recipes", params=asked).json()
    filters = {
        one["label"]: {option["name"]: option["count"] for option in one["options"]} for one in answer["filters"]
    }
    return [one["title"] for one in answer["documents"]], filters


@pytest.mark.usefixtures("saved")
def test_lists_are_sorted_out_and_say_what_is_left(client: TestClient) -> None:
    titles, filters = listed(client)
    assert titles == ["Morning ferry", "anchor chain", "Night ferry"]
    assert filters == {
        "Scale": {"Dorian": 2, "Ionian": 1},
        "Figure": {"Cell": 2, "Straight run": 1},
        "Instrument": {"clarinet": 2, "concert piano": 1},
        "Tag": {"Tuesday": 2, "warm-up": 1},
    }
    assert listed(client, order="title")[0] == ["anchor chain", "Morning ferry", "Night ferry"]
    titles, filters = listed(client, having=["scale:Dorian", "tag:Tuesday"])
    assert titles == ["Night ferry"]
    assert filters["Instrument"] == {"concert piano": 1}
    assert listed(client, search="FERRY", having="instrument:clarinet")[0] == ["Morning ferry"]
    assert listed(client, having="scale:Nobody's")[0] == []
    assert client.get("/api/recipes", params={"having": "no colon"}).status_code == 422
    assert client.get("/api/recipes", params={"order": "by heart"}).status_code == 422


def test_a_changed_document_is_sorted_out_anew(client: TestClient, saved: list[str]) -> None:
    assert listed(client, having="tag:Tuesday")[0] == ["Morning ferry", "Night ferry"]
    change = {"document": {**RECIPES[0], "tags": []}, "revision": 1}
    assert client.put(f"/api/recipes/{saved[0]}", json=change).status_code == 200
    assert listed(client, having="tag:Tuesday")[0] == ["Morning ferry"]
    client.delete(f"/api/recipes/{saved[2]}")
    assert listed(client)[1]["Scale"] == {"Dorian": 2}


@pytest.mark.usefixtures("saved")
def test_the_search_finds_ones_own_first(client: TestClient) -> None:
    def found(words: str) -> list[tuple[str, str]]:
        answer = client.get("/api/search", params={"words": words}).json()
        return [(one["group"], one["title"]) for one in answer["found"]]

    assert found("ferry") == [("yours", "Morning ferry"), ("yours", "Night ferry")]
    assert found("dorian")[0] == ("scale", "Dorian")
    assert found("") == []
    assert client.get("/api/search", params={"words": "enclousre"}).json() == {"found": [], "instead": "Enclosure"}
    assert {one["title"] for one in client.get("/api/help").json()} >= {"Enclosure", "Path", "Undo"}


def test_the_first_bars_are_a_small_picture(client: TestClient, saved: list[str]) -> None:
    picture = client.get(f"/api/recipes/{saved[0]}/first-bars", params={"revision": 1})
    assert picture.headers["content-type"] == "image/svg+xml"
    root = ET.fromstring(picture.content)
    assert float(root.get("width", "0")) < 400
    measures = [one for one in root.iter() if one.get("class") == "measure"]
    assert len(measures) == 2
    whole = client.post("/api/exercises", json=RECIPES[0]).json()["first"]["svg"]
    assert whole.count('class="measure"') > 2  # the next picture is whole again
    assert client.get("/api/recipes/none/first-bars").status_code == 404


def test_text_is_sent_compressed_to_those_who_read_it_so(client: TestClient) -> None:
    for address, packed in (("/api/tables", True), ("/api/jobs/none", False)):
        answer = client.get(address, headers={"Accept-Encoding": "gzip"})
        assert (answer.headers.get("content-encoding") == "gzip") == packed
    plain = client.get("/api/tables", headers={"Accept-Encoding": "identity"})
    assert "content-encoding" not in plain.headers
    assert plain.json() == client.get("/api/tables").json()
    pdf = client.post("/api/files/pdf", json=RECIPES[0])
    assert "content-encoding" not in pdf.headers
