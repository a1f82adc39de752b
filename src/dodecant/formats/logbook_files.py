"""The logbook as a file: CSV (RFC 4180) and JSON, out and in. What cannot be read is told by its line."""

from __future__ import annotations

import csv
import io
import json
from collections.abc import Iterable, Iterator, Mapping
from datetime import UTC, date, datetime, time
from typing import Any, Final, NamedTuple
from zoneinfo import ZoneInfo

from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.formats.calendar import zone_of
from dodecant.formats.json.documents import json_value
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import NoteName
from dodecant.music.core.tonics import USUAL
from dodecant.practice.planning.entries import WORDS, Entry

MOST_ROWS: Final = 100_000
_FIELDS: Final = (
    "day", "time", "what", "minutes", "key", "sound", "position", "value", "tempo", "word", "notes", "slips", "version",
)  # fmt: skip
_NEEDED: Final = ("day", "what", "minutes")
_FORMULA: Final = ("=", "+", "-", "@")
_QUOTED: Final = tuple(f"'{sign}" for sign in _FORMULA)
_ENCODINGS: Final = ("utf-8-sig", "cp1252")


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
    """All entries as CSV in UTF-8, a header first."""
    out = io.StringIO()
    writer = csv.writer(out)
    writer.writerow(_FIELDS)
    writer.writerows([_plain(row[field]) for field in _FIELDS] for row in map(_row, entries))
    return out.getvalue().encode("utf-8-sig")


def to_json(entries: Iterable[Entry]) -> bytes:
    """All entries as JSON, with their slips by degree and kind."""
    rows = [
        {**_row(entry), "zone": entry.zone, "slipped": [[*what, times] for what, times in entry.slipped.items()]}
        for entry in entries
    ]
    text = json.dumps({"format": "dodecant-logbook", "version": 1, "entries": rows}, ensure_ascii=False, indent=1)
    return f"{text}\n".encode()


def read_logbook(data: bytes, zone: ZoneInfo, player: int = 1) -> ReadLogbook:
    """Read a CSV file, with any usual separator and encoding, or one of our JSON files; raises RecipeError for neither.

    Times without a zone are taken to be local in `zone`.
    """
    text = _text(data)
    if text.lstrip().startswith(("{", "[")):
        rows: Iterator[tuple[int, Mapping[str, Any]]] = _json_rows(data)
    else:
        rows = _csv_rows(text)
    entries: list[Entry] = []
    faults: list[RowFault] = []
    for line, row in rows:
        if len(entries) + len(faults) >= MOST_ROWS:
            faults.append(RowFault(line, f"Only {MOST_ROWS:,} rows are taken at once.", "Cut the file in parts."))
            break
        try:
            entries.append(_entry(row, zone, player))
        except (ValueError, MusicError, RecipeError, OverflowError) as error:
            faults.append(RowFault(line, *_told(error)))
    return ReadLogbook(tuple(entries), tuple(faults))


def _text(data: bytes) -> str:
    if b"\x00" in data:
        raise RecipeError([Problem("", "This file is no text.", "Choose a CSV or JSON file.")])
    for encoding in _ENCODINGS:
        try:
            return data.decode(encoding)
        except UnicodeDecodeError:
            continue
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
        raise RecipeError([Problem("", f"This CSV cannot be read: {error}.", "Save it anew from a table.")]) from None


def _json_rows(data: bytes) -> Iterator[tuple[int, Mapping[str, Any]]]:
    document = json_value(data)
    rows = document.get("entries") if isinstance(document, dict) else document
    if not isinstance(rows, list):
        raise RecipeError([Problem("", "This JSON holds no list of entries.", "Choose a logbook file.")])
    for number, row in enumerate(rows, start=1):
        yield number, row if isinstance(row, dict) else {}


def _entry(row: Mapping[str, Any], zone: ZoneInfo, player: int) -> Entry:
    def text(name: str, longest: int = 120) -> str:
        found = str(row.get(name) if row.get(name) is not None else "").strip()
        return found.removeprefix("'")[:longest] if found[:2] in _QUOTED else found[:longest]

    zone = zone_of(text("zone")) if text("zone") else zone
    day = _day(text("day"))
    clock = time.fromisoformat(text("time") or "12:00")
    key, word, tempo = text("key"), text("word"), text("tempo")
    if word not in WORDS:
        words = ", ".join(one for one in WORDS if one)
        raise _Unreadable(f"“{word[:40]}” is no word for how it went", f"Write {words}, or nothing.")
    if not text("what"):
        raise _Unreadable("It does not say what was practised", "Write something under “what”.")
    minutes = _number(text("minutes"), "minutes", 0.01, 1440)
    slipped = row.get("slipped")
    pairs = [one for one in slipped if isinstance(one, list) and len(one) == 3] if isinstance(slipped, list) else []
    return Entry(
        day=day, at=datetime.combine(day, clock, zone).astimezone(UTC), zone=zone.key, what=text("what"),
        minutes=minutes, key=NoteName.parse(key).pitch_class if key else None, sound=text("sound"),
        position=text("position"), value=text("value", 40),
        tempo=int(_number(tempo, "tempo", 10, 400)) if tempo else None, word=word,  # type: ignore[arg-type]
        notes=int(_number(text("notes") or "0", "notes", 0, 1e6)),
        slips=int(_number(text("slips") or "0", "slips", 0, 1e6)), version=text("version"), source="file",
        slipped={(str(degree)[:8], str(kind)[:24]): int(times) for degree, kind, times in pairs if int(times) > 0},
        player=player, assignment=_assignment(row.get("assignment")),
    )  # fmt: skip


def _assignment(number: object) -> int | None:
    """The assignment a practice pack names, if it does."""
    there = isinstance(number, int) and not isinstance(number, bool) and 0 < number < 2**53
    return number if there and isinstance(number, int) else None


class _Unreadable(ValueError):
    """Something in a row, and what would be right."""


def _told(error: Exception) -> tuple[str, str]:
    if isinstance(error, MusicError):
        return error.message, error.cure
    if isinstance(error, RecipeError):
        return error.problems[0].message, error.problems[0].cure
    if isinstance(error, _Unreadable):
        message, cure = error.args
        return f"{message}.", cure
    return "Something in this row cannot be read.", "Write the time as 18:30."


def _day(text: str) -> date:
    try:
        return date.fromisoformat(text)
    except ValueError:
        raise _Unreadable(f"“{text[:40]}” is no day", "Write year, month and day: 2026-11-28.") from None


def _number(text: str, name: str, least: float, most: float) -> float:
    try:
        number = float(text.replace(",", "."))
    except ValueError:
        raise _Unreadable(f"“{text[:40]}” is no number of {name}", "Write a number.") from None
    if not least <= number <= most:
        raise _Unreadable(f"{text} {name} cannot be", f"Write from {least:g} to {most:g}.")
    return number


def _row(entry: Entry) -> dict[str, Any]:
    local = entry.at.astimezone(ZoneInfo(entry.zone))
    return {
        "day": entry.day.isoformat(), "time": local.strftime("%H:%M:%S"), "what": entry.what, "minutes": entry.minutes,
        "key": "" if entry.key is None else USUAL["major"][entry.key], "sound": entry.sound, "position": entry.position,
        "value": entry.value, "tempo": entry.tempo, "word": entry.word, "notes": entry.notes, "slips": entry.slips,
        "version": entry.version,
    }  # fmt: skip


def _plain(value: object) -> object:
    """A value as a table shows it: one that a spreadsheet would work out as a formula is quoted."""
    if isinstance(value, str) and value.startswith(_FORMULA):
        return f"'{value}"
    return "" if value is None else value
