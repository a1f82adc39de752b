"""The stand over HTTP: a band, takes judged and kept, a ladder; what cannot be is told at its field."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient

RECIPE = {"keys": {"order": "picked", "picked": ["E", "A"]}, "sounds": {"kind": "one", "scale": "phrygian"}}


def post(client: TestClient, path: str, **body: Any) -> Any:
    answer = client.post(f"/api/stand/{path}", json={"recipe": RECIPE, **body})
    assert answer.status_code == 200, answer.text
    return answer.json()


def test_a_band_plays_under_the_strips_that_are_asked_for(client: TestClient) -> None:
    first, second = post(client, "bands", strips=[0, 1], backing={})
    assert (first["strip"], second["strip"]) == (0, 1)
    assert {event["part"] for event in first["events"]} == {"bass", "chords", "time"}
    roots = [next(e["pitch"] % 12 for e in one["events"] if e["part"] == "bass") for one in (first, second)]
    assert roots == [4, 9]
    assert all(event["at"] >= 0 and event["lasts"] > 0 and 0 < event["loud"] <= 1 for event in first["events"])
    swung = client.post("/api/stand/bands", json={
        "recipe": {**RECIPE, "placement": {"swing": 66}}, "strips": [0], "backing": {"chords": "none", "bass": "none"}
    }).json()[0]["events"]  # fmt: skip
    assert 1.66 in [round(event["at"], 2) for event in swung]


def test_a_take_by_nobody_is_judged_kept_and_listed(client: TestClient) -> None:
    events = post(client, "simulated", strip=0, tempo=96, slips=0)
    clean = post(client, "judged", strip=0, tempo=96, events=events)
    assert (clean["clean"], clean["slips"], clean["sentences"][0]) == (True, [], "Clean.")
    assert len(clean["offsets"]) == clean["notes"] == 15
    events[1]["pitch"] += 1
    slipped = post(client, "judged", strip=0, tempo=96, events=events)
    (slip,) = slipped["slips"]
    assert slip["words"] == "♮2 for ♭2 in bar 1, as in Aeolian"
    assert (slip["note"], slip["played"], slip["staff_steps"], slipped["clean"]) == ("s0n1", "F♯4", 0, False)
    heading = "E Phrygian"
    kept = {"strip": heading, "tempo": 96, "notes": 15, "slips": 1, "sentences": slipped["sentences"], "events": events}
    first = client.post("/api/takes", json=kept)
    assert first.status_code == 201
    client.post("/api/takes", json={**kept, "slips": 0})
    client.post("/api/takes", json={**kept, "strip": "A Phrygian"})
    listed = client.get("/api/takes", params={"strip": heading}).json()
    assert [take["slips"] for take in listed] == [0, 1]
    number = first.json()["id"]
    assert client.delete(f"/api/takes/{number}").status_code == 204
    assert client.delete(f"/api/takes/{number}").status_code == 404
    assert [take["slips"] for take in client.get("/api/takes", params={"strip": heading}).json()] == [0]
    assert client.post(f"/api/takes/{number}/brought-back").status_code == 204
    assert len(client.get("/api/takes", params={"strip": heading}).json()) == 2


def test_a_ladder_says_where_one_stands(client: TestClient) -> None:
    ladder = {"begin": 60, "by": 6}
    assert post(client, "rungs", ladder=ladder)["tempo"] == 60
    takes = [{"tempo": 60, "clean": True}] * 2
    found = post(client, "rungs", ladder=ladder, takes=takes)
    assert (found["tempo"], found["done"]) == (66, False)
    assert found["words"].startswith("From 60 to 120; up by 6")


@pytest.mark.parametrize(
    ("path", "body", "pointer"),
    [
        ("bands", {"strips": [7], "backing": {}}, "/strips/0"),
        ("bands", {"strips": [0], "backing": {"first": "H7"}}, "/backing/first"),
        ("bands", {"strips": [0], "backing": {"click": "tock"}}, "/backing/click"),
        ("judged", {"strip": 9, "tempo": 96, "events": []}, "/strip"),
        ("judged", {"strip": 0, "tempo": 0, "events": []}, "/tempo"),
        ("judged", {"strip": 0, "tempo": 96, "events": [{"at": 0, "pitch": 200}]}, "/events/0/pitch"),
        ("judged", {"strip": 0, "tempo": 96, "events": [{"at": 0, "pitch": 60}] * 10_001}, "/events"),
        ("rungs", {"ladder": {"begin": 200}}, "/ladder"),
        ("rungs", {"ladder": {"fixed": []}}, "/ladder/fixed"),
    ],
)
def test_what_cannot_be_is_told_at_its_field(client: TestClient, path: str, body: dict[str, Any], pointer: str) -> None:
    answer = client.post(f"/api/stand/{path}", json={"recipe": RECIPE, **body})
    assert answer.status_code == 422
    assert [problem["pointer"] for problem in answer.json()["problems"]] == [pointer]


def test_odd_takes_are_judged_too(client: TestClient) -> None:
    """Silence, a wall of noise, events out of order and before the beginning: told in words."""
    silent = post(client, "judged", strip=0, tempo=96, events=[])
    assert silent["sentences"] == ["Nothing of it was heard."]
    noise = [{"at": n * 0.01, "pitch": 40 + n % 50} for n in range(2000)]
    assert not post(client, "judged", strip=0, tempo=96, events=noise)["clean"]
    events = post(client, "simulated", strip=1, tempo=96, slips=0)
    assert post(client, "judged", strip=1, tempo=96, events=events[::-1])["clean"]
    text = '{"recipe": {}, "strip": 0, "tempo": 96, "events": [{"at": NaN, "pitch": 60}]}'
    refused = client.post("/api/stand/judged", content=text, headers={"Content-Type": "application/json"})
    assert refused.status_code == 422
