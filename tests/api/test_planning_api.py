"""Logbook, plan and routines over HTTP: kept, corrected, added up, planned; what cannot be is told at its field."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient

AT = "/api/players/1"
TODAY = {"today": "2026-11-28"}
ENTRY: dict[str, Any] = {
    "at": "2026-11-28T19:30:00+01:00", "zone": "Europe/Lisbon", "what": "Thirds", "minutes": 7.5, "key": 2,
    "sound": "Dorian", "value": "eighth", "tempo": 80, "word": "comfortable", "notes": 15, "slips": 1,
    "slipped": [{"degree": "6", "kind": "wrong"}], "source": "stand",
}  # fmt: skip


def test_entries_are_written_corrected_with_a_trace_deleted_and_brought_back(client: TestClient) -> None:
    # Half past midnight in Tokyo is still the day before in Lisbon: the entry's own zone tells the day.
    late = {**ENTRY, "at": "2026-11-28T15:30:00+00:00", "zone": "Asia/Tokyo"}
    numbers = client.post(f"{AT}/entries", json=[ENTRY, late]).json()
    assert len(numbers) == 2
    listed = client.get(f"{AT}/entries").json()
    assert [entry["day"] for entry in listed["entries"]] == ["2026-11-29", "2026-11-28"]
    corrected = client.put(f"{AT}/entries/{numbers[0]}", json={**ENTRY, "tempo": 84}).json()
    assert (corrected["tempo"], corrected["corrects"]) == (84, numbers[0])
    assert [entry["tempo"] for entry in client.get(f"{AT}/entries/{corrected['id']}/trace").json()] == [80]
    assert client.put(f"{AT}/entries/{numbers[0]}", json=ENTRY).status_code == 404
    assert client.delete(f"{AT}/entries/{corrected['id']}").status_code == 204
    assert len(client.get(f"{AT}/entries").json()["entries"]) == 1
    assert client.post(f"{AT}/entries/{corrected['id']}/brought-back").status_code == 204
    assert len(client.get(f"{AT}/entries").json()["entries"]) == 2
    assert client.post("/api/players/9/entries", json=[ENTRY]).status_code == 404
    plan = {"document": {"start": "2026-11-28"}}
    assert client.put("/api/players/9/plan", params=TODAY, json=plan).status_code == 404


def test_what_the_entries_add_up_to(client: TestClient) -> None:
    assert client.get(f"{AT}/overview", params=TODAY).json()["sounds"] == []
    client.post(f"{AT}/entries", json=[ENTRY, {**ENTRY, "key": 9, "tempo": 40, "word": "pushing"}])
    found = client.get(f"{AT}/overview", params={**TODAY, "tempo": 80}).json()
    assert (found["sound"], found["sounds"][0]["keys"]) == ("Dorian", 2)
    assert [round(side["ready"], 2) for side in found["sides"]] == [0, 0, 1, 0, 0, 0, 0, 0, 0, 0.25, 0, 0]
    assert found["following"][0]["why"] == "C: not begun yet"
    (slip,) = found["slips"]
    assert slip == {
        "sound": "Dorian", "degree": "6", "kind": "wrong", "of_degree": True, "times": 2, "keys": ["D", "A"],
        "tempo": 80,
    }  # fmt: skip
    assert found["weeks"] == [{"begin": "2026-11-23", "minutes": 15.0, "days": 1}]
    (row,) = client.get(f"{AT}/matrix", params={"tempo": 80}).json()["rows"]
    assert [cell["key"] for cell in row["cells"]] == [2, 9]
    assert client.get(f"{AT}/matrix").json()["holes"] == 10
    minor = ["Aeolian", "harmonic minor", "melodic minor", "Dorian"]
    wider = client.get(f"{AT}/matrix", params={"sounds": minor}).json()
    assert (len(wider["rows"]), wider["holes"]) == (4, 46)  # 48 but for the two that were played
    placed = {"sounds": ["Dorian"], "positions": ["position II", "position V"], "values": ["eighth", "triplet"]}
    again = client.get(f"{AT}/matrix", params=placed).json()
    assert (len(again["rows"]), again["holes"]) == (5, 58)  # what was played, and four ways of twelve keys


def test_a_file_is_looked_at_before_it_is_taken(client: TestClient) -> None:
    client.post(f"{AT}/entries", json=[ENTRY])
    written = client.get(f"{AT}/entry-files/csv")
    assert "attachment" in written.headers["content-disposition"]
    data = written.content + b"2026-11-20,18:00,,Cells,12,C,Lydian,,,90,easy\nnot a day,,,x,1\n"
    zone = {"zone": "Europe/Lisbon"}
    looked = client.post(f"{AT}/entry-files", content=data, params=zone).json()
    assert (looked["entries"], looked["known"], looked["taken"]) == (2, 1, 0)
    assert looked["faults"] == [
        {"line": 4, "message": "“not a day” is no day.", "cure": "Write year, month and day: 2026-11-28."}
    ]
    assert len(client.get(f"{AT}/entries").json()["entries"]) == 1  # nothing is taken yet
    assert client.post(f"{AT}/entry-files", content=data, params={**zone, "take": True}).json()["taken"] == 1
    again = client.post(f"{AT}/entry-files", content=client.get(f"{AT}/entry-files/json").content, params=zone).json()
    assert (again["entries"], again["known"]) == (2, 2)
    large = b"day,what,minutes\n" + b"2026-11-02,%s,10\n" % (b"T" * 1000) * 1_300
    assert client.post(f"{AT}/entry-files", content=large, params=zone).json()["entries"] == 1_300
    assert client.post(f"{AT}/entry-files", content=b"x" * 17_000_000, params=zone).status_code == 413


def test_a_plan_is_tried_kept_and_followed(client: TestClient) -> None:
    goal = {"title": "Thirds", "keys": ["C", "D"], "minutes": 8}
    document = {"start": "2026-11-28", "goals": [goal], "school": "once-each"}
    assert client.get(f"{AT}/plan", params=TODAY).json()["revision"] == 0
    tried = client.post(f"{AT}/plan/tried", params=TODAY, json=document).json()
    assert [item["key"] for day in tried["days"][:3] for item in day["items"]] == ["C", "D"]
    assert client.get(f"{AT}/plan", params=TODAY).json()["document"]["goals"] == []
    kept = client.put(f"{AT}/plan", params=TODAY, json={"document": document, "revision": 0}).json()
    assert kept["revision"] == 1
    assert client.put(f"{AT}/plan", params=TODAY, json={"document": document, "revision": 0}).status_code == 409
    client.post(f"{AT}/entries", json=[{**ENTRY, "key": 0, "minutes": 0.2}])  # a take in passing ticks nothing off
    passing = client.get(f"{AT}/plan", params=TODAY).json()
    assert [item["key"] for day in passing["days"][:3] for item in day["items"]] == ["C", "D"]
    client.post(f"{AT}/entries", json=[{**ENTRY, "key": 0}])  # C is done today
    now = client.get(f"{AT}/plan", params=TODAY).json()
    assert [(day["day"], item["key"]) for day in now["days"][:3] for item in day["items"]] == [("2026-11-29", "D")]
    assert now["done_today"] == 7.7
    saved = [{**ENTRY, "recipe": "r", "key": key} for key in (0, 5, 5)]
    client.post(f"{AT}/entries", json=saved)
    assert client.get(f"{AT}/taken", params={"recipe": "r"}).json() == [{"minutes": 22.5, "strips": 2}]
    calendar = client.get(f"{AT}/plan.ics", params={**TODAY, "zone": "Europe/Lisbon"})
    assert calendar.text.count("BEGIN:VEVENT") == 1
    assert calendar.headers["content-type"].startswith("text/calendar")
    for page in ("week", "keys"):
        for paper in ("a4", "us-letter"):
            printed = client.get(f"{AT}/{page}.pdf", params={**TODAY, "paper": paper})
            assert printed.content.startswith(b"%PDF")
            assert printed.content.count(b"/Type /Page\n") + printed.content.count(b"/Type/Page/") == 1
    client.post(f"{AT}/entries", json=[{**ENTRY, "what": "Thirds: the page", "key": 2}])  # a step of a routine, in D
    assert not any(day["items"] for day in client.get(f"{AT}/plan", params=TODAY).json()["days"])
    assert client.get(f"{AT}/plan.ics", params=TODAY).text.count("BEGIN:VEVENT") == 0


def test_a_new_plan_begins_with_what_is_known_of_the_player(client: TestClient) -> None:
    profile = {"name": "Ilse Varga", "instrument": "trombone", "minutes": 35, "tunes": ["F", "B♭"]}
    player = client.post("/api/players", json={"profile": profile, "revision": 1}).json()["id"]
    document = client.get(f"/api/players/{player}/plan", params=TODAY).json()["document"]
    assert (document["minutes"], document["tunes"], document["goals"]) == ([35] * 7, ["F", "B♭"], [])
    assert client.get("/api/players/99/plan", params=TODAY).json()["document"]["minutes"] == [20] * 7


def test_what_is_given_stands_in_the_plan(client: TestClient) -> None:
    player = client.post("/api/players", json={"profile": {"name": "Teo Marr"}, "revision": 1}).json()["id"]
    numbers = {}
    for title, due in [("Tide", "2026-12-01"), ("Today", "2026-11-28"), ("Late", "2026-11-20"), ("Old", "2026-10-01"),
                       ("Any day", None)]:  # fmt: skip
        document: Any = {"title": title, "recipe": {}, "due": due}
        made = client.post("/api/assignments", json={"document": document, "players": [player], "revision": 1})
        numbers[title] = made.json()["id"]

    soonest_first = ["Late", "Today", "Tide", "Any day"]

    def given() -> dict[str, tuple[str, float]]:
        found = client.get(f"/api/players/{player}/plan", params=TODAY).json()["given"]
        assert [one["title"] for one in found] == [
            title for title in soonest_first if title in {o["title"] for o in found}
        ]
        assert all(numbers[one["title"]] == one["assignment"] for one in found)
        return {one["title"]: (one["due_words"], one["minutes"]) for one in found}

    assert given() == {
        "Tide": ("For Tuesday 1 December", 0), "Today": ("For Saturday 28 November", 0),
        "Late": ("It was for Friday 20 November", 0), "Any day": ("For no day", 0),
    }  # fmt: skip
    for title in ("Tide", "Late"):
        client.post(f"/api/players/{player}/entries", json=[{**ENTRY, "assignment": numbers[title]}])
    assert given()["Tide"] == ("For Tuesday 1 December", 7.5)
    assert "Late" not in given()  # begun, and over
    assert client.get(f"{AT}/plan", params=TODAY).json()["given"] == []


def test_minutes_are_for_practising_and_learnt_from_any_number_of_strips(client: TestClient) -> None:
    recipe = {"keys": {"order": "picked", "picked": ["C", "F"]}, "tempo": 60}
    step = {"kind": "recipe", "recipe": recipe, "saved": "x", "backing": {"count_in": "none"}}

    def minutes(**more: object) -> tuple[float, float]:
        found = client.post("/api/routine-minutes", json={"routine": {"steps": [step]}, **more}).json()["steps"][0]
        return found["music"], found["minutes"]

    # Two strips of two bars at 60, eight seconds each, and four to turn to the next.
    assert minutes()[0] == round((16 + 8) / 60, 2)
    assert minutes(level=3)[0] == round((4 * 16 + 8) / 60, 2)
    assert minutes(level=1)[0] > minutes(level=5)[0] == round((3 * 16 + 8) / 60, 2)
    # On three days one strip alone took half a minute: two take one.
    assert minutes(taken={"x": [{"minutes": 0.5, "strips": 1}] * 3})[1] == 1.0
    assert minutes(taken={"x": [{"minutes": 0.5, "strips": 0}] * 3})[1] == 0.4


_NO_DEGREE = [{"degree": "5", "kind": "late"}, {"degree": "1", "kind": "octave"}]  # there is nothing to mend


def test_a_plan_learns_from_the_logbook(client: TestClient) -> None:
    """D was comfortable at its tempo on Saturday, A slipped: on Sunday one is looked at, one comes back, both slips are
    mended; what is played of them meanwhile counts.
    """
    goal = {"title": "Thirds", "sound": "Dorian", "keys": ["D", "A", "E"], "minutes": 10, "tempo": 80}
    plan = {"document": {"start": "2026-11-28", "minutes": [40] * 7, "goals": [goal]}}
    client.put(f"{AT}/plan", params=TODAY, json=plan)
    slipped = {**ENTRY, "key": 9, "word": "", "slips": 2, "slipped": [*ENTRY["slipped"] * 2, *_NO_DEGREE]}  # of 15

    def due(day: str) -> list[tuple[str, ...]]:
        days = client.get(f"{AT}/plan", params={"today": day}).json()["days"]
        assert days[0]["day"] == day
        return [tuple(str(item[name]) for name in ("comes", "key", "tempo", "why")) for item in days[0]["items"]]

    client.post(f"{AT}/entries", json=[ENTRY, slipped])
    assert due("2026-11-29") == [
        ("new", "E", "70", "E is next"),
        ("mend", "A", "80", "6 slipped twice in A, last yesterday"),
        ("again", "A", "70", "A: slipped twice at 80 yesterday"),
        ("mend", "D", "80", "6 slipped once in D, yesterday"),
        ("look", "D", "80", "D: yesterday, to see whether it holds"),
    ]
    made = client.post("/api/stand/mendings", json={"sound": "Dorian", "degree": "6", "keys": ["A"], "tempo": 80})
    assert made.json()["title"] == "Mend 6 of Dorian"
    sunday: dict[str, object] = {"at": "2026-11-29T10:00:00+01:00"}
    clean: dict[str, object] = {"slips": 0, "slipped": []}
    mended = {**ENTRY, **sunday, **clean, "what": "Mend 6 of Dorian", "key": 9, "minutes": 2, "tempo": 48}
    client.post(f"{AT}/entries", json=[mended, {**ENTRY, **sunday, **clean, "key": 9, "tempo": 70}])
    monday = due("2026-11-30")
    assert ("again", "A", "76", "A: clean at 70 yesterday, now 76") in monday
    assert ("look", "D", "80", "D: two days ago, to see whether it holds") in monday
    for field, value, pointer in [("sound", "None", "/sound"), ("degree", "H", "/degree"), ("keys", ["H"], "/keys/0")]:
        wrong = {"sound": "Dorian", "degree": "6", "keys": ["A"], "tempo": 80, field: value}
        refused = client.post("/api/stand/mendings", json=wrong)
        assert (refused.status_code, refused.json()["problems"][0]["pointer"]) == (422, pointer)


def test_a_routine_is_measured_filled_and_kept(client: TestClient) -> None:
    routine = client.post("/api/routine-shapes/warm-up", json={"keys": ["F"]}).json()
    found = client.post("/api/routine-minutes", json={"routine": {**routine, "cap": 3}}).json()
    assert found["over"]
    assert [one["words"] for one in found["leave_out"]][:2] == [
        "without its last note value",
        "half of the sounds today",
    ]
    less = {**routine, "cap": 3, "steps": [found["leave_out"][0]["without"]]}
    after = client.post("/api/routine-minutes", json={"routine": less}).json()
    assert round(found["minutes"] - after["minutes"], 1) == found["leave_out"][0]["saves"]
    kept = client.post("/api/routines", json=less)
    assert kept.status_code == 201
    assert client.get(f"/api/routines/{kept.json()['id']}").json()["document"] == less
    taken = {
        "routine": {"steps": [{**less["steps"][0], "saved": "x"}]},
        "taken": {"x": [{"minutes": 2 * after["minutes"], "strips": 12}] * 3},
    }
    assert client.post("/api/routine-minutes", json=taken).json()["minutes"] == pytest.approx(
        2 * after["minutes"], abs=0.1
    )
    version = client.post("/api/versions", json={"recipe": {}, "history": ["accents"]}).json()
    assert (version["change"], version["words"]) == ("start", "starting on two")
    third = client.post("/api/versions", json={"recipe": {}, "times": 3}).json()
    said = {
        level: client.post("/api/versions", json={"recipe": {}, "times": 8, "level": level}).json() for level in (1, 3)
    }
    assert "in triplets" not in said[1]["changes"]  # eighths are as far as a beginner has come
    assert "in triplets" in said[3]["changes"]
    assert third["changes"] == ["accents in threes", "starting on two", "down first, and back"]


@pytest.mark.parametrize(
    ("method", "path", "body", "pointer"),
    [
        ("POST", f"{AT}/entries", [{**ENTRY, "minutes": 0}], "/0/minutes"),
        ("POST", f"{AT}/entries", [{**ENTRY, "at": "2026-11-28T19:30:00"}], "/0/at"),
        ("POST", f"{AT}/entries", [{**ENTRY, "zone": "Nowhere/Else"}], "/zone"),
        ("POST", f"{AT}/entries", [{**ENTRY, "word": "nice"}], "/0/word"),
        ("PUT", f"{AT}/plan?today=2026-11-28",
         {"document": {"start": "2026-11-28", "goals": [{"title": "x", "keys": []}]}}, "/document/goals/0/keys"),
        ("PUT", f"{AT}/plan?today=2026-02-30", {"document": {"start": "2026-11-28"}}, "/today"),
        ("POST", "/api/routine-minutes", {"routine": {"steps": [{"kind": "task", "minutes": 0}]}},
         "/routine/steps/0/minutes"),
        ("POST", "/api/routine-minutes",
         {"routine": {"steps": [{"recipe": {"sounds": {"kind": "one", "scale": "none"}}}]}},
         "/routine/steps/0/recipe/sounds/scale"),
        ("POST", "/api/routine-shapes/none", {}, "/shape"),
        ("GET", f"{AT}/overview?today=0001-01-01", None, "/today"),
        ("GET", f"/api/players/{10**30}/plan?today=2026-11-28", None, "/player"),
        ("DELETE", f"{AT}/entries/{10**30}", None, "/number"),
        ("GET", f"/api/takes/{10**30}", None, "/number"),
        ("POST", f"{AT}/entries", [{**ENTRY, "at": "0001-01-01T00:00:00+23:00"}], "/0/at"),
        ("POST", f"{AT}/plan/tried?today=2026-11-28", {"start": "9999-12-31"}, "/start"),
        ("POST", "/api/routine-shapes/warm-up", {"keys": ["H"]}, "/keys/0"),
        ("POST", "/api/routine-shapes/one-cell", {"scale": "blur"}, "/scale"),
        ("POST", "/api/routine-shapes/one-cell", {"instrument": "kazoo"}, "/instrument"),
        ("POST", "/api/routines", {"title": ""}, "/title"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_told_at_its_field(
    client: TestClient, method: str, path: str, body: Any, pointer: str
) -> None:
    answer = client.request(method, path, json=body)
    assert answer.status_code == 422, answer.text
    assert pointer in [problem["pointer"] for problem in answer.json()["problems"]]
