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


def test_some_bars_are_gone_through_and_judged_by_themselves(client: TestClient) -> None:
    rounds = {"first_bar": 2, "last_bar": 2, "repeats": 3, "root_every": 2}
    (band,) = post(client, "bands", strips=[0], backing={"count_in": "two-beats"}, rounds=rounds)
    assert [(one["role"], one["start"], one["end"], one["time"]) for one in band["passages"]] == [
        ("line", 4, 8, 1), ("line", 4, 8, 2), ("root", 4, 8, 2), ("line", 4, 8, 3)
    ]  # fmt: skip
    assert band["count_in"] == 2
    some = {"strip": 0, "tempo": 96, "rounds": {"first_bar": 2}}
    events = post(client, "simulated", slips=0, **some)
    assert post(client, "judged", events=events, **some)["sentences"][0] == "Clean."
    assert events[0]["at"] < 0.1
    # While it is played: two notes in, the second one wrong; what is to come is not missed.
    events[1]["pitch"] += 1
    so_far = post(client, "judged", events=events[:3], until=1.2, **some)
    assert [slip["kind"] for slip in so_far["slips"]] == ["wrong"]
    assert (so_far["slips"][0]["bar"], so_far["notes"]) == (2, 3)
    assert post(client, "judged", events=[], until=0.0, **some)["slips"] == []


def test_improvising_is_told_by_its_rule(client: TestClient) -> None:
    rule = {"kind": "sounds", "sounds": ["dorian", "altered"], "choruses": 2}
    events = post(client, "simulated", strip=0, tempo=120, rule=rule)
    found = post(client, "improvised", strip=0, tempo=120, rule=rule, events=events)
    assert [one["sound"] for one in found["choruses"]] == ["E Dorian", "E altered"]
    assert sum(one["notes"] for one in found["choruses"]) == len(events)
    assert "notes are in the sounds" in found["sentences"][-1] or found["sentences"]
    (band,) = post(client, "bands", strips=[0], backing={}, rule={"kind": "trading", "choruses": 1})
    assert {one["role"] for one in band["passages"]} == {"call", "answer"}


def test_the_form_is_shown_as_it_is_read_and_facts_stand_beside_the_sentences(client: TestClient) -> None:
    """A tenor saxophone reads a major ninth higher: Dm7 is Em7, and nothing it is told has concert names."""
    changes = {"text": "key: D minor\nsection: A\n| Dm7 | % |\nsection: B\n| Ebm7 | % |"}
    recipe = {"sounds": {"kind": "changes", "changes": changes}, "player": {"instrument": "tenor-saxophone"},
              "keys": {"order": "picked", "picked": ["D"]}}  # fmt: skip
    rule = {"kind": "sounds", "sounds": ["dorian"], "choruses": 1}
    bars = client.post("/api/stand/forms", json={"recipe": recipe, "strip": 0, "rule": rule}).json()
    assert [(bar["number"], bar["section"], [one["symbol"] for one in bar["chords"]]) for bar in bars] == [
        (1, "A", ["Em7"]), (2, "", []), (3, "B", ["Fm7"]), (4, "", []),
    ]  # fmt: skip
    assert [one["sounds"] for bar in bars for one in bar["chords"]] == [["E Dorian"], ["F Dorian"]]
    # D F A C as they sound in the first two bars and on into the third: a bar late.
    heights = [62, 65, 69, 64] * 3 + [63, 66, 70, 65]
    events = [{"at": n, "pitch": pitch, "length": 0.9} for n, pitch in enumerate(heights)]
    body = {"recipe": recipe, "strip": 0, "tempo": 60, "rule": rule, "events": events}
    told = client.post("/api/stand/improvised", json=body).json()
    (entry,) = told["entries"]
    assert {name: entry[name] for name in ("section", "bar", "sound", "before", "off", "verdict")} == {
        "section": "B", "bar": 3, "sound": "F Dorian", "before": "E Dorian", "off": 1, "verdict": "late",
    }  # fmt: skip
    assert "You changed a bar late to F Dorian, the B in bar 3." in told["sentences"]
    assert [(one["degrees"], one["figure"]["text"]) for one in told["habits"]] == [(["1", "♭3", "5", "2"], "1 ♭3 5 2")]
    assert [one["chord"] for one in told["targets"]] == ["Em7", "Fm7"]
    assert told["choruses"][0]["sound"] == "Dorian"


def test_the_ear_is_asked_and_a_phrase_comes_back(client: TestClient) -> None:
    asked = post(client, "ear", strip=0, setting={"kind": "sing", "notes": 2, "questions": 3})
    due = [note["pitch"] for note in asked[0]["notes"]]
    events = [{"at": n, "pitch": pitch} for n, pitch in enumerate(due)]
    assert post(client, "sung", due=due, events=events)["words"] == "All of it."
    answer = client.post("/api/stand/latency", json={
        "clicks": [0, 1, 2, 3, 4, 5], "events": [{"at": n + 0.06, "pitch": 60} for n in range(6)]
    })  # fmt: skip
    assert (answer.json()["ms"], answer.json()["words"]) == (60, "60 ms, met within 0 ms.")


def test_a_kept_take_is_had_again_and_the_band_is_written_out(client: TestClient) -> None:
    events = post(client, "simulated", strip=0, tempo=96, slips=1)
    kept = client.post(
        "/api/takes", json={"strip": "E Phrygian", "tempo": 96, "notes": 15, "slips": 1, "events": events}
    )
    again = client.get(f"/api/takes/{kept.json()['id']}").json()
    assert again["events"] == events
    assert client.get("/api/takes/999").status_code == 404
    for kind, begin in (("midi", b"MThd"), ("musicxml", b"<?xml")):
        answer = client.post(f"/api/stand/scores/{kind}", json={"recipe": RECIPE, "backing": {}})
        assert answer.content.startswith(begin)
    assert client.post("/api/stand/scores/mp3", json={"recipe": RECIPE, "backing": {}}).status_code == 422


@pytest.mark.parametrize(
    ("numbers", "shown"), [("major", "♭3"), ("steps", "2"), ("chord", "♭3"), ("none", "")]
)  # E minor pentatonic, its second note left out
def test_a_slip_has_its_degree_whatever_the_numbers(client: TestClient, numbers: str, shown: str) -> None:
    recipe = {"keys": RECIPE["keys"], "sounds": {"kind": "one", "scale": "minor-pentatonic"}, "numbers": numbers}
    events = client.post("/api/stand/simulated", json={"recipe": recipe, "strip": 0, "tempo": 96, "slips": 0}).json()
    take = {"recipe": recipe, "strip": 0, "tempo": 96, "events": [*events[:1], *events[2:]]}
    (slip,) = client.post("/api/stand/judged", json=take).json()["slips"]
    assert (slip["kind"], slip["number"], slip["degree"], slip["of_degree"]) == ("left-out", shown, "♭3", True)


@pytest.mark.parametrize(
    ("path", "body", "pointer"),
    [
        ("bands", {"strips": [0], "backing": {}, "rule": {"kind": "sounds"}}, "/rule"),
        ("bands", {"strips": [0], "backing": {}, "rounds": {"first_bar": 4, "last_bar": 2}}, "/rounds"),
        ("improvised", {"strip": 0, "tempo": 96, "events": [], "rule": {"kind": "sounds", "sounds": ["none"]}},
         "/rule/sounds/0"),
        ("ear", {"strip": 0, "setting": {"kind": "sound", "sounds": ["none"]}}, "/setting/sounds/0"),
        ("sung", {"due": [], "events": []}, "/due"),
        ("latency", {"clicks": [0, 1], "events": []}, "/clicks"),
    ],
)  # fmt: skip
def test_what_cannot_be_practised_is_told_at_its_field(
    client: TestClient, path: str, body: dict[str, Any], pointer: str
) -> None:
    answer = client.post(f"/api/stand/{path}", json={"recipe": RECIPE, **body})
    assert answer.status_code == 422
    assert pointer in [problem["pointer"] for problem in answer.json()["problems"]]
