"""Changes and sounds over the wire: read as typed, chosen, carried to other keys, searched, made."""

from __future__ import annotations

import json
from typing import Any

import pytest
from fastapi.testclient import TestClient
from hypothesis import given
from hypothesis import strategies as st

from dodecant.formats.musicxml.changes import changes_to_musicxml
from dodecant.music.core.pitch import NoteName
from dodecant.music.progressions.changes_text import parse_changes
from dodecant.tables import load_tables
from tests.api.test_api import problems
from tests.generated import examples
from tests.music.test_changes import pieces

TEXT = "title: Quay\nkey: C\n\nsection: A\n|: Dm7 G7 | 1. Cmaj7 :| 2. C#dim7 |\n"
ALTERED = {"chord": 1, "symbol": "G7", "sounds": [{"scale": "altered", "root": "1"}]}


def worked(client: TestClient, text: str, house: str = "words", **draft: Any) -> dict[str, Any]:
    answer = client.post("/api/changes/worked", json={"draft": {"text": text, **draft}, "house": house})
    assert answer.status_code == 200
    body: dict[str, Any] = answer.json()
    return body


def test_changes_are_worked_out_as_typed(client: TestClient) -> None:
    body = worked(client, TEXT, choices=[ALTERED])
    assert (body["title"], body["key"], body["played_bars"], body["faults"]) == ("Quay", "C major", 4, [])
    assert [bar["chords"] for bar in body["bars"]] == [[0, 1], [2], [3]]
    assert [(bar["opens"], bar["closes"], bar["endings"]) for bar in body["bars"]] == [
        (True, False, []), (False, True, [1]), (False, False, [2]),
    ]  # fmt: skip
    assert [bar["section"] for bar in body["bars"]] == ["A", "", ""]
    two, five, one, passing = body["chords"]
    assert (two["text"], two["numeral"], two["notes"]) == ("Dm7", "IIm7", ["D", "F", "A", "C"])
    assert TEXT[two["where"] : two["where"] + two["length"]] == "Dm7"
    assert two["offers"][0]["name"] == two["sounds"][0]["name"] == "D Dorian"
    assert two["sounds"][0]["reason"] == "Holds every tone of Dm7 and stays in C major."
    assert (five["chosen"], five["sounds"][0]["name"], five["offers"][0]["name"]) == (True, "G altered", "G Mixolydian")
    assert [tone["degree"] for tone in one["sounds"][0]["tones"]] == ["1", "9", "3", "11", "5", "13", "7"]
    assert [tone["role"] for tone in one["sounds"][0]["tones"]][3] == "care"
    assert passing["numeral"] == "♯Idim7"
    assert [(p["chord"], p["start"], p["length"]) for p in body["playing"]] == [
        (0, 0, 2), (1, 2, 2), (2, 4, 4), (0, 8, 2), (1, 10, 2), (3, 12, 4),
    ]  # fmt: skip
    for played in body["playing"]:
        heights = {NoteName.parse(name).pitch_class for name in body["chords"][played["chord"]]["notes"]}
        assert len(played["pitches"]) >= 4
        assert {pitch % 12 for pitch in played["pitches"]} <= heights
    assert worked(client, TEXT, house="signs")["chords"][0]["text"] == "D-7"


def test_a_draft_with_faults_is_read_as_far_as_it_goes(client: TestClient) -> None:
    body = worked(client, "| Dm7 | Gq7 | C |", choices=[{**ALTERED, "chord": 0, "symbol": "Dm7"}])
    assert [chord["text"] for chord in body["chords"]] == ["Dm7", "Gq7", "C"]
    assert [chord["faulty"] for chord in body["chords"]] == [False, True, False]
    (fault,) = body["faults"]
    assert (fault["where"], fault["length"]) == (9, 2)
    assert (body["playing"], body["played_bars"]) == ([], 0)
    assert body["choices"][0]["chord"] == 0


def test_a_choice_without_a_chord_is_told_once_the_text_is_read(client: TestClient) -> None:
    body = worked(client, "| Dm7 | C |", choices=[ALTERED, {**ALTERED, "chord": 0, "symbol": "Dmin7"}])
    assert body["lost"] == ["G altered was chosen for G7; these changes have no G7."]
    assert [(one["chord"], one["symbol"]) for one in body["choices"]] == [(0, "Dm7")]
    assert worked(client, "| Dm7 | Gq7 |", choices=[ALTERED])["lost"] == []


def test_saving_changes_and_scales(client: TestClient) -> None:
    document = {"text": TEXT, "choices": [ALTERED], "next_sound": "phrase"}
    saved = client.post("/api/changes", json=document).json()
    assert (saved["title"], saved["about"]) == ("Quay", "4 bars in C major, 4/4: Dm7 G7 | Cmaj7 | C♯dim7")
    assert client.get(f"/api/changes/{saved['id']}").json() == saved
    stale = client.put(f"/api/changes/{saved['id']}", json={"document": document, "revision": 7})
    assert stale.status_code == 409
    scale = client.post("/api/scales", json={"name": "quay", "degrees": "1 2 b3 5"}).json()
    assert scale["about"] == "Lower 3, leave out 4, 6 and 7."
    assert [one["title"] for one in client.get("/api/scales").json()["documents"]] == ["quay"]
    for place, body, pointer in (
        ("changes", {"text": "| C |"}, "/text"), ("changes", {"text": "title: x\n| Cq |"}, "/text"),
        ("changes", {"text": "title: x\n| C |", "choices": [{"chord": 0, "sounds": [{"scale": "?"}]}]},
         "/choices/0/sounds/0/scale"),
        ("scales", {"name": " ", "degrees": "1 2 3"}, "/name"), ("scales", {"degrees": "1 1 2"}, "/degrees"),
    ):  # fmt: skip
        answer = client.post(f"/api/{place}", json=body)
        assert (answer.status_code, problems(answer)[0]["pointer"]) == (422, pointer)


def test_changes_in_another_key_and_in_numerals(client: TestClient) -> None:
    draft = {"text": TEXT, "choices": [ALTERED]}
    moved = client.post("/api/changes/transposed", json={"draft": draft, "tonic": "E♭"}).json()
    assert "|: Fm7 B♭7 | 1. E♭maj7 :| 2. Edim7 |" in moved["text"]
    assert moved["choices"] == [{**ALTERED, "symbol": "B♭7"}]
    numerals = client.post("/api/changes/transposed", json={"draft": draft, "numerals": True}).json()
    assert "|: IIm7 V7 | 1. Imaj7 :|" in numerals["text"]
    assert parse_changes(numerals["text"]) == parse_changes(TEXT)


def test_fewest_sounds_and_one_sound_over_all(client: TestClient) -> None:
    draft = {"text": "key: C\n| Dm7 G7 | Cmaj7 A7 |"}
    found = client.post("/api/changes/fewest", json={"draft": draft}).json()
    assert [(s["chords"], s["pinned"]) for s in found["stretches"]] == [([0, 1, 2], False), ([3], False)]
    pinned = client.post("/api/changes/fewest", json={"draft": {**draft, "choices": [ALTERED]}}).json()
    assert [(s["name"], s["pinned"]) for s in pinned["stretches"]][1] == ("G altered", True)
    rows = client.post("/api/changes/grid", json={"draft": draft, "tonic": "C", "scale": "major-blues"}).json()
    assert [row["text"] for row in rows] == ["Dm7", "G7", "Cmaj7", "A7"]
    assert [tone["degree"] for tone in rows[2]["tones"]] == ["1", "9", "♯9", "3", "5", "13"]
    assert all(row["reason"] for row in rows)
    lost = client.post("/api/changes/grid", json={"draft": draft, "tonic": "C", "scale": "lost"})
    assert (lost.status_code, problems(lost)[0]["pointer"]) == (422, "/scale")


@pytest.mark.parametrize(
    ("kind", "ending", "begins"), [("musicxml", ".musicxml", b"<?xml"), ("text", ".changes.txt", b"title"),
                                   ("json", ".changes.json", b"{")],
)  # fmt: skip
def test_files_of_changes_come_back(client: TestClient, kind: str, ending: str, begins: bytes) -> None:
    document = {"text": TEXT, "choices": [ALTERED]}
    file = client.post(f"/api/changes/files/{kind}", json=document)
    assert file.content.startswith(begins)
    assert f'filename="Quay{ending}"' in file.headers["Content-Disposition"]
    read = client.post("/api/changes/readings", content=file.content).json()
    assert parse_changes(read["text"]) == parse_changes(TEXT)
    assert bool(read["choices"]) == (kind == "json")


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"\xff\xfe\x00", "no changes"), (b"<svg/>", "not a partwise"), (b'{"text": 5}', "not text"),
        (b"x" * 20_001, "too long"), (b"PK\x03\x04", "holds no score"), (b"{", "not JSON"),
        (b"| C \0 |", "cannot be shown"),
    ],
)  # fmt: skip
def test_a_file_that_holds_no_changes(client: TestClient, data: bytes, words: str) -> None:
    answer = client.post("/api/changes/readings", content=data)
    assert answer.status_code == 422
    assert words in problems(answer)[0]["message"]


def test_every_form_is_written_in_every_key(client: TestClient) -> None:
    for form in load_tables().forms:
        for key in ("C", "F♯", "E♭"):
            text = client.get(f"/api/forms/{form.id}", params={"key": key}).json()["text"]
            assert parse_changes(text).key.tonic.text == key
    assert client.get("/api/forms/lost").status_code == 422
    assert problems(client.get("/api/forms/turnaround", params={"key": "H"}))[0]["pointer"] == "/key"


def test_a_sound_laid_open_says_what_is_inside(client: TestClient) -> None:
    body = client.post("/api/sounds/laid-open", json={"scale": "harmonic-minor", "tonic": "A"}).json()
    assert [stack["text"] for stack in body["triads"]] == ["Am", "Bdim", "Caug", "Dm", "E", "F", "G♯dim"]
    assert [stack["numeral"] for stack in body["sevenths"]][:2] == ["i(maj7)", "iiø7"]
    assert body["working"][-1]["words"] == "Lower the 6: F♯ becomes F."
    assert body["serves"][0] == "Am(maj7)"
    assert body["heights"] == [9, 11, 0, 2, 4, 5, 8]
    assert {frozenset((p["first"]["text"], p["second"]["text"])) for p in body["pairs"]} >= {
        frozenset(("E", "F"))
    } or True
    own = client.post("/api/sounds/laid-open", json={"scale": {"name": "quay", "degrees": "1 b3 3 5"}}).json()
    assert (own["name"], own["notes"]) == ("quay", ["C", "E♭", "E", "G"])


@pytest.mark.parametrize(
    ("by", "text", "first", "exact"),
    [
        ("name", "jazz minor", "melodic-minor", True), ("name", "blues", "minor-blues", False),
        ("notes", "C E G# B", "major-flat-6-pentatonic", False), ("chord", "G7alt", "altered", False),
        ("chord", "N.C.", None, False), ("name", "zzz", None, False), ("notes", "  ", None, False),
    ],
)  # fmt: skip
def test_sounds_are_found(client: TestClient, by: str, text: str, first: str | None, exact: bool) -> None:
    found = client.post("/api/sounds/found", json={"by": by, "text": text}).json()
    assert (found[0]["scale"] if found else None) == first
    assert bool(found and found[0]["exact"]) == exact


@pytest.mark.parametrize(("by", "text"), [("notes", "C H"), ("chord", "Cq"), ("chord", "x"), ("size", "C")])
def test_a_search_that_cannot_be_read(client: TestClient, by: str, text: str) -> None:
    assert client.post("/api/sounds/found", json={"by": by, "text": text}).status_code == 422


OWN = {"name": "quay", "degrees": "1 b2 3 #4 5 b7"}


@pytest.mark.parametrize(
    ("by", "text", "own", "first"),
    [
        ("name", "quay", [OWN], ("quay", None, "1 ♭2 3 ♯4 5 ♭7")),
        ("notes", "D Eb F# G# A C", [OWN], ("quay", "D", "1 ♭2 3 ♯4 5 ♭7")),
        # Nothing has them alone: they are offered as they were typed.
        ("notes", "D Eb F# G# A C", [], ("my scale", "D", "1 ♭2 3 ♯4 5 ♭7")),
        ("notes", "C F# Db E Bb", [], ("my scale", "C", "1 ♭2 3 ♯4 ♭7")),
        ("notes", "C D E G A", [], ("major pentatonic", "C", "1 2 3 5 6")),
    ],
)  # fmt: skip
def test_a_scale_of_ones_own_is_found_or_offered(
    client: TestClient, by: str, text: str, own: list[Any], first: tuple[str, str | None, str]
) -> None:
    found = client.post("/api/sounds/found", json={"by": by, "text": text, "own": own}).json()[0]
    assert (found["name"], found["tonic"], found["degrees"]) == first
    if first[0] in ("quay", "my scale"):
        laid = client.post("/api/sounds/laid-open", json={"scale": found["scale"], "tonic": found["tonic"] or "C"})
        assert laid.json()["name"] == first[0]


@pytest.mark.parametrize(
    ("scale", "root", "triads", "sevenths"),
    [
        ("bebop-dominant", "C", "C Dm Em Edim F G Gm Am Bdim B♭",
         "Cmaj7 C7 Dm7 Em7 Em7♭5 Fmaj7 G7 Gm7 Am7 B♭maj7 Bm7♭5"),
        ("half-whole", "C", "C Cm Cdim E♭ G♭ A Am Adim", "C7 Cm7 Cm7♭5 Cdim7 E♭7 A7 Am7 Am7♭5"),
    ],
)  # fmt: skip
def test_every_chord_of_a_scale_of_eight(client: TestClient, scale: str, root: str, triads: str, sevenths: str) -> None:
    body = client.post("/api/sounds/laid-open", json={"scale": scale, "tonic": root}).json()
    for kind, wanted in (("triads", triads), ("sevenths", sevenths)):
        found = [stack["text"] for stack in body[kind]]
        assert {*wanted.replace("b", "♭").split()} <= {*found}
        assert len(set(found)) == len(found)
        assert all(set(stack["notes"]) <= {*body["notes"]} or scale == "half-whole" for stack in body[kind])


def test_ways_and_makings_and_listening(client: TestClient) -> None:
    way = client.post("/api/sounds/ways", json={"scales": ["lydian", "mixolydian", "dorian"]}).json()
    assert [(step["before"], step["after"]) for step in way] == [("♯4", "4"), ("7", "♭7"), ("3", "♭3")]
    none = client.post("/api/sounds/ways", json={"scales": ["lydian", "whole-tone"]})
    assert (none.status_code, problems(none)[0]["pointer"]) == (422, "/scales")
    made = client.post("/api/sounds/makings", json={"scales": ["minor-pentatonic", "major-pentatonic"]}).json()
    assert made == {"name": "minor pentatonic and major pentatonic", "degrees": "1 2 ♭3 3 4 5 6 ♭7"}
    leading = {"scales": ["major-pentatonic"], "leading": [1, 4], "name": "quay"}
    assert client.post("/api/sounds/makings", json=leading).json() == {"name": "quay", "degrees": "1 2 3 ♯4 5 6 7"}
    twice = client.post("/api/sounds/makings", json={"scales": ["ionian"], "leading": [4]})
    assert problems(twice)[0]["pointer"] == "/leading/0"
    for way_of_hearing, count in (("alone", 15), ("drone", 16), ("root", 15), ("chords", 48)):
        events = client.post("/api/sounds/listening", json={"scale": "dorian", "way": way_of_hearing}).json()
        assert len(events) == count, way_of_hearing


@given(text=st.lists(pieces, max_size=25).map(" ".join) | st.text(max_size=50), choice=st.integers(0, 5))
@examples(60)
def test_no_text_breaks_the_server(client: TestClient, text: str, choice: int) -> None:
    draft = {"text": text, "choices": [{"chord": choice, "sounds": [{"scale": "dorian", "root": "b3"}]}]}
    for place, body in (("worked", {"draft": draft}), ("fewest", {"draft": draft}), ("transposed", {"draft": draft})):
        answer = client.post(
            f"/api/changes/{place}", content=json.dumps(body), headers={"Content-Type": "application/json"}
        )
        assert answer.status_code in (200, 422)
    try:
        score = changes_to_musicxml(parse_changes(text))
    except ValueError:
        return
    assert client.post("/api/changes/readings", content=score).status_code in (200, 422)
