"""The logbook as a file: CSV (RFC 4180) and JSON, out and in. What cannot be read is told by its line."""

from __future__ import annotations

import csv
import io
import json
import re
from collections.abc import Iterable, Iterator, Mapping
from datetime import UTC, date, datetime, time
from functools import lru_cache
from typing import Any, Final, NamedTuple
from zoneinfo import ZoneInfo

from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.formats.calendar import zone_of
from dodecant.formats.json.documents import json_value
from dodecant.formats.logbook_columns import COLUMNS, UnreadableError, read_slips, written_slips
from dodecant.music.core.errors import MusicError
from dodecant.practice.planning.entries import Entry

MOST_ROWS: Final = 100_000
FIRST_DAY: Final = date(2000, 1, 1)
_NEEDED: Final = ("day", *(column.name for column in COLUMNS if column.needed))
_FIELDS: Final = ("day", "time", "zone", *(column.name for column in COLUMNS), "slipped")
# A spreadsheet works out a cell that begins with one of these signs, also in full width, also after blanks; and it may
# take another separator than ours.
_BEGINS: Final = r"(?P<before>\A|[;,\t\r\n])"
_WORKED_OUT: Final = r"(?=\s*[=+\-@＝＋－＠]|[\t\r\n'])"
_HARMFUL: Final = re.compile(_BEGINS + _WORKED_OUT)
_HARMLESS: Final = re.compile(f"{_BEGINS}'{_WORKED_OUT}")
_HALF: Final = re.compile("[\ud800-\udfff]")  # of a character outside the basic plane
_ENCODINGS: Final = ("utf-8-sig", "cp1252")
_UTF_16: Final = (b"\xff\xfe", b"\xfe\xff")


class RowFault(NamedTuple):
    """A row that cannot be taken: its line (from 1), what is wrong, what would be right."""

    line: int
    message: str
    cure: str


class ReadLogbook(NamedTuple):
    """What was read: entries, and the rows that cannot be taken."""

    entries: tuple[Entry, ...]
    faults: tuple[RowFault, ...]


def to_csv(entries: Iterable[Entry]) -> bytes:
    """All entries as CSV in UTF-8, a header first, with their slips by degree and kind. Every cell is quoted, so that
    one that holds a separator stays one.
    """
    out = io.StringIO()
    writer = csv.writer(out, quoting=csv.QUOTE_ALL)
    writer.writerow(_FIELDS)
    for entry in entries:
        row = {**_row(entry), "slipped": written_slips(entry.slipped)}
        writer.writerow([_plain(row[field]) for field in _FIELDS])
    return out.getvalue().encode("utf-8-sig")


def to_json(entries: Iterable[Entry]) -> bytes:
    """All entries as JSON, with their slips by degree and kind."""
    rows = [{**_row(entry), "slipped": [[*what, times] for what, times in entry.slipped.items()]} for entry in entries]
    text = json.dumps({"format": "dodecant-logbook", "version": 1, "entries": rows}, ensure_ascii=False, indent=1)
    return f"{text}\n".encode()


def read_logbook(data: bytes, zone: ZoneInfo, player: int = 1, last: date = date(2199, 12, 31)) -> ReadLogbook:
    """Read a CSV file, with any usual separator and encoding, or one of our JSON files; raises RecipeError for neither.

    Times without a zone are taken to be local in `zone`; no day after the `last` is taken.
    """
    text = text_of(data)
    if text.lstrip().startswith(("{", "[")):
        rows: Iterator[tuple[int, Mapping[str, Any]]] = _json_rows(text.encode("utf-8", "surrogatepass"))
    else:
        rows = _csv_rows(text)
    entries: list[Entry] = []
    faults: list[RowFault] = []
    for line, row in rows:
        if len(entries) + len(faults) >= MOST_ROWS:
            faults.append(RowFault(line, f"Only {MOST_ROWS:,} rows are taken at once.", "Cut the file in parts."))
            break
        try:
            entries.append(_entry(row, zone, player, last))
        except (ValueError, MusicError, RecipeError, OverflowError) as error:
            faults.append(RowFault(line, *_told(error)))
    return ReadLogbook(tuple(entries), tuple(faults))


def text_of(data: bytes) -> str:
    """The text of a file in UTF-8, UTF-16 or the usual one of spreadsheets; raises RecipeError for what is no text."""
    for encoding in ("utf-16",) if data.startswith(_UTF_16) else _ENCODINGS:
        try:
            text = data.decode(encoding)
        except UnicodeDecodeError:
            continue
        if "\x00" in text:
            raise RecipeError([Problem("", "This file is no text.", "Choose a CSV or JSON file.")])
        return text
    raise RecipeError([Problem("", "This file is no text we can read.", "Save it as UTF-8.")])


def _csv_rows(text: str) -> Iterator[tuple[int, Mapping[str, Any]]]:
    first = text.split("\n", 1)[0]
    separator = max(",;\t|", key=first.count)
    try:
        reader = csv.DictReader(io.StringIO(text, newline=""), delimiter=separator)
        names = {name.strip().lower() for name in reader.fieldnames or ()}
        missing = [name for name in _NEEDED if name not in names]
        if missing:
            message = f"The first line names no column “{missing[0]}”."
            raise RecipeError([Problem("", message, f"Begin with: {separator.join(_FIELDS)}", 0)])
        for row in reader:
            if any((value or "").strip() for value in row.values() if isinstance(value, str)):
                yield reader.line_num, {str(name).strip().lower(): value for name, value in row.items() if name}
    except csv.Error as error:
        raise RecipeError([Problem("", f"This CSV cannot be read: {error}.", "Save it again from a table.")]) from None


def _json_rows(data: bytes) -> Iterator[tuple[int, Mapping[str, Any]]]:
    document = json_value(data)
    rows = document.get("entries") if isinstance(document, dict) else document
    if not isinstance(rows, list):
        raise RecipeError([Problem("", "This JSON holds no list of entries.", "Choose a logbook file.")])
    for number, row in enumerate(rows, start=1):
        yield number, row if isinstance(row, dict) else {}


def _entry(row: Mapping[str, Any], zone: ZoneInfo, player: int, last: date) -> Entry:
    def text(name: str) -> str:
        value = row.get(name)
        if value is None or value == "":
            return ""
        found = _harmless(str(value))
        if found is None:
            raise UnreadableError(f"“{name}” holds half a character.", "Write it again.")
        return found

    slipped = row.get("slipped")
    if _HALF.search(json.dumps(slipped, ensure_ascii=False)):
        raise UnreadableError("“slipped” holds half a character.", "Write it again.")
    zone = zone_of(text("zone")) if text("zone") else zone
    day = _day(text("day"), last)
    clock = time.fromisoformat(text("time") or "12:00")
    said = {column.name: column.read(text(column.name)) for column in COLUMNS}
    at = datetime.combine(day, clock, zone).astimezone(UTC)
    return Entry(day=day, at=at, zone=zone.key, player=player, source="file", slipped=read_slips(slipped), **said)


@lru_cache(maxsize=4096)  # a logbook says the same things again and again
def _harmless(text: str) -> str | None:
    """A value without the quote that spreadsheets were kept from working it out by; None with half a character."""
    return None if _HALF.search(text) else _HARMLESS.sub(r"\g<before>", text).strip()


def _told(error: Exception) -> tuple[str, str]:
    if isinstance(error, MusicError):
        return error.message, error.cure
    if isinstance(error, RecipeError):
        return error.problems[0].message, error.problems[0].cure
    if isinstance(error, UnreadableError):
        message, cure = error.args
        return message, cure
    return "Something in this row cannot be read.", "Write the time as 18:30."


def _day(text: str, last: date) -> date:
    try:
        day = date.fromisoformat(text)
    except ValueError:
        raise UnreadableError(f"“{text[:40]}” is no day.", "Write year, month and day: 2026-11-28.") from None
    if not FIRST_DAY <= day <= last:
        raise UnreadableError(f"{text} cannot be.", f"Write a day from {FIRST_DAY} to {last}.")
    return day


def _row(entry: Entry) -> dict[str, Any]:
    local = entry.at.astimezone(ZoneInfo(entry.zone))
    when = {"day": entry.day.isoformat(), "time": local.strftime("%H:%M:%S"), "zone": entry.zone}
    return {**when, **{column.name: column.write(getattr(entry, column.name)) for column in COLUMNS}}


def _plain(value: object) -> object:
    """A value as a table shows it, with a quote before all that a spreadsheet would work out as a formula."""
    return _HARMFUL.sub(r"\g<before>'", value) if isinstance(value, str) else value
