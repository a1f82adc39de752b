"""Shelves of saved documents, one for each kind: recipes, changes, scales of one's own."""

from __future__ import annotations

import sqlite3
import uuid
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import datetime
from threading import RLock
from typing import Generic, TypeVar

from cachetools import LRUCache, cached

from dodecant.store.database import atomic

Document = TypeVar("Document")
_AT_ONCE = 500  # documents asked for in one question
_REMEMBERED = 500  # documents as they were read last


class UnknownDocumentError(LookupError):
    """There is no such document, or it is deleted."""


class StaleRevisionError(RuntimeError):
    """The document was changed elsewhere since it was read."""


class DamagedDocumentError(RuntimeError):
    """What is stored cannot be read as a document of its kind; the message says why."""


@dataclass(frozen=True)
class Damaged:
    """A stored document that cannot be read: its title, and why."""

    id: str
    title: str
    why: str


@dataclass(frozen=True)
class Saved(Generic[Document]):
    """A document with its place in the file. `revision` grows by one with each change."""

    id: str
    document: Document
    title: str
    revision: int
    created_at: str
    changed_at: str


@dataclass(frozen=True, slots=True)
class ShelfEntry:
    """A document in the list of its shelf, before it is read."""

    id: str
    revision: int
    title: str


@dataclass(frozen=True)
class Page(Generic[Document]):
    """Some of the documents of a shelf, and of how many; those that cannot be read stand apart."""

    found: int
    documents: tuple[Saved[Document], ...]
    damaged: tuple[Damaged, ...]


@dataclass(frozen=True)
class Shelf(Generic[Document]):
    """All saved documents of one kind.

    `read` and `write` are its JSON form, `title` tells its name, `retitled` renames it.
    """

    kind: str
    read: Callable[[bytes], Document]
    write: Callable[[Document], bytes]
    title: Callable[[Document], str]
    retitled: Callable[[Document, str], Document]

    def page(
        self,
        connection: sqlite3.Connection,
        entries: Sequence[ShelfEntry],
        start: int = 0,
        count: int = 1000,
        *,
        by_title: bool = False,
    ) -> Page[Document]:
        """So many of the entries; only those documents are read. They come as given, or the first in the alphabet."""
        listed = sorted(entries, key=lambda entry: entry.title.casefold()) if by_title else entries
        shown = listed[start : start + count]
        read = self._read_some(connection, [entry.id for entry in shown])
        found = [read[entry.id] for entry in shown if entry.id in read]
        documents = tuple(one for one in found if isinstance(one, Saved))
        return Page(len(listed), documents, tuple(one for one in found if isinstance(one, Damaged)))

    def entries(self, connection: sqlite3.Connection, search: str = "") -> list[ShelfEntry]:
        """Those whose title holds every word of the search, the last changed first."""
        words = search.casefold().split()
        rows = connection.execute(f"{_SELECT_ENTRY} WHERE {_KEPT} {_ORDER}", (self.kind,))
        listed = (ShelfEntry(str(row["id"]), row["revision"], str(row["title"])) for row in rows)
        return [entry for entry in listed if all(word in entry.title.casefold() for word in words)]

    def read_some(self, connection: sqlite3.Connection, ids: Sequence[str]) -> list[Saved[Document]]:
        """Some of the documents, those that can be read, in any order."""
        return [one for one in self._read_some(connection, ids).values() if isinstance(one, Saved)]

    def _read_some(self, connection: sqlite3.Connection, ids: Sequence[str]) -> dict[str, Saved[Document] | Damaged]:
        found: dict[str, Saved[Document] | Damaged] = {}
        for start in range(0, len(ids), _AT_ONCE):
            some = ids[start : start + _AT_ONCE]
            held = ", ".join("?" * len(some))
            rows = connection.execute(f"{_SELECT} WHERE {_KEPT} AND id IN ({held})", (self.kind, *some))
            found |= {row["id"]: self._or_damaged(row) for row in rows}
        return found

    def raw(self, connection: sqlite3.Connection, document_id: str) -> tuple[str, bytes]:
        """The title and the stored bytes of a document, whatever they are; raises UnknownDocumentError."""
        row = self._row(connection, document_id)
        text = row["document"]
        return str(row["title"]), text if isinstance(text, bytes) else str(text).encode("utf-8", "surrogatepass")

    def get(self, connection: sqlite3.Connection, document_id: str) -> Saved[Document]:
        """One document; raises UnknownDocumentError, or DamagedDocumentError for one that cannot be read."""
        return self._saved(self._row(connection, document_id))

    def add(self, connection: sqlite3.Connection, document: Document, now: datetime) -> Saved[Document]:
        """Keep a new document; raises what reading raises for one that could not be opened again."""
        self.read(self.write(document))
        document_id = uuid.uuid4().hex
        values = (document_id, self.kind, self.title(document), self._text(document), now.isoformat(), now.isoformat())
        with atomic(connection):
            connection.execute(
                "INSERT INTO document (id, kind, title, document, created_at, changed_at) VALUES (?, ?, ?, ?, ?, ?)",
                values,
            )
        return self.get(connection, document_id)

    def change(
        self, connection: sqlite3.Connection, document_id: str, document: Document, revision: int, now: datetime
    ) -> Saved[Document]:
        """Replace a document that still has the revision it was read with; raises StaleRevisionError otherwise."""
        with atomic(connection):
            if self.get(connection, document_id).revision != revision:
                raise StaleRevisionError(document_id)
            connection.execute(
                "UPDATE document SET title = ?, document = ?, revision = revision + 1, changed_at = ? WHERE id = ?",
                (self.title(document), self._text(document), now.isoformat(), document_id),
            )
        return self.get(connection, document_id)

    def copy(self, connection: sqlite3.Connection, document_id: str, now: datetime) -> Saved[Document]:
        """Keep a second document like this one, titled “… (copy)”."""
        return self.add(connection, self.copied(connection, document_id), now)

    def copied(self, connection: sqlite3.Connection, document_id: str) -> Document:
        """A second document like this one, titled “… (copy)”, not yet kept; raises what reading raises."""
        original = self.get(connection, document_id)
        return self.read(self.write(self.retitled(original.document, f"{original.title[:112]} (copy)")))

    def delete(self, connection: sqlite3.Connection, document_id: str, now: datetime) -> None:
        """Put a document away; `restore` brings it back."""
        self._row(connection, document_id)
        connection.execute("UPDATE document SET deleted_at = ? WHERE id = ?", (now.isoformat(), document_id))

    def restore(self, connection: sqlite3.Connection, document_id: str) -> Saved[Document]:
        """Bring a deleted document back; raises UnknownDocumentError when there never was one."""
        connection.execute("UPDATE document SET deleted_at = NULL WHERE id = ? AND kind = ?", (document_id, self.kind))
        return self.get(connection, document_id)

    def _text(self, document: Document) -> str:
        return self.write(document).decode()

    def _row(self, connection: sqlite3.Connection, document_id: str) -> sqlite3.Row:
        row: sqlite3.Row | None = connection.execute(
            f"{_SELECT} WHERE id = ? AND kind = ? AND deleted_at IS NULL", (document_id, self.kind)
        ).fetchone()
        if row is None:
            raise UnknownDocumentError(document_id)
        return row

    def _or_damaged(self, row: sqlite3.Row) -> Saved[Document] | Damaged:
        try:
            return self._saved(row)
        except DamagedDocumentError as error:
            return Damaged(row["id"], row["title"], str(error))

    def _saved(self, row: sqlite3.Row) -> Saved[Document]:
        try:
            document = _read(self.read, row["document"])
        except (ValueError, AttributeError) as error:  # a RecipeError is a ValueError; bytes have no encoding
            raise DamagedDocumentError(str(error)) from None
        return Saved(row["id"], document, row["title"], row["revision"], row["created_at"], row["changed_at"])


@cached(LRUCache(_REMEMBERED), key=lambda read, text: (read, text), lock=RLock())
def _read(read: Callable[[bytes], Document], text: str) -> Document:
    """A document as it is stored: read once."""
    return read(text.encode())


_SELECT = "SELECT id, title, document, revision, created_at, changed_at FROM document"
_SELECT_ENTRY = "SELECT id, revision, title FROM document"
_KEPT = "kind = ? AND deleted_at IS NULL"
_ORDER = "ORDER BY changed_at DESC, id"
