"""Whatever comes in, it answers in words: broken files, hostile requests, text that cannot be shown, a failing disk."""

from __future__ import annotations

import io
import json
import os
import sqlite3
import stat
import struct
import subprocess
import sys
import threading
import zipfile
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient

from dodecant.api.app import equip
from dodecant.music.progressions.changes_text import LONGEST
from dodecant.store.database import Database, DataFileError
from dodecant.store.demo import prepare_demo

HEAD = b'<?xml version="1.0"?><score-partwise><part-list><score-part id="P1"/></part-list><part id="P1"><measure>'
TAIL = b"</measure></part></score-partwise>"


def score(inside: str, *, measures: int = 1) -> bytes:
    body = (inside + "</measure><measure>" * (measures > 1)) * measures
    return HEAD + body.removesuffix("</measure><measure>").encode() + TAIL


def note(duration: str = "4", octave: str = "4", alter: str = "0", step: str = "C") -> str:
    pitch = f"<pitch><step>{step}</step><alter>{alter}</alter><octave>{octave}</octave></pitch>"
    return f"<note>{pitch}<duration>{duration}</duration></note>"


def packed(data: bytes, name: str = "score.xml", *, broken: int = 0) -> bytes:
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as into:
        into.writestr(name, data)
    found = bytearray(held.getvalue())
    if broken:
        found[broken] ^= 0xFF
    return bytes(found)


def varied(number: int) -> bytes:
    """A MIDI number of variable length."""
    found = [number & 0x7F]
    while number := number >> 7:
        found.insert(0, number & 0x7F | 0x80)
    return bytes(found)


def midi(*events: bytes, ticks: int = 480, kind: int = 0, length: int | None = None) -> bytes:
    track = b"".join(events) + b"\x00\xff\x2f\x00"
    size = len(track) if length is None else length
    return b"MThd" + struct.pack(">IHHH", 6, kind, 1, ticks) + b"MTrk" + struct.pack(">I", size) + track


def on_off(pitch: int = 60, wait: int = 0, lasts: int = 480) -> bytes:
    return varied(wait) + bytes([0x90, pitch, 80]) + varied(lasts) + bytes([0x80, pitch, 0])


def marker(text: bytes, wait: int = 0) -> bytes:
    return varied(wait) + b"\xff\x06" + varied(len(text)) + text


KEY_OF_15 = b"\x00\xff\x59\x02\x0f\x00"
ENTITIES = b'<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><score-partwise>&b;</score-partwise>'
OUTSIDE = b'<!DOCTYPE x [<!ENTITY a SYSTEM "file:///etc/passwd">]><score-partwise>&a;</score-partwise>'
# Files that are read as far as they go (200), or refused in words (422).
FILES: dict[str, bytes] = {
    "a control sign": b"| C\x1b |", "no character": "| C\ufffe |".encode(), "a broken one": b'{"text": "\\ud800"}',
    "nothing": b"", "zeros": b"\0" * 64, "text": b"a ferry", "only the start of a zip": b"PK\x03\x04",
    "only the start of MIDI": b"MThd", "no XML": b"<score-partwise", "other XML": b"<html/>",
     "timewise": b"<score-timewise/>",
    "entities": ENTITIES, "an outside entity": OUTSIDE, "no parts": b"<score-partwise/>",
    "an unknown encoding": b'<?xml version="1.0" encoding="x-none"?><score-partwise/>',
    "UTF-16 cut off": "<score-partwise>".encode("utf-16")[:-1], "deep": b"<a>" * 5000 + b"</a>" * 5000,
    **{f"duration {text}": score(note(text)) for text in (
        "1e999999999", "-1e99", "1e-999999999", "inf", "nan", "9" * 400, "1/0", "", "٣", "0x10", "-4", "1.5", "1_000")},
    **{f"octave {text}": score(note(octave=text)) for text in ("1e999999999", "-5", "99", "x", "9" * 300)},
    **{f"alter {text}": score(note(alter=text)) for text in ("1e999999999", "7", "-7", "0.5", "half")},
    **{f"divisions {text}": score(f"<attributes><divisions>{text}</divisions></attributes>{note()}")
       for text in ("0", "-1", "1e999999999", "1e-30", "999999999")},
    **{f"metre {one}/{other}": score(
        f"<attributes><time><beats>{one}</beats><beat-type>{other}</beat-type></time></attributes>{note()}")
       for one, other in (("0", "4"), ("1e99999999", "4"), ("4", "0"), ("3+2", "4"), ("99", "4"), ("-4", "4"), ("4",
        "x"))},
    **{f"fifths {text}": score(f"<attributes><key><fifths>{text}</fifths></key></attributes>{note()}")
       for text in ("15", "-15", "1e999999999", "x", "999999")},
    "a moved part": score(
        f"<attributes><transpose><octave-change>999999</octave-change></transpose></attributes>{note()}"),
    "a step that is none": score(note(step="Ĥ")), "many notes": score(note() * 6_500),
    "many measures": score(note(), measures=5_000), "back to before the beginning": score(
        f"<backup><duration>999999</duration></backup>{note()}"),
    "far ahead": score(f"<forward><duration>999999</duration></forward>{note()}"),
    "harmony without a root": score(f"<harmony><kind>major</kind></harmony>{note()}"),
    "harmony of strange steps": score(
        f"<harmony><root><root-step>H</root-step><root-alter>99</root-alter></root><kind>none</kind></harmony>{note()}"),
    "harmony with a degree of 1e9": score(
        "<harmony><root><root-step>C</root-step></root><kind>major</kind><degree><degree-value>1e9</degree-value>"
        "<degree-alter>1</degree-alter><degree-type>add</degree-type></degree></harmony>" + note()),
    "repeats without end": score("<barline><repeat direction='backward' times='999999999'/></barline>" + note()),
    "packed": packed(score(note())), "packed nothing": packed(b""), "packed without a score": packed(b"x", "a.txt"),
    "packed with a path": packed(score(note()), "../../score.xml"), "a packed bomb": packed(b" " * 6_000_000),
    **{f"packed, broken at {place}": packed(score(note() * 40), broken=place) for place in (8, 14, 30, 45, 60, 90,
     -10, -30)},
    "MIDI": midi(on_off()), "MIDI without notes": midi(), "MIDI of type 2": midi(on_off(), kind=2),
    "MIDI in frames": midi(on_off(), ticks=0xE250), "MIDI without ticks": midi(on_off(), ticks=0),
    "MIDI in a key of 15 sharps": midi(KEY_OF_15, on_off()), "MIDI with endless waits": midi(on_off(wait=2**27) * 30),
    "MIDI with a length past its end": midi(on_off(), length=2**31 - 1), "MIDI cut off": midi(on_off())[:-7],
    "MIDI with a track of nothing": midi(length=0), "many MIDI notes": midi(*[on_off(lasts=10)] * 22_000),
    "many MIDI markers": midi(*[marker(b"C7", 20)] * 4_000, on_off()), "a late marker": midi(marker(b"C7", 2**27),
     on_off()),
    "markers of nonsense": midi(marker(b"\xff\xfe\x00" * 40), on_off()),
     "a marker of 300 signs": midi(marker(b"C" * 300), on_off()),
    "a note off without its on": midi(b"\x00\x80\x3c\x00"), "MIDI in 0/1": midi(b"\x00\xff\x58\x04\x00\x00\x18\x08",
     on_off()),
    "MIDI in 4/65536": midi(b"\x00\xff\x58\x04\x04\x10\x18\x08", on_off()),
     "running status without one": midi(b"\x00\x3c\x40"),
    "a tempo of two bytes": midi(b"\x00\xff\x51\x02\x00\x00", on_off()),
     "a long message": midi(b"\x00\xf0" + varied(2**20), on_off()),
}  # fmt: skip


@pytest.fixture(scope="module")
def house(tmp_path_factory: pytest.TempPathFactory) -> Database:
    made = Database(tmp_path_factory.mktemp("hostile") / "d.db")
    made.prepare()
    return made


@pytest.fixture
def client(application: FastAPI, house: Database) -> Iterator[TestClient]:
    equip(application, house)
    with TestClient(application, base_url="http://localhost:8012") as found:
        yield found


@pytest.mark.parametrize("address", ["/api/licks/readings", "/api/changes/readings", "/api/recipe-files"])
@pytest.mark.parametrize("name", FILES)
def test_broken_files_are_read_or_refused_in_words(client: TestClient, name: str, address: str) -> None:
    answer = client.post(address, content=FILES[name])
    assert answer.status_code in (200, 422)
    if answer.status_code == 422:
        assert all(problem["message"].endswith((".", ")")) for problem in answer.json()["problems"])


@pytest.mark.parametrize("sign", ["\x00", "\x01", "\x1b", "\x7f", "\ufffe", "\uffff", "\ufdd0", "\U0001ffff"])
@pytest.mark.parametrize(
    ("address", "document", "pointer"),
    [
        ("/api/recipes", {"title": "Pier{}"}, "/title"), ("/api/scales", {"name": "x{}", "degrees": "1 2 3"}, "/name"),
        ("/api/rhythms", {"name": "x{}", "slots": "srsrsrsr"}, "/name"),
        ("/api/changes", {"text": "title: x{}\n| C |"}, "/text"), ("/api/vocabulary", {"name": "x{}"}, "/name"),
        ("/api/exercises", {"keys": {"order": "picked", "picked": ["C", "D{}"]}}, "/keys/picked"),
    ],
)  # fmt: skip
def test_text_that_cannot_be_shown_is_refused_at_its_field(
    client: TestClient, address: str, document: dict[str, Any], pointer: str, sign: str
) -> None:
    text = json.dumps(document).replace("{}", json.dumps(sign)[1:-1])
    answer = client.post(address, content=text, headers={"content-type": "application/json"})
    problem = answer.json()["problems"][0]
    assert (answer.status_code, problem["pointer"]) == (422, pointer)
    assert problem["message"] == "This text holds a sign that cannot be shown."


@pytest.mark.parametrize(
    ("headers", "status"),
    [
        ({"host": "["}, 403), ({"host": "localhost:8012.evil"}, 403), ({"host": "evil@localhost"}, 403),
         ({"host": ""}, 403),
        ({"host": "127.0.0.1:99999999"}, 403), ({"host": "LOCALHOST:1"}, 200), ({"origin": "["}, 403),
         ({"origin": "null"}, 403),
        ({"origin": "http://localhost:8012"}, 200), ({"origin": "http://localhost:8012.evil"}, 403),
        ({"origin": "http://localhost:80@evil"}, 403), ({"content-length": "-1"}, 413),
         ({"content-length": "9" * 400}, 413),
        ({"content-length": "²"}, 413), ({"sec-fetch-site": "cross-site"}, 403),
    ],
)  # fmt: skip
def test_the_door(client: TestClient, headers: dict[str, str], status: int) -> None:
    sent = {name: value.encode() for name, value in headers.items()}
    answer = client.post("/api/exercises", json={}, headers=sent)  # type: ignore[arg-type]
    assert answer.status_code == status
    assert "content-security-policy" in answer.headers
    assert len(answer.headers["x-request-id"]) == 12


def test_a_body_that_grows_past_the_limit_in_pieces(client: TestClient) -> None:
    answer = client.post("/api/recipe-files", content=(b" " * 100_000 for _ in range(20)))
    assert (answer.status_code, answer.json()["problems"][0]["message"]) == (413, "This is larger than a megabyte.")


@pytest.mark.parametrize(
    "body", [b"", b"{", b"\xff\xfe", b"[" * 100_000, b'{"tempo": ' + b"9" * 9000 + b"}", b"null", b"[]", b'"x"']
)
def test_what_is_no_json(client: TestClient, body: bytes) -> None:
    answer = client.post("/api/exercises", content=body, headers={"content-type": "application/json"})
    assert answer.status_code == 422
    assert answer.json()["problems"][0]["message"]


@pytest.mark.parametrize("address", ["/", "/bench", "/api/tables", "/api/recipes", "/api/openapi.json"])
def test_head_is_get_without_the_body(client: TestClient, address: str) -> None:
    got, head = client.get(address), client.head(address)
    assert (head.status_code, head.content) == (got.status_code, b"")
    assert head.headers.get("content-length") == got.headers.get("content-length")


def test_a_fault_of_ours_is_told_in_our_form(client: TestClient, monkeypatch: pytest.MonkeyPatch) -> None:
    def broken(*_: object) -> None:
        raise ZeroDivisionError

    monkeypatch.setattr("dodecant.api.routers.exercises.varied", broken)
    answer = client.post("/api/variations", json={"recipe": {}, "way": "harder"})
    assert answer.status_code == 500
    assert answer.json()["problems"][0]["message"] == "This went wrong in Dodecant itself."
    assert "content-security-policy" in answer.headers


OWN = [{"name": name, "degrees": degrees} for name, degrees in (("a", "1 2 b3 4 5 b6 7"), ("b", "1 2 b3 4 5 6 7"))]
FORM = {"kind": "changes", "changes": {"text": "| Dm7 | G7 | C |"}}
LICK = {"kind": "lick", "text": "1:1 2 3 4 | 5:4", "over": "C F | G7"}


@pytest.mark.parametrize(
    ("address", "asked", "status"),
    [
        ("/api/sounds/ways", {"scales": OWN}, 200), ("/api/sounds/ways", {"scales": ["ionian", "ionian"]}, 200),
        ("/api/sounds/ways", {"scales": [OWN[0], OWN[0], "dorian"]}, 200), ("/api/sounds/ways", {"scales": []}, 422),
        ("/api/exercises", {"placement": {"marks": [{"by": "figure", "places": []}]}}, 422),
        ("/api/exercises", {"placement": {"marks": [{"by": "slots", "places": []}]}}, 422),
        ("/api/exercises", {"placement": {"route": ["half", "quintuplet"], "start": -16}}, 200),
        ("/api/exercises", {"figure": LICK, "placement": {"metre": "3/4"}}, 422),
        ("/api/licks/analysed", {"figure": LICK, "metre": "5/4"}, 422),
        ("/api/vocabulary-phrases", {"figure": LICK, "metre": "3/4"}, 422),
        ("/api/etude-choices", {"recipe": {}, "bar": 1}, 422), ("/api/etude-choices", {"recipe": {}, "bar": 0}, 422),
        ("/api/exercises", {"sounds": {"kind": "changes", "changes": {"text": "| N.C. |"}},
         "etude": {"pieces": [{}]}}, 422),
        ("/api/exercises", {"sounds": FORM, "rules": [{"where": {}, "what": {"kind": "open"}}]}, 422),
        ("/api/exercises", {"sounds": FORM, "etude": {"pieces": [{}], "peak": 2000, "denser": 2000, "breath": 8}}, 200),
        ("/api/exercises", {"sounds": {**FORM, "choruses": 8, "changes": {"text": "|: C | F :|" * 90}}}, 422),
        ("/api/changes/worked", {"draft": {"text": "| " + "C | " * 1_500}}, 200),
        ("/api/changes/worked",
         {"draft": {"text": "play: " + "A " * 500 + "\nsection: A\n" + "| C7 | C9 " * 100 + "|"}}, 200),
    ],
)  # fmt: skip
def test_what_once_broke_or_took_a_minute(client: TestClient, address: str, asked: dict[str, Any], status: int) -> None:
    answer = client.post(address, json=asked)
    assert answer.status_code == status, answer.text[:300]


def test_a_rhythm_of_blanks_and_a_copy_that_is_too_long_are_not_kept(client: TestClient) -> None:
    assert client.post("/api/rhythms", json={"name": "none", "slots": "  "}).status_code == 422
    text = "title: long\n" + "| C | F | G7 | C |\n" * 40
    longest = text.ljust(LONGEST)
    made = client.post("/api/changes", json={"text": longest}).json()
    assert client.post(f"/api/changes/{made['id']}/copies").status_code == 422
    assert client.get("/api/changes").status_code == 200


@pytest.mark.parametrize("stored", ['{"tempo": 9}', "[]", '{"title": "x\\u0000"}', '"pier"', '{"version": 99}'])
def test_a_damaged_document_never_breaks_a_list(application: FastAPI, demo: Database, stored: str) -> None:
    equip(application, demo)
    with TestClient(application, base_url="http://localhost") as client:
        before = client.get("/api/recipes", params={"count": 200}).json()["documents"]
        one = before[3]
        with demo.connection() as connection:
            connection.execute("UPDATE document SET document = ? WHERE id = ?", (stored, one["id"]))
        page = client.get("/api/recipes", params={"count": 200}).json()
        assert (page["found"], len(page["documents"])) == (len(before), len(before) - 1)
        (damaged,) = page["damaged"]
        assert (damaged["id"], damaged["title"]) == (one["id"], one["title"])
        assert client.get(f"/api/recipes/{one['id']}").status_code == 422
        assert client.get(f"/api/recipes/{one['id']}/stored").text == stored
        assert client.delete(f"/api/recipes/{one['id']}").status_code == 204
        assert client.get("/api/recipes", params={"count": 200}).json()["damaged"] == []


def test_a_full_disk_and_a_file_that_is_held(application: FastAPI, demo: Database) -> None:
    equip(application, demo)
    with TestClient(application, base_url="http://localhost") as client:
        kept = client.get("/api/recipes").json()["found"]
        with sqlite3.connect(demo.path) as holding:
            pages = holding.execute("PRAGMA page_count").fetchone()[0]
        real = Database._opened

        def full(self: Database) -> sqlite3.Connection:
            connection = real(self)
            connection.execute(f"PRAGMA max_page_count = {pages}")
            return connection

        with pytest.MonkeyPatch.context() as patched:
            patched.setattr(Database, "_opened", full)
            answers = [client.post("/api/recipes", json={"title": "Pier " + "x" * 100})]
            while answers[-1].status_code == 201 and len(answers) < 400:
                answers.append(client.post("/api/recipes", json={"title": "Pier " + "x" * 100}))
            answers.append(client.post("/api/recipes", json={"title": "Pier " + "x" * 100}))
        refused = [answer for answer in answers if answer.status_code != 201]
        assert {answer.status_code for answer in refused} == {503}
        assert refused[0].json()["problems"][0]["message"] == (
            "The disk is full. Nothing was stored; your work stays in this window."
        )
        assert client.get("/api/recipes").json()["found"] == kept + len(answers) - len(refused)


def test_a_file_that_cannot_be_written_can_be_read(application: FastAPI, demo: Database) -> None:
    equip(application, demo)
    real = sqlite3.connect

    def read_only(path: Any, *more: Any, **options: Any) -> Any:
        if not options.get("uri"):
            raise sqlite3.OperationalError("attempt to write a readonly database")
        return real(path, *more, **options)

    served = TestClient(application, base_url="http://localhost")
    with served as client, pytest.MonkeyPatch.context() as patched:
        patched.setattr(sqlite3, "connect", read_only)
        assert client.get("/api/recipes").json()["found"] > 30
        answer = client.post("/api/recipes", json={"title": "Pier"})
        assert (answer.status_code, answer.json()["problems"][0]["cure"]) == (
            503,
            "Let it be written, then save again.",
        )


def test_two_starts_at_once_both_find_a_whole_file(tmp_path: Path) -> None:
    for trial in range(8):
        path, faults = tmp_path / f"{trial}.db", list[Exception]()

        def start(path: Path = path, faults: list[Exception] = faults) -> None:
            try:
                prepare_demo(path)
            except Exception as error:
                faults.append(error)

        both = [threading.Thread(target=start) for _ in range(3)]
        for one in both:
            one.start()
        for one in both:
            one.join()
        assert faults == []
        assert stat.S_IMODE(path.stat().st_mode) == 0o600


@pytest.mark.parametrize(
    "script",
    ["CREATE TABLE songs (x TEXT)", "PRAGMA application_id = 77; CREATE TABLE t (x)", "PRAGMA user_version = 99"],
)
def test_files_that_are_not_ours_or_newer_are_refused_untouched(tmp_path: Path, script: str) -> None:
    path = tmp_path / "d.db"
    with sqlite3.connect(path) as other:
        other.executescript(script + "; CREATE TABLE more (y TEXT)")
    before = path.read_bytes()
    with pytest.raises(DataFileError):
        Database(path).prepare()
    assert path.read_bytes() == before
    assert sorted(file.name for file in tmp_path.iterdir()) == ["d.db"]


@pytest.mark.parametrize(
    ("arguments", "words"),
    [
        (["--port", "0"], "0 is no port."), (["--port", "99999"], "99999 is no port."),
        (["--data", "{}/file/d.db"], "cannot be used as a data file"), (["--data", "{}"],
         "cannot be used as a data file"),
    ],
)  # fmt: skip
def test_a_start_that_cannot_be_is_told_in_a_sentence(tmp_path: Path, arguments: list[str], words: str) -> None:
    (tmp_path / "file").write_text("x")
    filled = [argument.format(tmp_path) for argument in arguments]
    port = [] if "--port" in filled else ["--port", "8951"]
    found = subprocess.run(
        [sys.executable, "-m", "dodecant.cli", "serve", *port, *filled],
        capture_output=True, text=True, timeout=60, check=False, env={**os.environ,
         "XDG_DATA_HOME": str(tmp_path / "home")},
    )  # fmt: skip
    assert found.returncode == 2
    assert words in found.stderr
    assert "Traceback" not in found.stderr
    assert len(found.stderr.strip().splitlines()) == 1
    assert not (tmp_path / "home").exists()
