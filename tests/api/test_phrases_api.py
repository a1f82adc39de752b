"""Licks and phrases through the server: files, analysis, previews, explanations."""

from __future__ import annotations

from typing import Any, get_args

import pytest
from fastapi.testclient import TestClient
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.press import press
from dodecant.exercise.recipe.courses import COURSES
from dodecant.exercise.recipe.document import Recipe, read_recipe
from dodecant.exercise.recipe.figures import FIGURES
from dodecant.exercise.recipe.fingering import FINGERINGS
from dodecant.exercise.recipe.ladders import LADDERS
from dodecant.exercise.recipe.sounding.sounds import SOUNDS
from dodecant.exercise.wording.explanations import example, explanation
from dodecant.exercise.wording.sentence import PhraseId
from dodecant.formats.midi import to_midi
from dodecant.formats.musicxml.score import to_musicxml
from dodecant.tables import load_tables
from tests.api.test_api import problems
from tests.generated import examples
from tests.strategies import documents, licks

LICK = {"kind": "lick", "text": "D4:½ F4 ~A4 C5 | B♭4:1 G♯4 A4:2", "over": "Dm7 | G7"}
NEEDED: dict[str, dict[str, Any]] = {
    "cell": {"text": "1 2"}, "lick": {"text": "1 2"}, "one": {"scale": "dorian"}, "family": {"parent": "ionian"},
    "several": {"scales": ["ionian", "dorian"]}, "morph": {"scales": ["ionian", "lydian"]},
    "changes": {"changes": {"text": "| Dm7 | G7 |"}}, "key-chord": {"numeral": "IIm7"},
}  # fmt: skip


def every_part() -> list[tuple[str, str]]:
    parts: dict[str, Any] = {
        "figure": FIGURES, "ladder": LADDERS, "course": COURSES, "sounds": SOUNDS, "fingering": FINGERINGS
    }  # fmt: skip
    return [(phrase, kind) for phrase, kinds in parts.items() for kind in kinds.by_name]


@pytest.mark.parametrize(
    ("phrase", "kind"), [*every_part(), *((p, "") for p in ("enclosure", "path", "keys", "tempo"))]
)
def test_every_phrase_is_explained_with_an_example_of_it_alone(client: TestClient, phrase: PhraseId, kind: str) -> None:
    named: str = phrase
    part: dict[str, Any] = (
        {named: {"kind": kind, **NEEDED.get(kind, {})}} if kind else {"enclosure": {"kind": "double"}}
    )
    instruments = load_tables().instruments.instruments
    plain = "piano" if kind == "voicings" else "trumpet"
    player = next((one.id for one in instruments if one.fingering.family == kind), plain)
    recipe = {**part, "keys": {"order": "picked", "picked": ["E♭"]}, "player": {"instrument": player}}
    body = client.post("/api/explanations", json={"recipe": recipe, "phrase": phrase}).json()
    assert body["text"] == explanation(read_recipe(recipe), phrase, load_tables().explanations)
    short = example(read_recipe(recipe), phrase)
    assert bool(body["svg"]) == (short is not None) == (phrase not in ("keys", "tempo"))
    if short is not None:
        (strip, *_) = press(short, load_tables()).strips
        assert body["notes"].startswith(f"{strip.heading}: ")
        assert body["svg"].count('class="note ') >= len(strip.notes)
        assert phrase == "enclosure" or short.enclosure is None
        assert phrase == "course" or short.course.kind == "plain"


def test_the_data_file_explains_every_phrase_and_kind() -> None:
    texts = load_tables().explanations
    assert {key for key in texts if key[1]} == set(every_part())
    assert {phrase for phrase, _ in texts} == set(get_args(PhraseId))
    assert all(text.endswith(".") and 20 < len(text) < 400 for text in texts.values())


def test_previews_show_what_each_choice_begins_with(client: TestClient) -> None:
    choices = [{"figure": {"kind": "intervals", "size": size}} for size in (3, 4)]
    choices.append({"figure": {"kind": "pairs", "rank": 12}, "sounds": {"kind": "one", "scale": "minor-pentatonic"}})
    choices.append({"player": {"instrument": "guitar"}, "fingering": {"kind": "fretted", "way": "position", "low": 5}})
    first, second, none, guitar = client.post("/api/previews", json={"recipes": choices}).json()
    assert guitar["fingers"].startswith("string/fret 6/8 5/5 5/7 5/8 4/5")
    assert first["names"].startswith("C E D F E G")
    assert second["names"].startswith("C F D G E A")
    assert [first["notes"][1][field] for field in ("start", "length", "midi")] == [0.5, 0.5, 64]
    assert len(first["notes"]) == 16
    assert none == {"names": "", "fingers": "", "notes": []}
    assert client.post("/api/previews", json={"recipes": [{}] * 121}).status_code == 422


def test_a_lick_is_analysed_for_correction(client: TestClient) -> None:
    found = client.post(
        "/api/licks/analysed", json={"figure": {**LICK, "text": "D4:1 F4 ~A4 C5 | B♭4 G♯4 A4:2"}}
    ).json()
    assert [(note["name"], note["chord"], note["degree"], note["words"]) for note in found] == [
        ("D4", "Dm7", "1", "chord tone"), ("F4", "Dm7", "♭3", "chord tone"),
        ("A4", "Dm7", "5", "leads into C from 3 half steps below"), ("C5", "Dm7", "♭7", "chord tone"),
        ("B♭4", "G7", "♭3", "surrounds A from a half step above"),
        ("G♯4", "G7", "♯1", "surrounds A from a half step below"), ("A4", "G7", "2", "scale tone"),
    ]  # fmt: skip
    text = "D4:1 F4 ~A4 C5 | B♭4 G♯4 A4:2"
    assert [text[note["where"] :][: note["size"]] for note in found] == text.replace("| ", "").split()


def test_a_lick_is_read_from_a_file(client: TestClient) -> None:
    exercise = press(read_recipe({"figure": LICK | {"text": "D4:1 F4 A4 C5"}, "path": {"span": "once"},
                                  "keys": {"order": "picked", "picked": ["D"]},
                                  "sounds": {"kind": "one", "scale": "dorian"}}), load_tables())  # fmt: skip
    for data in (to_musicxml(exercise), to_midi(exercise)):
        found = client.post("/api/licks/readings", content=data)
        assert found.status_code == 200
        assert found.json()["text"].split()[1:] == ["F4", "A4", "C5"]
        assert found.json()["metre"] == "4/4"
    for content, status in ((b"what", 422), (b"MThd\0", 422), (b"<a>", 422), (b"x" * 1_000_001, 413)):
        answer = client.post("/api/licks/readings", content=content)
        assert answer.status_code == status
        assert problems(answer)[0]["cure"]


SHORT = (
    '<?xml version="1.0"?><score-partwise version="4.0"><part-list><score-part id="P1"><part-name>x</part-name>'
    '</score-part></part-list><part id="P1"><measure number="1"><attributes><divisions>2</divisions><time><beats>4'
    "</beats><beat-type>4</beat-type></time></attributes>{}</measure></part></score-partwise>"
)
NOTE = "<note><pitch><step>C</step><octave>4</octave></pitch><duration>1</duration><type>eighth</type></note>"
DM7 = "<harmony><root><root-step>D</root-step></root><kind>minor-seventh</kind></harmony>"


@pytest.mark.parametrize(
    ("bar", "over"),
    [(DM7 + NOTE, "| Dm7 |"), (NOTE + DM7, "| Dm7 |"), (NOTE, "C"),
     (f"{DM7}{NOTE}</measure><measure number='2'>{NOTE}", "| Dm7 |")],
)  # fmt: skip
def test_a_bar_that_is_not_full_is_read_with_its_chord(client: TestClient, bar: str, over: str) -> None:
    """A short bar by itself is the lick; a short first one of several is its pickup."""
    answer = client.post("/api/licks/readings", content=SHORT.format(bar).encode())
    assert answer.status_code == 200
    assert answer.json()["over"].endswith(over)


@pytest.mark.parametrize(
    ("body", "pointer"),
    [
        ({"figure": {**LICK, "text": "H4"}}, "/figure/text"),
        ({"figure": {**LICK, "over": "Dm7 | Q"}}, "/figure/over"),
        ({"figure": {**LICK, "text": "1:1 2 3 | 4:1 | 5:4"}}, "/figure/text"),
        ({"figure": LICK, "metre": "9/4"}, "/metre"),
    ],
)
def test_a_lick_at_fault_is_told_at_its_field(client: TestClient, body: Any, pointer: str) -> None:
    answer = client.post("/api/licks/analysed", json=body)
    assert answer.status_code == 422
    assert problems(answer)[0]["pointer"] == pointer


@given(licks(), st.integers(2, 7), st.text("1234567:½¼⅓/|~= ABCDEFGr+-b#♭", max_size=40))
@examples(40)
def test_no_lick_breaks_the_server(client: TestClient, figure: dict[str, Any], beats: int, noise: str) -> None:
    for text in (figure["text"], noise, figure["text"] + noise):
        body = {"figure": {**figure, "text": text}, "metre": f"{beats}/4"}
        assert client.post("/api/licks/analysed", json=body).status_code in (200, 422)
        recipe = {"figure": body["figure"], "path": {"span": "once"}, "keys": {"order": "picked", "picked": ["A♭"]}}
        assert client.post("/api/previews", json={"recipes": [recipe]}).status_code in (200, 422)


@given(documents.map(read_recipe), st.sampled_from(get_args(PhraseId)))
@examples(40)
def test_every_example_can_be_worked_out(recipe: Recipe, phrase: PhraseId) -> None:
    short = example(recipe, phrase)
    assert short is None or press(short, load_tables()).strips


def test_pieces_come_as_recipes_over_what_they_were_made_for(client: TestClient) -> None:
    lick = {"name": "Bollard", "what": {"kind": "play", "figure": {"kind": "lick", "text": "D4:1 F4", "over": "Dm7"}}}
    what = {"kind": "play", "figure": {"kind": "cell", "text": "1 2 3 5"}, "value": "sixteenth"}
    cell = {"name": "Fog", "what": what, "families": ["minor"]}
    first, second = client.post("/api/vocabulary-recipes", json={"pieces": [lick, cell]}).json()
    assert (first["sounds"]["changes"]["text"], first["keys"]["start"]) == ("title: Bollard\nDm7", "C")
    assert (second["sounds"]["scale"], second["placement"]["value"]) == ("dorian", "sixteenth")
