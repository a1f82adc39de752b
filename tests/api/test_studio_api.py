"""A class on the server: players, assignments, what comes back; and access, walked along every address there is."""

from __future__ import annotations

import asyncio
import io
import json
import re
import zipfile
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from functools import partial
from typing import Any

import pypdf
import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient
from limits import RateLimitItemPerMinute

from dodecant.api.access import visitors
from dodecant.api.access.addresses import sharing_at
from dodecant.api.access.passphrase import hashed
from dodecant.api.access.visitors import Sharing
from dodecant.api.app import equip
from dodecant.api.routers.studio import entrance
from dodecant.exercise.press import press
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.exercise.tables import Tables
from dodecant.exports.pack import pack_html
from dodecant.practice.studio.assignment import Assignment
from dodecant.practice.studio.profile import PlayerProfile
from dodecant.store import shares
from dodecant.store.database import Database

CELL = {"title": "Slipway", "figure": {"kind": "cell", "text": "5 3 2 1"}}
GIVEN = {"title": "Slipway", "recipe": CELL, "words": "Slowly, **all** keys.", "due": "2026-12-08", "saved": "abc"}
ENTRY = {"at": "2026-12-01T18:00:00+00:00", "what": "Slipway", "minutes": 8, "key": 0, "sound": "Ionian",
         "value": "eighth", "tempo": 84, "notes": 29, "slips": 1, "slipped": [{"degree": "6", "kind": "wrong"}],
         "source": "stand"}  # fmt: skip
NOW = partial(datetime.now, UTC)  # noqa: TID251 - links expire by the clock of the server
SECRET = "four lamps at low water"
ADDRESS = "http://10.1.2.3:8012"


def player(client: TestClient, name: str = "Ilse Varga", instrument: str = "trombone", **more: Any) -> int:
    made = client.post("/api/players", json={"profile": {"name": name, "instrument": instrument, **more}})
    assert made.status_code == 201, made.text
    return int(made.json()["id"])


def give(client: TestClient, *to: int, **document: Any) -> int:
    made = client.post("/api/assignments", json={"document": {**GIVEN, **document}, "players": list(to)})
    assert made.status_code == 201, made.text
    return int(made.json()["id"])


def problem(answer: Any) -> tuple[int, str]:
    return answer.status_code, answer.json()["problems"][0]["pointer"]


def test_a_player_is_added_changed_archived_and_brought_back(client: TestClient) -> None:
    (myself,) = client.get("/api/players").json()
    assert (myself["id"], myself["profile"]["name"], myself["profile"]["instrument"]) == (1, "Myself", "piano")
    number = player(client, tunes=["F", "B♭"], reading="numbers", fingering={"kind": "slide"}, notes="<b>shy</b>")
    profile = client.get("/api/players").json()[1]["profile"]
    assert (profile["tunes"], profile["fingering"]["kind"], profile["notes"]) == (["F", "B♭"], "slide", "<b>shy</b>")
    changed = {"profile": {**profile, "level": 5, "lowest": "E2", "highest": "F4"}, "revision": 1}
    assert client.put(f"/api/players/{number}", json=changed).json()["revision"] == 2
    assert client.put(f"/api/players/{number}", json=changed).status_code == 409
    assert client.delete("/api/players/1").status_code == 409
    assert client.delete(f"/api/players/{number}").status_code == 204
    assert [one["id"] for one in client.get("/api/players").json()] == [1]
    assert [one["archived"] for one in client.get("/api/players?archived=true").json()] == [False, True]
    assert client.post(f"/api/players/{number}/entries", json=[ENTRY]).status_code == 404
    assert client.post(f"/api/players/{number}/brought-back").status_code == 204
    assert client.post(f"/api/players/{number}/brought-back").status_code == 404


@pytest.mark.parametrize(
    ("profile", "pointer"),
    [
        ({"name": ""}, "/profile/name"), ({"name": "x" * 10_000}, "/profile/name"),
        ({"instrument": "kazoo"}, "/profile/instrument"), ({"lowest": "C1", "instrument": "flute"}, "/profile/lowest"),
        ({"lowest": "C4", "highest": "G4"}, "/profile"), ({"level": 9}, "/profile/level"),
        ({"tunes": ["H"]}, "/profile/tunes/0"), ({"name": "a\x00b"}, "/profile/name"),
    ],
)  # fmt: skip
def test_what_is_wrong_with_a_player_is_told_at_its_field(
    client: TestClient, profile: dict[str, Any], pointer: str
) -> None:
    answer = client.post("/api/players", json={"profile": {"name": "Nela", **profile}})
    assert problem(answer) == (422, pointer)
    assert len(client.get("/api/players").json()) == 1


def test_what_is_given_comes_back(client: TestClient) -> None:
    ilse, teo = player(client), player(client, "Teo Marr", "guitar")
    number = give(client, ilse, teo)
    (line,) = client.get("/api/assignments").json()
    assert (line["players"], line["opened"], line["practised"], line["due"]) == (2, 0, 0, "2026-12-08")
    mine = [{**ENTRY, "assignment": number}, {**ENTRY, "assignment": number, "key": 5, "word": "pushing", "minutes": 4}]
    assert client.post(f"/api/players/{ilse}/entries", json=mine).status_code == 201
    assert problem(client.post(f"/api/players/{ilse}/entries", json=[{**ENTRY, "assignment": 99}])) == (
        422, "/0/assignment",
    )  # fmt: skip
    seen = client.get(f"/api/assignments/{number}").json()
    done = {one["name"]: one for one in seen["players"]}
    assert (done["Ilse Varga"]["minutes"], done["Ilse Varga"]["slipped"]) == (12, ["6 (2×)"])
    assert done["Ilse Varga"]["keys"] == [
        {"key": 0, "name": "C", "sounding": 0, "concert": "C", "tempo": None, "ready": 0.4375},
        {"key": 5, "name": "F", "sounding": 5, "concert": "F", "tempo": None, "ready": 0.4375},
    ]  # fmt: skip
    assert (done["Teo Marr"]["minutes"], done["Teo Marr"]["keys"]) == (0, [])
    changed = {"document": {**GIVEN, "words": "Faster."}, "players": [teo], "revision": 1}
    assert len(client.put(f"/api/assignments/{number}", json=changed).json()["players"]) == 1
    assert client.put(f"/api/assignments/{number}", json=changed).status_code == 409
    again = client.put(f"/api/assignments/{number}", json={**changed, "players": [ilse, teo], "revision": 2}).json()
    assert again["players"][0]["minutes"] == 12  # it was only taken back
    assert client.delete(f"/api/assignments/{number}").status_code == 204
    assert client.get("/api/assignments").json() == []
    assert client.post(f"/api/assignments/{number}/brought-back").status_code == 204


def test_each_player_gets_their_own(client: TestClient) -> None:
    routine = {"title": "Evening", "steps": [{"kind": "task", "title": "Breathe"}, {"kind": "recipe", "recipe": CELL}]}
    ilse, teo = player(client), player(client, "Teo Marr", "guitar", level=1)
    number = give(client, ilse, recipe=None, routine=routine)
    own = client.get(f"/api/assignments/{number}/players/{ilse}?today=2026-11-28").json()
    assert [step["kind"] for step in own["routine"]["steps"]] == ["task", "recipe"]
    assert own["fits"][0]["reasons"] == ["For trombone, in the bass clef."]
    assert client.get(f"/api/assignments/{number}/players/{teo}?today=2026-11-28").status_code == 404
    plain = give(client, teo)
    simpler = f"/api/assignments/{plain}/players/{teo}/simpler"
    assert client.put(simpler, json={"simpler": ["tempo"]}).status_code == 204
    (fit,) = client.get(f"/api/assignments/{plain}/players/{teo}?today=2026-11-28").json()["fits"]
    assert (fit["recipe"]["tempo"], fit["reasons"][-1]) == (72, "Simpler: at 72 instead of 96.")
    assert client.put(simpler.replace(f"/{teo}/", f"/{ilse}/"), json={"simpler": []}).status_code == 404


@pytest.mark.parametrize(
    ("document", "players", "pointer"),
    [
        ({"title": ""}, [1], "/document/title"), ({"recipe": None}, [1], "/document"),
        ({"routine": {"title": "x"}}, [1], "/document"), ({"due": "2026-02-30"}, [1], "/document/due"),
        ({"links": [{"address": "javascript:alert(1)"}]}, [1], "/document/links/0/address"),
        ({}, [7], "/players/0"), ({"words": "x" * 5000}, [1], "/document/words"),
    ],
)  # fmt: skip
def test_what_is_wrong_with_an_assignment_is_told_at_its_field(
    client: TestClient, document: dict[str, Any], players: list[int], pointer: str
) -> None:
    answer = client.post("/api/assignments", json={"document": {**GIVEN, **document}, "players": players})
    assert problem(answer) == (422, pointer)


def test_a_class_set_holds_everyone_and_all(client: TestClient) -> None:
    number = give(client, player(client), player(client, "Ilse Varga", "flute"), player(client, "Teo/Marr", "guitar"))
    answer = client.post(f"/api/assignments/{number}/class-set", json={"layout": {"strips": "first"}})
    archive = zipfile.ZipFile(io.BytesIO(answer.content))
    assert archive.namelist() == [
        "Ilse Varga - Slipway.pdf", "Ilse Varga - Slipway 2.pdf", "TeoMarr - Slipway.pdf", "Everyone - Slipway.pdf",
    ]  # fmt: skip
    pages = [len(pypdf.PdfReader(io.BytesIO(archive.read(name))).pages) for name in archive.namelist()]
    assert pages == [1, 1, 1, 3]
    assert client.post("/api/assignments/99/class-set", json={}).status_code == 404
    assert client.post(f"/api/assignments/{give(client)}/class-set", json={}).status_code == 409


def test_pages_are_shown_before_they_are_printed(client: TestClient) -> None:
    shown = client.post("/api/handouts/pages", json={"given": GIVEN, "layout": {"strips": "first"}}).json()
    assert (shown["count"], len(shown["shown"])) == (1, 1)
    assert shown["shown"][0].startswith("data:image/png;base64,")
    assert client.post("/api/handouts/pdf", json={"given": GIVEN}).content.startswith(b"%PDF")
    sheet = {"kinds": ["spell", "serves"], "each": 1}
    assert client.post("/api/worksheets/pages", json=sheet).json()["count"] == 2
    assert client.post("/api/worksheets/pdf", json=sheet).content.startswith(b"%PDF")
    assert problem(client.post("/api/worksheets/pdf", json={"kinds": []})) == (422, "/kinds")
    fit = client.post("/api/fits", json={"recipe": CELL, "profile": {"name": "N", "instrument": "tuba"}}).json()
    assert fit["reasons"] == ["For tuba, in the bass clef."]


def test_a_practice_pack_holds_all_and_what_was_practised_comes_back(client: TestClient, tables: Tables) -> None:
    who = player(client, "</script><b>Nela", "flute", reading="numbers")
    evil = "</script><script>alert(1)</script> <!-- \u2028"
    number = give(client, who, words=evil, recipe={**CELL, "keys": {"order": "picked", "picked": ["E♭"]}})
    given = Assignment.model_validate(client.get(f"/api/assignments/{number}").json()["document"])
    profile = PlayerProfile(name="</script><b>Nela", instrument="flute", reading="numbers")
    page = "<body><div></div><!--pack--><script>app</script></body>"
    html = pack_html(page, given, profile, tables, lambda recipe: press(recipe, tables), number=number).decode()
    assert html.count("</script>") == 2
    assert "<!--" not in html
    held = json.loads(re.search(r'id="pack">(.*?)</script>', html, re.S)[1])  # type: ignore[index]
    assert held["words"][0]["runs"][0]["text"] == evil.rstrip()
    (strip,) = held["strips"]
    assert (strip["heading"], strip["picture"], strip["numbers"][:12]) == ("E♭ Ionian", "", "5 3 2 1 6 4 ")
    assert strip["practised"] == {"key": "E♭", "sound": "Ionian", "position": "", "value": "eighth"}
    assert strip["sound"].startswith("data:audio/mpeg;base64,")
    row = {"day": "2026-12-01", "time": "18:00:00", "zone": "Europe/Lisbon", "what": "Slipway", "minutes": 6,
           **strip["practised"], "tempo": 80, "word": "easy", "assignment": number}  # fmt: skip
    rows = [row, {**row, "time": "18:10:00", "assignment": 99}, {**row, "minutes": "many", "time": "18:20:00"}]
    sent = json.dumps({"entries": rows})
    read = client.post(f"/api/players/{who}/entry-files", content=sent, params={"take": True}).json()
    assert (read["taken"], [fault["line"] for fault in read["faults"]]) == (2, [3])
    (seen,) = client.get(f"/api/assignments/{number}").json()["players"]
    (key,) = seen["keys"]
    assert (seen["minutes"], key["name"], key["concert"], key["tempo"], key["ready"]) == (6, "E♭", "E♭", 80, 80 / 96)


# Access


@pytest.fixture
def shared(application: FastAPI, database: Database, monkeypatch: pytest.MonkeyPatch) -> Iterator[TestClient]:
    """A server that can be reached from other machines, and nobody in it."""
    monkeypatch.setattr(entrance, "SLOWED", 0.0)
    with database.connection() as connection:
        shares.keep_passphrase(connection, hashed(SECRET), NOW())
    sharing = Sharing(frozenset({"10.1.2.3:8012"}), ADDRESS)
    equip(application, database, sharing=sharing)
    with TestClient(application, base_url=ADDRESS) as made:
        yield made


def come_in(client: TestClient) -> None:
    assert client.post("/api/sessions", json={"passphrase": SECRET}).status_code == 204


def link(client: TestClient, number: int, who: int) -> str:
    (made,) = client.post(f"/api/assignments/{number}/shares", json={"players": [who]}).json()
    address: str = made["address"]
    assert re.fullmatch(rf"{ADDRESS}/ticket#[\w-]{{32}}", address)
    assert made["code"].startswith("<svg")
    return address.split("#")[1]


@pytest.fixture
def guest(shared: TestClient) -> Iterator[tuple[TestClient, TestClient, int, int]]:
    """A teacher who is in, a guest with a link, the assignment and the player it is for."""
    come_in(shared)
    number = give(shared, who := player(shared, reading="numbers"), player(shared, "Teo Marr", "guitar"))
    with TestClient(shared.app, base_url=ADDRESS) as made:
        assert made.post("/api/tickets", json={"token": link(shared, number, who)}).status_code == 204
        yield shared, made, number, who


def own(client: TestClient) -> Any:
    """What a link opens, as its player gets it on a day: the first of it."""
    page = client.get("/api/ticket?today=2026-11-28").json()
    return {**page, **page["assignments"][0]}


def every_route(client: TestClient) -> list[tuple[str, str]]:
    described: Any = client.app
    return [(method.upper(), path) for path, ways in described.openapi()["paths"].items() for method in ways]


A_GUESTS = {  # what a share link opens, typed here once more
    ("GET", "/api/tables"), ("POST", "/api/exercises"), ("POST", "/api/strips"), ("POST", "/api/upgrades"),
    ("GET", "/api/jobs/{job}"), ("GET", "/api/jobs/{job}/answer"), ("DELETE", "/api/jobs/{job}"),
    *(("POST", f"/api/stand/{one}") for one in (
        "bands", "judged", "mendings", "simulated", "rungs", "improvised", "forms", "ear", "sung", "latency",
        "sounds/{kind}", "scores/{kind}")),
    ("GET", "/api/ticket"), ("POST", "/api/ticket/entries"), ("PUT", "/api/ticket/entries/{number}"),
    ("POST", "/api/ticket/questions"), ("GET", "/api/ticket/week"), ("POST", "/api/ticket/items"),
    ("POST", "/api/ticket/handouts/{number}"), ("POST", "/api/ticket/packs/{number}"),
}  # fmt: skip
WAYS_IN = {
    ("GET", "/api/visitor"), ("POST", "/api/sessions"), ("DELETE", "/api/sessions"), ("POST", "/api/tickets"),
}  # fmt: skip


def at(path: str) -> str:
    names = {"job": "0" * 32, "kind": "ogg", "player": "1", "number": "1"}
    return re.sub(r"\{(\w+)(?::\w+)?\}", lambda found: names.get(found[1], "1"), path)


def test_strangers_and_guests_go_where_they_may_and_nowhere_else(
    guest: tuple[TestClient, TestClient, int, int],
) -> None:
    teacher, mine, _, _ = guest
    routes = every_route(teacher)
    assert len(routes) > 100
    assert set(routes) >= A_GUESTS | WAYS_IN
    with TestClient(teacher.app, base_url=ADDRESS) as stranger:
        for method, path in sorted(routes):
            answer = stranger.request(method, at(path), json={})
            assert (answer.status_code == 401) == ((method, path) not in WAYS_IN) or path == "/api/sessions", path
            if (method, path) in WAYS_IN or path.startswith("/api/ticket"):
                continue
            known = mine.request(method, at(path), json={}).status_code
            assert (known == 403) == ((method, path) not in A_GUESTS), (method, path, known)
        assert stranger.get("/api/openapi.json").status_code == 401
        assert stranger.get("/ticket").status_code in (200, 404)  # 404 where the pages are not built


def test_no_other_ticket_opens_anything(guest: tuple[TestClient, TestClient, int, int], database: Database) -> None:
    """Every address for who has a revoked ticket; some for wrong, expired and empty ones and sessions nobody began."""
    teacher, _, number, who = guest
    revoked, expired = link(teacher, number, who), link(teacher, number, who)
    with database.connection() as connection:
        ids = [row[0] for row in connection.execute("SELECT id FROM share ORDER BY id")]
        connection.execute("UPDATE share SET revoked_at = made_at WHERE id = ?", (ids[1],))
        connection.execute("UPDATE share SET expires_at = made_at WHERE id = ?", (ids[2],))
    closed = [one for one in every_route(teacher) if one not in WAYS_IN]
    for turn, (name, value) in enumerate((
        *((visitors.TICKET, token) for token in (revoked, expired, "guess", "ü" * 300)), (visitors.SESSION, "fixed"),
        (visitors.SESSION, revoked), (visitors.TICKET, ""), ("other", "x"),
    )):  # fmt: skip
        with TestClient(teacher.app, base_url=ADDRESS) as visitor:
            sent = {b"cookie": f"{name}={value}".encode()}
            asked = closed[turn::7] if turn else closed
            answers = {visitor.request(method, at(path), headers=sent).status_code for method, path in asked}
            assert answers == {401}, (name, value)
            assert visitor.get("/api/visitor", headers=sent).json()["kind"] == "stranger"


def test_a_session_that_was_there_before_is_not_the_one_that_is_opened(shared: TestClient) -> None:
    shared.cookies.set(visitors.SESSION, "fixed", domain="10.1.2.3")
    answer = shared.post("/api/sessions", json={"passphrase": SECRET})
    made = re.search(rf"{visitors.SESSION}=([\w-]+)", answer.headers["set-cookie"])
    assert made
    assert made[1] != "fixed"
    shared.cookies.clear()
    assert shared.get("/api/players", headers={"cookie": f"{visitors.SESSION}=fixed"}).status_code == 401
    assert shared.get("/api/players", headers={"cookie": f"{visitors.SESSION}={made[1]}"}).status_code == 200


def test_two_guests_see_nothing_of_each_other(guest: tuple[TestClient, TestClient, int, int]) -> None:
    teacher, mine, number, _ = guest
    teo = next(
        one["player"]
        for one in teacher.get(f"/api/assignments/{number}").json()["players"]
        if one["name"] == "Teo Marr"
    )
    (first,) = mine.post("/api/ticket/entries", json=[ENTRY]).json()
    mine.post("/api/ticket/questions", json={"text": "Mine alone?"})
    with TestClient(teacher.app, base_url=ADDRESS) as other:
        other.post("/api/tickets", json={"token": link(teacher, number, teo)})
        seen = own(other)
        assert (seen["player"], seen["minutes"], seen["questions"]) == ("Teo Marr", 0, [])
        for entry in range(first, first + 3):
            assert other.put(f"/api/ticket/entries/{entry}", json=ENTRY).status_code == 404
    foreign = {"origin": "http://evil.example", "sec-fetch-site": "cross-site"}
    assert mine.post("/api/ticket/entries", json=[ENTRY], headers=foreign).status_code == 403


def test_a_ticket_opens_one_assignment_and_no_other_of_its_player(
    guest: tuple[TestClient, TestClient, int, int],
) -> None:
    """What was written for another assignment, or by the player at home, is not corrected through it."""
    teacher, mine, number, who = guest
    second = give(teacher, who)
    with TestClient(teacher.app, base_url=ADDRESS) as later:
        assert later.post("/api/tickets", json={"token": link(teacher, second, who)}).status_code == 204
        (of_second,) = later.post("/api/ticket/entries", json=[ENTRY]).json()
        (at_home,) = teacher.post(f"/api/players/{who}/entries", json=[ENTRY]).json()
        (own,) = mine.post("/api/ticket/entries", json=[ENTRY]).json()
        answers = [mine.put(f"/api/ticket/entries/{one}", json=ENTRY).status_code for one in (of_second, at_home, own)]
        assert answers == [404, 404, 204]
        there = teacher.get(f"/api/assignments/{number}").json()
        others = [one["player"] for one in there["players"] if one["player"] != who]
        changed = {"document": there["document"], "players": others, "revision": there["revision"]}
        assert teacher.put(f"/api/assignments/{number}", json=changed).status_code == 200
        assert mine.get("/api/ticket?today=2026-11-28").status_code == 401  # the player was taken off it
        assert later.get("/api/ticket?today=2026-11-28").status_code == 200


def test_a_guest_sees_and_writes_what_is_theirs(guest: tuple[TestClient, TestClient, int, int]) -> None:
    teacher, mine, number, who = guest
    ticket = own(mine)
    assert (ticket["title"], ticket["player"], ticket["curtain"]) == ("Slipway", "Ilse Varga", "numbers")
    assert ticket["due_words"] == "For Tuesday 8 December"
    assert ticket["recipes"][0]["player"]["instrument"] == "trombone"
    assert "Teo" not in str(ticket)
    entry = {**ENTRY, "recipe": "somebody's", "assignment": 77}
    (made,) = mine.post("/api/ticket/entries", json=[entry]).json()
    assert mine.put(f"/api/ticket/entries/{made}", json={**entry, "word": "easy"}).status_code == 204
    (other,) = teacher.post("/api/players/1/entries", json=[ENTRY]).json()
    assert mine.put(f"/api/ticket/entries/{other}", json=entry).status_code == 404
    asked = mine.post("/api/ticket/questions", json={"text": "Which octave?"}).json()
    seen = next(one for one in teacher.get(f"/api/assignments/{number}").json()["players"] if one["player"] == who)
    assert (seen["minutes"], seen["keys"][0]["tempo"], seen["opened_at"] is not None) == (8, 84, True)
    assert seen["questions"][0]["text"] == "Which octave?"
    assert [one["recipe"] for one in teacher.get(f"/api/players/{who}/entries").json()["entries"]] == ["abc"]
    place = f"/api/assignments/{number}/questions/{asked['id']}"
    assert teacher.put(place, json={"text": "The low one."}).status_code == 204
    assert own(mine)["questions"][0]["answer"] == "The low one."
    assert mine.post("/api/ticket/entries", json=[{**ENTRY, "minutes": 0}]).status_code == 422


def test_a_link_that_opens_nothing_says_so_in_the_same_words(
    guest: tuple[TestClient, TestClient, int, int], database: Database
) -> None:
    teacher, mine, number, who = guest
    revoked, expired, archived = link(teacher, number, who), link(teacher, number, who), link(teacher, number, who)
    known = teacher.get(f"/api/assignments/{number}/shares").json()
    assert [one["used_at"] is not None for one in known] == [False, False, False, True]
    newest_first = [one["id"] for one in known]
    assert teacher.delete(f"/api/assignments/{number}/shares/{newest_first[2]}").status_code == 204
    assert teacher.delete(f"/api/assignments/{number}/shares/{newest_first[2]}").status_code == 404
    with database.connection() as connection:
        kept = connection.execute("SELECT hash FROM share").fetchall()
        assert all(expired.encode() not in row[0] for row in kept)
        past = (NOW() - timedelta(seconds=1)).isoformat(timespec="seconds")
        connection.execute("UPDATE share SET expires_at = ? WHERE id = ?", (past, newest_first[1]))
    with TestClient(teacher.app, base_url=ADDRESS) as stranger:
        assert stranger.post("/api/tickets", json={"token": archived}).status_code == 204
        stranger.cookies.clear()
        assert teacher.delete(f"/api/players/{who}").status_code == 204
        tokens = ("guessed", revoked, expired, archived, "", "ü" * 300)
        answers = [stranger.post("/api/tickets", json={"token": token}) for token in tokens]
        assert {(one.status_code, one.text) for one in answers} == {(404, answers[0].text)}
        assert "set-cookie" not in answers[0].headers
    assert mine.get("/api/ticket?today=2026-11-28").status_code == 401  # what was open is not open any more


def test_who_tries_in_vain_has_to_wait(shared: TestClient) -> None:
    tries = [shared.post("/api/sessions", json={"passphrase": f"guess {n}"}).status_code for n in range(12)]
    assert tries == [401] * 10 + [429] * 2
    assert shared.post("/api/sessions", json={"passphrase": SECRET}).status_code == 429
    assert shared.post("/api/tickets", json={"token": "guess"}).headers["retry-after"] == "60"


def test_each_try_in_vain_waits_a_moment(shared: TestClient, monkeypatch: pytest.MonkeyPatch) -> None:
    waited: list[float] = []

    async def wait(seconds: float) -> None:
        waited.append(seconds)

    monkeypatch.setattr(entrance, "SLOWED", 0.5)
    monkeypatch.setattr(asyncio, "sleep", wait)
    for token in ("x", "y" * 32):
        assert shared.post("/api/tickets", json={"token": token}).status_code == 404
    assert shared.post("/api/sessions", json={"passphrase": "x"}).status_code == 401
    assert [one for one in waited if one == 0.5] == [0.5] * 3


def test_a_guest_who_asks_too_much_has_to_wait(
    guest: tuple[TestClient, TestClient, int, int], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(visitors, "_A_GUEST", RateLimitItemPerMinute(3))
    answers = [guest[1].get("/api/ticket?today=2026-11-28").status_code for _ in range(5)]
    assert answers == [200, 200, 200, 429, 429]


def test_sessions_and_the_passphrase(shared: TestClient) -> None:
    assert shared.get("/api/visitor").json() == {"kind": "stranger", "shared": True}
    come_in(shared)
    made = shared.post("/api/sessions", json={"passphrase": SECRET}).headers["set-cookie"].lower()
    assert "httponly" in made
    assert "samesite=strict" in made
    assert shared.get("/api/sharing").json() == {
        "on": True, "address": ADDRESS, "addresses": [], "changes": False, "passphrase": True,
    }  # fmt: skip
    new = {"passphrase": "five lamps at high water"}
    assert problem(shared.put("/api/passphrase", json=new)) == (422, "/present")
    assert problem(shared.put("/api/passphrase", json={"passphrase": "short", "present": SECRET})) == (
        422, "/passphrase",
    )  # fmt: skip
    assert shared.put("/api/passphrase", json={**new, "present": SECRET}).status_code == 204
    assert shared.get("/api/players").status_code == 401  # every session ended
    assert shared.post("/api/sessions", json=new).status_code == 204
    assert shared.delete("/api/sessions").status_code == 204
    assert shared.get("/api/players").status_code == 401


def test_only_names_it_is_served_under_are_answered(shared: TestClient) -> None:
    assert shared.get("/api/visitor", headers={"host": "evil.example"}).status_code == 403
    foreign = {"origin": "http://evil.example"}
    assert shared.post("/api/sessions", json={"passphrase": SECRET}, headers=foreign).status_code == 403
    tls = sharing_at(8012, "https://practice.example")
    assert (tls.secure, "practice.example" in tls.hosts) == (True, True)
    assert not sharing_at(8012).secure
    for wrong in ("practice.example", "ftp://x", "https://x/y", "https://"):
        with pytest.raises(RecipeError):
            sharing_at(8012, wrong)


def test_sharing_is_off_until_it_is_turned_on(client: TestClient) -> None:
    assert client.get("/api/visitor").json() == {"kind": "teacher", "shared": False}
    assert not client.get("/api/sharing").json()["on"]
    number = give(client, who := player(client))
    assert client.post(f"/api/assignments/{number}/shares", json={"players": [who]}).status_code == 409
    assert client.get("/api/ticket?today=2026-11-28").status_code == 401
    assert client.put("/api/passphrase", json={"passphrase": SECRET}).status_code == 204


def test_a_lesson_looks_back_proposes_and_is_written_down(client: TestClient) -> None:
    (who,) = [
        client.post("/api/players", json={"profile": {"name": "Sefa Odell", "instrument": "clarinet"}}).json()["id"]
    ]
    lydian = {"sounds": {"kind": "one", "scale": "lydian"}, "tempo": 96}
    given = [
        client.post("/api/assignments", json={"document": {"title": title, "recipe": lydian}, "players": [who]}).json()
        for title in ("Slipway", "Gangway")
    ]
    at, today = f"/api/players/{who}/lesson", {"today": "2026-12-01"}
    notes = {"notes": "Breath.", "next_day": "2026-12-08"}
    assert client.put(at, json={"notes": notes}, params={"today": "2026-11-24"}).status_code == 204
    assert client.put(at, json={"notes": notes}, params={"today": "2026-11-24"}).status_code == 409
    changed = {"notes": {**notes, "notes": "Breath first."}, "revision": 1}
    assert client.put(at, json=changed, params={"today": "2026-11-24"}).status_code == 204
    entry = {"what": "Slipway", "minutes": 10, "key": 2, "sound": "Lydian", "assignment": given[0]["id"]}
    for day, more in (
        ("2026-11-20", {"tempo": 72, "word": "comfortable"}),
        ("2026-11-28", {"tempo": 84, "word": "comfortable"}),
        ("2026-11-29", {"tempo": 90, "slips": 2, "slipped": [{"degree": "♯4", "kind": "wrong"}] * 2, "minutes": 5}),
    ):
        sent = [{**entry, "at": f"{day}T18:00:00Z", **more}]
        assert client.post(f"/api/players/{who}/entries", json=sent).status_code == 201
    (seen,) = client.get(f"/api/assignments/{given[0]['id']}").json()["players"]
    assert [(one["name"], one["concert"], one["sounding"]) for one in seen["keys"]] == [("D", "C", 0)]
    page = client.get(at, params=today).json()
    assert (page["name"], page["since"], page["minutes"], page["days"]) == ("Sefa Odell", "2026-11-24", 15, 2)
    assert page["last"] == {"day": "2026-11-24", "notes": "Breath first."}
    assert page["keys"] == [{"sound": "Lydian", "key": "D", "before": 72, "now": 84}]
    (slip,) = page["slips"]
    assert (slip["degree"], slip["sound"], slip["times"], slip["keys"]) == ("♯4", "Lydian", 2, ["D"])
    assert page["untouched"] == ["Gangway"]
    assert [(one["title"], one["why"]) for one in page["proposals"]] == [
        ("Mend ♯4 of Lydian", "♯4 of Lydian slipped two times in D."),
        ("Slipway", "D is at 84; G, C and F are not begun. 96 is asked."),
        ("Gangway", "Given and not played yet: three keys, at 77."),
    ]
    for one in page["proposals"]:  # one press gives it
        document = {name: one[name] for name in ("title", "recipe", "practice", "saved")}
        made = client.post("/api/assignments", json={"document": {**document, "due": "2026-12-08"}, "players": [who]})
        assert made.status_code == 201, made.text
    assert (page["notes"], page["revision"]) == ({"notes": "", "next_day": None}, 0)
    printed = client.get(f"{at}.pdf", params=today)
    assert printed.content.startswith(b"%PDF-")
    assert client.get("/api/players/99/lesson", params=today).status_code == 404
    fresh = client.get("/api/players/1/lesson", params=today).json()
    assert (fresh["since"], fresh["last"], fresh["days"], len(fresh["proposals"])) == ("2026-11-03", None, 0, 3)


DAY = "2026-11-28"
GOAL = {"title": "Thirds", "kind": "recipe", "sound": "Dorian", "keys": ["C", "F"], "tempo": 84, "minutes": 5}


def whole(teacher: TestClient, who: int) -> str:
    made = teacher.post(f"/api/players/{who}/shares", json={"days": 30}).json()
    assert made["code"].startswith("<svg")
    return str(made["address"]).split("#")[1]


def test_one_link_opens_all_that_is_given_to_a_student_and_nothing_of_anybody_else(
    guest: tuple[TestClient, TestClient, int, int],
) -> None:
    teacher, single, first, who = guest
    second = give(teacher, who)
    teo = next(
        one["player"] for one in teacher.get(f"/api/assignments/{first}").json()["players"] if one["player"] != who
    )
    others = give(teacher, teo)
    saved = teacher.post("/api/recipes", json={"title": "Thirds", "sounds": {"kind": "one", "scale": "dorian"}}).json()
    plan = {"document": {"start": DAY, "minutes": [10] * 7, "goals": [{**GOAL, "saved": saved["id"]}]}, "revision": 0}
    assert teacher.put(f"/api/players/{who}/plan?today={DAY}", json=plan).status_code == 200
    with TestClient(teacher.app, base_url=ADDRESS) as mine:
        assert mine.post("/api/tickets", json={"token": whole(teacher, who)}).status_code == 204
        page = mine.get(f"/api/ticket?today={DAY}").json()
        assert (page["player"], page["whole"]) == ("Ilse Varga", True)
        assert {one["id"] for one in page["assignments"]} == {first, second}
        assert "Teo" not in str(page)
        # The plan, and what an item of it puts on the stand.
        week = mine.get(f"/api/ticket/week?today={DAY}").json()
        assert len(week["days"]) == 7
        (item, *_) = week["days"][0]["items"]
        asked = {name: item[name] for name in ("goal", "key", "comes", "degree")}
        stand = mine.post(f"/api/ticket/items?today={DAY}", json=asked).json()
        assert (stand["saved"], stand["recipe"]["title"], stand["recipe"]["tempo"]) == (saved["id"], "Thirds", 84)
        assert (stand["recipe"]["keys"]["picked"], stand["recipe"]["player"]["named_key"]) == (["C"], "written")
        assert stand == teacher.post(f"/api/players/{who}/plan/items?today={DAY}", json=asked).json()
        assert mine.post(f"/api/ticket/items?today={DAY}", json={**asked, "key": "A"}).status_code == 409
        # Entries: of what is given to this player, or of none.
        wanted = [{**ENTRY, "assignment": second}, {**ENTRY, "assignment": None, "recipe": saved["id"]}]
        of_second, of_none = mine.post("/api/ticket/entries", json=wanted).json()
        assert mine.post("/api/ticket/entries", json=[{**ENTRY, "assignment": others}]).status_code == 404
        assert mine.put(f"/api/ticket/entries/{of_none}", json=wanted[1]).status_code == 204
        assert mine.put(f"/api/ticket/entries/{of_second}", json={**ENTRY, "assignment": others}).status_code == 404
        (of_teo,) = teacher.post(f"/api/players/{teo}/entries", json=[ENTRY]).json()
        assert mine.put(f"/api/ticket/entries/{of_teo}", json=wanted[1]).status_code == 404
        last = mine.get(f"/api/ticket/week?today={DAY}").json()["done"]
        assert [one["what"] for one in last] == [ENTRY["what"]] * 2
        # Questions and files.
        for about, status in ((second, 201), (others, 404), (None, 404), (99, 404)):
            sent = {"text": "Which octave?", "assignment": about}
            assert mine.post("/api/ticket/questions", json=sent).status_code == status
        assert mine.post(f"/api/ticket/handouts/{second}").content.startswith(b"%PDF-")
        for file in ("handouts", "packs"):
            assert mine.post(f"/api/ticket/{file}/{others}").status_code == 404
            assert single.post(f"/api/ticket/{file}/{second}").status_code == 404
        # A link to one assignment opens no plan; what is put away is gone; a link that is revoked opens nothing.
        assert [single.get(f"/api/ticket/week?today={DAY}").status_code, own(single)["id"]] == [403, first]
        assert teacher.delete(f"/api/assignments/{second}").status_code == 204
        assert [one["id"] for one in mine.get(f"/api/ticket?today={DAY}").json()["assignments"]] == [first]
        (known,) = teacher.get(f"/api/players/{who}/shares").json()
        assert teacher.delete(f"/api/players/{teo}/shares/{known['id']}").status_code == 404
        assert teacher.delete(f"/api/assignments/{first}/shares/{known['id']}").status_code == 404
        assert teacher.delete(f"/api/players/{who}/shares/{known['id']}").status_code == 204
        assert mine.get(f"/api/ticket?today={DAY}").status_code == 401
    assert single.get(f"/api/ticket?today={DAY}").status_code == 200  # an old link goes on working


def test_what_is_gone_from_a_goal_is_told_where_it_was(client: TestClient) -> None:
    for goal, words in (
        ({**GOAL, "saved": "gone"}, "“Thirds” names a recipe that is gone."),
        ({**GOAL, "saved": ""}, "“Thirds” names no recipe."),
    ):
        revision = client.get(f"/api/players/1/plan?today={DAY}").json()["revision"]
        plan = {"document": {"start": DAY, "minutes": [10] * 7, "goals": [goal]}, "revision": revision}
        assert client.put(f"/api/players/1/plan?today={DAY}", json=plan).status_code == 200
        answer = client.post(f"/api/players/1/plan/items?today={DAY}", json={"goal": 0, "key": "C"})
        assert answer.status_code == 422
        assert answer.json()["problems"][0]["message"] == words


class PlayedNetwork:
    """A network that is let in and shut out in name only."""

    def __init__(self, trouble: OSError | None = None) -> None:
        self.trouble, self.asked = trouble, list[str]()

    async def let_in(self, _: Any) -> Sharing:
        self.asked.append("in")
        if self.trouble:
            raise self.trouble
        return Sharing(frozenset({"10.1.2.3:8012"}), ADDRESS, (ADDRESS, "http://192.168.4.5:8012"))

    def shut_out(self) -> None:
        self.asked.append("out")


def test_sharing_is_turned_on_and_off_in_the_window(application: FastAPI, database: Database) -> None:
    network = PlayedNetwork()
    equip(application, database, network=network)
    home, away = (TestClient(application, base_url=address) for address in ("http://127.0.0.1", ADDRESS))
    with home, away:
        assert home.get("/api/sharing").json() == {
            "on": False, "address": "", "addresses": [], "changes": True, "passphrase": False,
        }  # fmt: skip
        refused = home.put("/api/sharing", json={"on": True})
        assert (problem(refused), network.asked) == ((422, "/on"), [])
        assert home.put("/api/passphrase", json={"passphrase": SECRET}).status_code == 204
        assert home.put("/api/sharing", json={"on": True}).status_code == 204
        on = home.get("/api/sharing").json()  # whoever turned it on stays in
        assert (on["on"], on["addresses"]) == (True, [ADDRESS, "http://192.168.4.5:8012"])
        assert away.get("/api/players").status_code == 401
        come_in(away)
        assert away.put("/api/sharing", json={"on": False}).status_code == 204
        assert network.asked == ["in", "out"]
        # Nobody is the teacher who comes by an address that others reach, also while its door is still closing.
        assert away.get("/api/players").status_code in (401, 403)
        assert home.get("/api/players").status_code == 200
        network.trouble = OSError(98, "Address already in use")
        answer = home.put("/api/sharing", json={"on": True})
        words = "Others cannot be let in: address already in use."
        assert (answer.status_code, answer.json()["problems"][0]["message"]) == (409, words)
        assert not home.get("/api/sharing").json()["on"]
        equip(application, database)
        assert home.put("/api/sharing", json={"on": True}).status_code == 409


def test_whoever_comes_by_another_address_is_a_stranger(application: FastAPI, database: Database) -> None:
    equip(application, database)

    async def asked(server: tuple[str, int] | None) -> int:
        answers: list[Any] = []

        async def send(message: Any) -> None:
            answers.append(message)

        async def receive() -> Any:
            return {"type": "http.request", "body": b"", "more_body": False}

        scope = {
            "type": "http", "asgi": {"version": "3.0"}, "http_version": "1.1", "method": "GET", "path": "/api/players",
            "raw_path": b"/api/players", "query_string": b"", "root_path": "", "scheme": "http", "server": server,
            "client": ("10.0.0.9", 5), "headers": [(b"host", b"127.0.0.1:8012")],
        }  # fmt: skip
        await application(scope, receive, send)
        return int(answers[0]["status"])

    for server, status in (
        (("127.0.0.1", 8012), 200), (("::1", 8012), 200), (("localhost", 80), 200), (("10.1.2.3", 8012), 401),
        (("0.0.0.0", 8012), 401), (("testserver", 80), 401), (None, 401),
    ):  # fmt: skip
        assert asyncio.run(asked(server)) == status, server
