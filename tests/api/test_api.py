"""The server: right answers, clear refusals, no 500 for any input."""

from __future__ import annotations

import json
import xml.etree.ElementTree as ET
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient
from hypothesis import given
from hypothesis import strategies as st

from dodecant.api import app as app_module
from dodecant.api.pressed import file_title_of
from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.formats.json.exercise import to_json
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.tables import load_tables
from tests.generated import examples
from tests.strategies import documents

RECIPE = {"title": "Mooring ♭3/..", "keys": {"order": "picked", "picked": ["A♭", "D"]}}


def problems(response: Any) -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = response.json()["problems"]
    assert all(set(problem) == {"pointer", "message", "cure", "where"} for problem in found)
    return found


def test_a_recipe_is_worked_out_with_its_first_picture(client: TestClient) -> None:
    answer = client.post("/api/exercises", json=RECIPE)
    assert answer.status_code == 200
    body = answer.json()
    assert body["exercise"] == json.loads(to_json(press(read_recipe(RECIPE), load_tables())))
    assert body["first"]["index"] == 0
    assert ET.fromstring(body["first"]["svg"]).tag.endswith("svg")


SHORT = {"figure": {"kind": "run"}}
FORM = {"sounds": {"kind": "changes", "changes": {"text": "Dm7 | G7 | Cmaj7 | A7 | Dm7 | G7 | Cmaj7 | Cmaj7"}}}


@pytest.mark.parametrize(
    ("recipe", "widths", "columns", "lines"),
    [
        (SHORT, [1140, 540, 340], 2, 1),  # two bars of eighths: on one line in half of the room, not in a third
        (SHORT, [1800, 880, 580], 3, 1),
        (SHORT, [540], 1, 1),
        (SHORT, [300], 1, 2),
        (SHORT | {"keys": {"order": "picked", "picked": ["C"]}}, [1140, 540, 340], 1, 1),  # there is but one
        (FORM, [1140, 540, 340], 1, 2),  # four bars on a line
    ],
)
def test_short_strips_stand_side_by_side(
    client: TestClient, recipe: dict[str, Any], widths: list[int], columns: int, lines: int
) -> None:
    found = client.post("/api/exercises", params={"width": widths}, json=recipe).json()
    assert (found["columns"], found["first"]["width"]) == (columns, widths[columns - 1])
    assert found["first"]["svg"].count('class="system"') == lines


@pytest.mark.parametrize("widths", [[100], [1140, 100], [9000], [300] * 5, ["wide"]])
def test_a_width_that_is_none_is_told_at_its_place(client: TestClient, widths: list[Any]) -> None:
    answer = client.post("/api/exercises", params={"width": widths}, json={})
    assert answer.status_code == 422
    assert problems(answer)[0]["pointer"].startswith("/width")


def test_strips_are_engraved_on_request(client: TestClient) -> None:
    answer = client.post("/api/strips", json={"recipe": RECIPE, "indexes": [1, 0]})
    assert [picture["index"] for picture in answer.json()] == [1, 0]
    assert 'id="s1n0"' in answer.json()[0]["svg"]
    missing = client.post("/api/strips", json={"recipe": RECIPE, "indexes": [0, 2]})
    assert missing.status_code == 422
    assert problems(missing)[0]["pointer"] == "/indexes/1"


@pytest.mark.parametrize(
    ("kind", "ending", "begins"),
    [
        ("json", ".exercise.json", b"{"),
        ("musicxml", ".musicxml", b"<?xml"),
        ("midi", ".mid", b"MThd"),
        ("svg", ".svg", b"<svg"),
        ("pdf", ".pdf", b"%PDF-"),
        ("recipe", ".recipe.json", b"{"),
    ],
)
def test_files(client: TestClient, kind: str, ending: str, begins: bytes) -> None:
    answer = client.post(f"/api/files/{kind}", json=RECIPE)
    assert answer.status_code == 200
    assert answer.content.startswith(begins)
    name = answer.headers["Content-Disposition"]
    assert f'filename="Mooring 3 - concert piano{ending}"' in name
    assert f"filename*=UTF-8''Mooring%20%E2%99%AD3%20-%20concert%20piano{ending}" in name
    if kind == "musicxml":
        assert answer.content == to_musicxml(press(read_recipe(RECIPE), load_tables()))


def test_a_recipe_file_comes_back_as_it_was(client: TestClient) -> None:
    written = client.post("/api/files/recipe", json=RECIPE).content
    assert client.post("/api/recipe-files", content=written).json() == json.loads(written)


@pytest.mark.parametrize(
    ("data", "pointer", "words"),
    [
        (b"no json", "", "not JSON"),
        (b"\xff", "", "UTF-8"),
        (b'{"version": 9}', "/version", "version 9"),
        (b'{"figure": {"kind": "cell", "text": "5 x 2"}}', "/figure/text", "cannot be read"),
        (b'{"sounds": {"kind": "one", "scale": "lost"}}', "/sounds/scale", "no sound"),
    ],
)
def test_a_recipe_file_at_fault(client: TestClient, data: bytes, pointer: str, words: str) -> None:
    answer = client.post("/api/recipe-files", content=data)
    assert answer.status_code == 422
    (problem,) = problems(answer)
    assert problem["pointer"] == pointer
    assert words in problem["message"]


@pytest.mark.parametrize(
    ("body", "pointers"),
    [
        ({"tempo": 9999, "figure": {"kind": "cell", "text": "5 x 2"}}, ["/figure/text", "/tempo"]),
        ({"figure": {"kind": "cell", "text": ""}}, ["/figure/text"]),
        ({"figure": {"kind": "cell", "text": "1 " * 200}}, ["/figure/text"]),
        ({"path": {"low": {"octave": 3}}}, ["/path"]),
        ({"player": {"instrument": "trumpet", "lowest": "C1"}}, ["/player/lowest"]),
        ({"title": "\ud800"}, ["/title"]),
        ([], [""]),
        ("{", [""]),
    ],
)
def test_a_fault_is_told_at_its_field(client: TestClient, body: Any, pointers: list[str]) -> None:
    answer = client.post(
        "/api/exercises",
        content=body if isinstance(body, str) else json.dumps(body),
        headers={"Content-Type": "application/json"},
    )
    assert answer.status_code == 422
    found = problems(answer)
    assert [problem["pointer"] for problem in found] == pointers
    assert all(problem["message"] for problem in found)


def test_saving_renaming_copying_deleting(client: TestClient) -> None:
    made = client.post("/api/recipes", json=RECIPE)
    assert made.status_code == 201
    saved = made.json()
    address = f"/api/recipes/{saved['id']}"
    renamed = client.put(address, json={"document": {**RECIPE, "title": "Jetty"}, "revision": 1}).json()
    assert (renamed["document"]["title"], renamed["revision"]) == ("Jetty", 2)
    stale = client.put(address, json={"document": {**RECIPE, "title": "Lost"}, "revision": 1})
    assert stale.status_code == 409
    assert problems(stale)[0]["pointer"] == "/revision"
    assert client.get(address).json() == renamed
    copy = client.post(f"{address}/copies").json()
    assert copy["document"]["title"] == "Jetty (copy)"
    assert [r["id"] for r in client.get("/api/recipes", params={"search": "copy"}).json()["documents"]] == [copy["id"]]
    assert client.delete(address).status_code == 204
    assert client.get(address).status_code == 404
    assert client.delete(address).status_code == 404
    assert client.post(f"{address}/restoration").json() == renamed
    assert {r["id"] for r in client.get("/api/recipes").json()["documents"]} == {saved["id"], copy["id"]}


def test_only_what_works_and_has_a_name_is_kept(client: TestClient) -> None:
    for recipe, pointer in (({}, "/title"), ({"title": " "}, "/title"),
                            ({"title": "x", "sounds": {"kind": "one", "scale": "?"}}, "/sounds/scale")):  # fmt: skip
        answer = client.post("/api/recipes", json=recipe)
        assert (answer.status_code, problems(answer)[0]["pointer"]) == (422, pointer)
    assert client.get("/api/recipes").json()["documents"] == []


def test_the_tables_name_all_that_can_be_chosen(client: TestClient) -> None:
    body = client.get("/api/tables").json()
    loaded = load_tables()
    assert [scale["id"] for scale in body["scales"]] == [scale.id for scale in loaded.scales.scales]
    assert [i["id"] for i in body["instruments"]] == [i.id for i in loaded.instruments.instruments]
    assert body["blank"] == Recipe().model_dump(mode="json")
    assert len(body["major_keys"]) == len(body["minor_keys"]) == 12
    assert body["keys_by_fourths"] == ["C", "F", "B♭", "E♭", "A♭", "D♭", "G♭", "B", "E", "A", "D", "G"]


def test_a_sound_is_laid_open(client: TestClient) -> None:
    body = client.post("/api/sounds/laid-open", json={"scale": "lydian-dominant", "tonic": "Ab"}).json()
    assert body["notes"] == ["A♭", "B♭", "C", "D", "E♭", "F", "G♭"]
    assert body["numbers"]["chord"] == ["1", "9", "3", "♯11", "5", "13", "♭7"]
    assert body["half_steps"] == [2, 2, 2, 1, 2, 1, 2]
    assert (body["derivation"], body["chord_tones"], body["care"]) == ("raise 4, lower 7", ["1", "3", "5", "♭7"], [])
    modes = {f"{mode['tonic']} {mode['name']}" for mode in body["modes"]}
    assert {"E♭ melodic minor", "D super-Locrian", "B♭ Mixolydian ♭6"} <= modes
    assert {"mixolydian", "lydian"} <= {neighbour["scale"] for neighbour in body["neighbours"]}
    worked = client.post("/api/exercises", json=body["exercise"]["recipe"]).json()["exercise"]
    assert worked == body["exercise"]
    for note in [note for bar in worked["strips"][0]["bars"] for note in bar["notes"]]:
        assert f'id="{note["id"]}"' in body["picture"]
    assert client.post("/api/sounds/laid-open", json={"scale": "half-whole"}).json()["twins"] == ["E♭", "G♭", "A"]


@pytest.mark.parametrize(
    ("sound", "pointer"),
    [
        ({"scale": "lost"}, "/scale"),
        ({"scale": {"degrees": "1 5"}}, "/scale/degrees"),
        ({"scale": "ionian", "tonic": "H"}, "/tonic"),
        ({"scale": "ionian", "tonic": "x" * 9}, "/tonic"),
    ],
)
def test_a_sound_nobody_knows(client: TestClient, sound: dict[str, Any], pointer: str) -> None:
    for place in ("laid-open", "listening"):
        answer = client.post(f"/api/sounds/{place}", json=sound)
        assert (answer.status_code, problems(answer)[0]["pointer"]) == (422, pointer)


def test_every_sound_opens_on_every_tonic(client: TestClient) -> None:
    for place, scale in enumerate(load_tables().scales.scales):
        tonic = ["C", "C♯", "D", "E♭", "F♭", "F", "F♯", "G", "A♭", "B♯", "B♭", "C♭"][place % 12]
        assert client.post("/api/sounds/laid-open", json={"scale": scale.id, "tonic": tonic}).status_code == 200


Ask = Callable[[TestClient], Any]


@pytest.mark.parametrize(
    ("ask", "status"),
    [
        (lambda c: c.get("/api/tables", headers={"Host": "elsewhere.example"}), 403),
        (lambda c: c.get("/api/tables", headers={"Host": "127.0.0.1.example"}), 403),
        (lambda c: c.get("/api/tables", headers={"Host": "localhost:9"}), 200),
        (lambda c: c.post("/api/recipes", json=RECIPE, headers={"Origin": "http://elsewhere.example"}), 403),
        (lambda c: c.post("/api/recipes", json=RECIPE, headers={"Origin": "null"}), 403),
        (lambda c: c.post("/api/recipes", json=RECIPE, headers={"Sec-Fetch-Site": "cross-site"}), 403),
        (lambda c: c.post("/api/recipes", json=RECIPE, headers={"Origin": "http://127.0.0.1"}), 201),
        (lambda c: c.post("/api/recipe-files", content=b"x" * 1_000_001), 413),
        (lambda c: c.post("/api/recipe-files", content=(b"x" * 100_000 for _ in range(500))), 413),
        (lambda c: c.post("/api/recipe-files", content=b"", headers={"Content-Length": "-5"}), 413),
        (lambda c: c.get("/api/nothing"), 404),
        (lambda c: c.get("/assets/../../pyproject.toml"), 404),
        (lambda c: c.get("/favicon.ico"), 404),
        (lambda c: c.put("/api/tables"), 405),
        (lambda c: c.post("/api/files/wav", json=RECIPE), 422),
        (lambda c: c.get("/api/recipes", params={"search": "x" * 201}), 422),
    ],
)  # fmt: skip
def test_the_door(client: TestClient, ask: Ask, status: int) -> None:
    answer = ask(client)
    assert answer.status_code == status
    if status >= 400:
        assert problems(answer)[0]["message"]
    policy = answer.headers["Content-Security-Policy"]
    assert "script-src 'self'" in policy
    assert answer.headers["X-Content-Type-Options"] == "nosniff"


anything = st.recursive(
    st.none() | st.booleans() | st.integers(-10, 10**9) | st.text(max_size=6),
    lambda inner: st.lists(inner, max_size=3) | st.dictionaries(st.sampled_from([*Recipe.model_fields, "kind"]), inner),
    max_leaves=8,
)


@given(base=documents, field=st.sampled_from([*Recipe.model_fields]), value=anything)
@examples(60)
def test_no_recipe_breaks_the_server(client: TestClient, base: dict[str, Any], field: str, value: Any) -> None:
    body = {**base, "keys": {"order": "picked", "picked": ["D"]}, field: value}
    answer = client.post("/api/exercises", content=json.dumps(body), headers={"Content-Type": "application/json"})
    assert answer.status_code in (200, 422)
    if answer.status_code == 422:
        assert all(problem["message"] for problem in problems(answer))


def test_a_page_says_what_its_screen_needs(client: TestClient, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(app_module, "STATIC", tmp_path)
    assert client.get("/bench").status_code == 404  # not built yet
    (tmp_path / "index.html").write_text("<!doctype html>")
    assert "link" not in client.get("/bench").headers
    pieces = {"src/screens/Bench/BenchPage.tsx": {"file": "assets/b.js", "css": ["assets/b.css"]}}
    (tmp_path / "pieces.json").write_text(json.dumps(pieces))
    both = "</assets/b.js>; rel=modulepreload, </assets/b.css>; rel=preload; as=style; crossorigin"
    for place, needed in [
        ("/bench", both), ("/bench/first-crossing", both),
        ("/", None), ("/nowhere", None), ("/%0d%0aBench", None),
    ]:  # fmt: skip
        assert client.get(place).headers.get("link") == needed


def test_assets_stay_in_the_browser_for_a_year(tmp_path: Path) -> None:
    (tmp_path / "b-1f.js").write_text("1")
    assets = TestClient(app_module.Assets(directory=tmp_path))
    answer = assets.get("/b-1f.js")
    again = assets.get("/b-1f.js", headers={"If-None-Match": answer.headers["etag"]})
    assert [one.status_code for one in (answer, again)] == [200, 304]
    assert {one.headers["cache-control"] for one in (answer, again)} == {"public, max-age=31536000, immutable"}


@pytest.mark.parametrize(
    ("recipe", "name"),
    [
        ({}, "a straight run C Ionian - concert piano"),
        ({"title": "Thirds for clarinet", "player": {"instrument": "clarinet"}}, "Thirds for clarinet"),
        ({"title": "  ", "player": {"instrument": "guitar"}}, "a straight run C Ionian - guitar"),
    ],
)
def test_files_are_named_for_what_is_played_and_who_plays(recipe: dict[str, Any], name: str) -> None:
    assert file_title_of(press(read_recipe(recipe), load_tables())) == name
