"""Calendars read by another parser, also across a clock change; logbooks there and back, and what cannot be read."""

from __future__ import annotations

import csv
import io
import json
from datetime import UTC, date, datetime, time, timedelta
from zoneinfo import ZoneInfo

import pytest
import vobject
from hypothesis import given
from hypothesis import strategies as st

from dodecant.exercise.recipe.problems import RecipeError
from dodecant.formats.calendar import to_icalendar
from dodecant.formats.logbook_files import MOST_ROWS, RowFault, read_logbook, to_csv, to_json
from dodecant.practice.planning.entries import Entry
from dodecant.practice.planning.goals import Goal, PlanDocument
from dodecant.practice.planning.plan import planned

LISBON = ZoneInfo("Europe/Lisbon")
STAMP = datetime(2026, 10, 20, 12, tzinfo=UTC)


def test_a_calendar_is_read_by_another_parser_across_the_clock_change() -> None:
    """On 25 October 2026 the clocks go back: half past six stays half past six."""
    document = PlanDocument(
        start=date(2026, 10, 23),
        goals=(Goal(title="Thirds; in C, and on", keys=("C", "D♭", "D", "E♭", "E"), minutes=18),),
        school="once-each",
    )
    found = planned(document, date(2026, 10, 23))
    data = to_icalendar(document, found.days, 1, "Europe/Lisbon", time(18, 30), STAMP)
    calendar = vobject.readOne(data.decode())
    events = calendar.vevent_list
    assert [event.dtstart.value.date() for event in events] == [date(2026, 10, 23 + n) for n in range(5)]
    assert {event.dtstart.value.strftime("%H:%M") for event in events} == {"18:30"}
    offsets = [event.dtstart.value.utcoffset() for event in events]
    assert offsets == [timedelta(hours=1)] * 2 + [timedelta(0)] * 3
    assert events[1].summary.value == "D♭: Thirds; in C, and on"
    assert "D♭ is next" in events[1].description.value
    assert events[0].duration.value == timedelta(minutes=18)
    assert len({event.uid.value for event in events}) == 5
    again = to_icalendar(document, found.days, 1, "Europe/Lisbon", time(19), STAMP)
    assert [e.uid.value for e in vobject.readOne(again.decode()).vevent_list] == [e.uid.value for e in events]
    with pytest.raises(RecipeError, match="no time zone"):
        to_icalendar(document, found.days, 1, "../etc", time(18), STAMP)


words = st.text(st.characters(exclude_categories=["C"], exclude_characters="\x85\u2028\u2029"), min_size=1, max_size=20)
texts = words.map(str.strip).filter(bool)
entries = st.builds(
    lambda moment, **more: Entry(day=moment.astimezone(LISBON).date(), at=moment, zone="Europe/Lisbon", **more),
    moment=st.datetimes(datetime(2026, 1, 1), datetime(2026, 12, 31)).map(
        lambda found: found.replace(microsecond=0, minute=found.minute, tzinfo=UTC)
    ),
    what=texts, minutes=st.floats(0.1, 200).map(lambda number: round(number, 2)),
    key=st.none() | st.integers(0, 11), sound=st.sampled_from(["", "Dorian", "whole tone"]),
    value=st.sampled_from(["", "eighth"]), tempo=st.none() | st.integers(20, 300),
    word=st.sampled_from(["", "easy", "pushing"]), recipe=st.sampled_from(["", "3f2a"]),
    version=st.sampled_from(["", "in triplets; backwards"]), assignment=st.none() | st.integers(1, 2**53),
    notes=st.integers(0, 99), slips=st.integers(0, 9),
    source=st.just("file"),
    slipped=st.dictionaries(st.tuples(st.sampled_from(["♭2", "6"]), st.sampled_from(["wrong", "late"])),
                            st.integers(1, 5), max_size=2),
)  # fmt: skip


@given(st.lists(entries, max_size=8))
def test_a_logbook_goes_out_and_comes_back(kept: list[Entry]) -> None:
    kept = [one for one in kept if not _twice(one.at)]
    for data in (to_json(kept), to_csv(kept), to_csv(kept).decode("utf-8-sig").encode("utf-16")):
        assert read_logbook(data, ZoneInfo("UTC")).entries == tuple(kept)


def _twice(moment: datetime) -> bool:
    """Whether a local time comes twice, when clocks go back."""
    return moment.astimezone(LISBON).fold == 1


HEAD = "day,what,minutes,key,tempo,word"


@pytest.mark.parametrize(
    ("data", "entries", "faults"),
    [
        (f"{HEAD}\n2026-11-02,Thirds,10,D♭,96,easy\n".encode(), 1, []),
        # Another encoding and another separator, commas in numbers.
        ("day;what;minutes\n2026-11-02;Übung;7,5\n".encode("cp1252"), 1, []),
        (b"day\twhat\tminutes\r\n2026-11-02\tThirds\t10\r\n\r\n", 1, []),
        (f"{HEAD}\n2026-02-29,Thirds,10,,,\n2028-02-29,Thirds,10,,,\n".encode(), 1,
         [RowFault(2, "“2026-02-29” is no day.", "Write year, month and day: 2026-11-28.")]),
        (f"{HEAD}\n2026-11-02,Thirds,0,,,\n2026-11-02,Thirds,x,,,\n2026-11-02,,5,,,\n2026-11-02,T,5,H,,\n"
         "2026-11-02,T,5,,,nice\n2026-11-02,T,5,,900,\n".encode(), 0,
         [RowFault(2, "0 minutes cannot be.", "Write from 0.01 to 1440."),
          RowFault(3, "“x” is no number of minutes.", "Write a number."),
          RowFault(4, "It does not say what was practised.", "Write something under “what”."),
          RowFault(5, "“H” is not a note", ""),
          RowFault(6, "“nice” is no word for how it went.", "Write easy, comfortable, pushing, or nothing."),
          RowFault(7, "900 tempo cannot be.", "Write from 10 to 400.")]),
    ],
)  # fmt: skip
def test_rows_that_cannot_be_taken_are_told_by_line(data: bytes, entries: int, faults: list[RowFault]) -> None:
    found = read_logbook(data, LISBON)
    assert len(found.entries) == entries
    assert [fault.line for fault in found.faults] == [fault.line for fault in faults]
    for one, due in zip(found.faults, faults, strict=True):
        assert one.message.startswith(due.message)
        assert due.cure == "" or one.cure == due.cure


@pytest.mark.parametrize("data", [b"", b"what,minutes\nThirds,5\n", b"\x00\x01", b"{", b'{"entries": 5}', b"[" * 5000])
def test_what_is_no_logbook_is_refused_in_words(data: bytes) -> None:
    with pytest.raises(RecipeError) as caught:
        read_logbook(data, LISBON)
    assert caught.value.problems[0].message


@pytest.mark.parametrize(
    "what",
    [
        "=1+1",
        "+1",
        "-1",
        "@x",
        " =1+1",
        "\t=1+1",
        "\tx",
        "\rx",
        "＝1+1",
        "＋1",
        "－1",
        "＠x",
        "'=1",
        "''x",
        "a;=1+1",
        "a,=1",
        '"=1',
    ],
)
def test_a_spreadsheet_works_no_formula_out(what: str) -> None:
    """With any separator that it may take, no cell begins with what is worked out, and what was written comes back."""
    data = to_csv([Entry(day=date(2026, 11, 2), at=STAMP, zone="UTC", what=what, minutes=5)])
    for separator in ",;\t":
        for row in csv.reader(io.StringIO(data.decode("utf-8-sig"), newline=""), delimiter=separator):
            assert not any(cell[:1] in tuple("=+-@＝＋－＠\t\r\n ") and cell for cell in row)
    assert read_logbook(data, LISBON).entries[0].what == what.strip()


@pytest.mark.parametrize(
    ("row", "message"),
    [
        ({"slipped": None}, ""), ({"slipped": [["♭7", "wrong", 2]]}, ""), ({"slipped": "♭7 wrong 2; 6 late"}, ""),
        ({"slipped": [["♭7", "wrong", 2**70]]}, "is no slip"), ({"slipped": [[None]]}, "is no slip"),
        ({"slipped": "♭7"}, "is no slip"), ({"slipped": "♭7 wrong 0"}, "is no slip"),
        ({"slipped": "♭7 wrong 100000"}, ""), ({"slipped": "♭7 wrong 100001"}, "is no slip"),
        ({"tempo": 2**70}, "cannot be"), ({"notes": 100_000}, ""), ({"notes": 100_001}, "cannot be"),
        ({"assignment": 2**53 + 2}, "cannot be"), ({"assignment": "x"}, "is no number"),
        ({"minutes": "NaN"}, "cannot be"),
        ({"what": "\ud83c"}, "half a character"), ({"sound": "\udfb5"}, "half a character"),
        ({"slipped": "\ud83c"}, "half a character"), ({"slipped": [["\udfb5", "wrong", 1]]}, "half a character"),
        ({"what": "  "}, "what was practised"), ({"minutes": None}, "how long"),
        ({"day": "1999-12-31"}, "cannot be"), ({"day": "2000-01-01"}, ""),
        ({"day": "2026-12-02"}, ""), ({"day": "2026-12-03"}, "cannot be"), ({"zone": "Mars/Phobos"}, "time zone"),
        ({"time": "25:00"}, "cannot be read"), ({"time": None}, ""), ({"source": "stand"}, ""),
    ],
)  # fmt: skip
def test_what_a_row_may_say(row: dict[str, object], message: str) -> None:
    whole = {"day": "2026-11-02", "what": "Thirds", "minutes": 5, **row}
    found = read_logbook(json.dumps([whole]).encode(), LISBON, last=date(2026, 12, 2))
    assert len(found.entries) == (message == "")
    assert all(message in fault.message and fault.message.endswith(".") and fault.cure for fault in found.faults)
    assert all(entry.source == "file" for entry in found.entries)


def test_so_many_rows_are_taken_at_once(monkeypatch: pytest.MonkeyPatch) -> None:
    assert MOST_ROWS == 100_000
    monkeypatch.setattr("dodecant.formats.logbook_files.MOST_ROWS", 1_000)
    for more, faults in [(0, []), (1, ["Only 1,000 rows are taken at once."])]:
        data = f"{HEAD}\n".encode() + b"2026-11-02,Thirds,10,C,96,easy\n" * (1_000 + more)
        found = read_logbook(data, LISBON)
        assert (len(found.entries), [fault.message for fault in found.faults]) == (1_000, faults)
