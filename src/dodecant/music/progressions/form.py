"""Generic forms: progressions of the method books, as data, in any key."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass

from dodecant.music.core.errors import MusicError
from dodecant.music.core.key import Key
from dodecant.music.progressions.changes import Changes
from dodecant.music.progressions.changes_text import parse_changes


@dataclass(frozen=True, slots=True)
class Form:
    """A named progression in numerals, with the key it is written in."""

    id: str
    name: str
    group: str
    key: Key
    use: str
    body: str

    def text_in(self, key: Key) -> str:
        """The form as a text of changes in a key of its own colour."""
        return f"title: {self.name}\nkey: {key.tonic.text} {self.key.colour}\n{self.body.strip()}\n"

    def changes_in(self, key: Key) -> Changes:
        """The form worked out."""
        return parse_changes(self.text_in(key))


def read_forms(text: str) -> tuple[Form, ...]:
    """Read and check the data file (TOML); raises MusicError naming the row that is wrong."""
    forms = []
    for row in tomllib.loads(text)["form"]:
        form = Form(row["id"], row["name"], row["group"], Key.parse(row["key"]), row["use"], row["changes"])
        try:
            form.changes_in(form.key)
        except MusicError as error:
            raise MusicError(f"Form {form.id}: {error.message}", cure=error.cure) from None
        forms.append(form)
    if len({form.id for form in forms}) < len(forms) or len({form.name for form in forms}) < len(forms):
        raise MusicError("Every form's id and name must be unique")
    return tuple(forms)
