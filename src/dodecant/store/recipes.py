"""Saved recipes."""

from __future__ import annotations

import sqlite3
import uuid
from dataclasses import dataclass
from datetime import datetime

from dodecant.exercise.recipe import Recipe
from dodecant.formats.recipe_json import from_json, to_json
from dodecant.store.database import atomic


class UnknownRecipeError(LookupError):
    """There is no such recipe, or it is deleted."""


class StaleRevisionError(RuntimeError):
    """The recipe was changed elsewhere since it was read."""


@dataclass(frozen=True)
class SavedRecipe:
    """A recipe with its place in the file. `revision` grows by one with each change."""

    id: str
    recipe: Recipe
    revision: int
    created_at: str
    changed_at: str


def list_recipes(connection: sqlite3.Connection, search: str = "") -> list[SavedRecipe]:
    """All recipes whose title holds every word of the search, the last changed first."""
    found = [_saved(row) for row in connection.execute(f"{_SELECT} WHERE deleted_at IS NULL {_ORDER}")]
    words = search.casefold().split()
    return [saved for saved in found if all(word in saved.recipe.title.casefold() for word in words)]


def get_recipe(connection: sqlite3.Connection, recipe_id: str) -> SavedRecipe:
    """One recipe; raises UnknownRecipeError."""
    row = connection.execute(f"{_SELECT} WHERE id = ? AND deleted_at IS NULL", (recipe_id,)).fetchone()
    if row is None:
        raise UnknownRecipeError(recipe_id)
    return _saved(row)


def add_recipe(connection: sqlite3.Connection, recipe: Recipe, now: datetime) -> SavedRecipe:
    """Keep a new recipe."""
    recipe_id = uuid.uuid4().hex
    with atomic(connection):
        connection.execute(
            "INSERT INTO recipe (id, title, document, created_at, changed_at) VALUES (?, ?, ?, ?, ?)",
            (recipe_id, recipe.title, to_json(recipe).decode(), now.isoformat(), now.isoformat()),
        )
    return get_recipe(connection, recipe_id)


def change_recipe(
    connection: sqlite3.Connection, recipe_id: str, recipe: Recipe, revision: int, now: datetime
) -> SavedRecipe:
    """Replace a recipe that still has the revision it was read with; raises StaleRevisionError otherwise."""
    with atomic(connection):
        if get_recipe(connection, recipe_id).revision != revision:
            raise StaleRevisionError(recipe_id)
        connection.execute(
            "UPDATE recipe SET title = ?, document = ?, revision = revision + 1, changed_at = ? WHERE id = ?",
            (recipe.title, to_json(recipe).decode(), now.isoformat(), recipe_id),
        )
    return get_recipe(connection, recipe_id)


def copy_recipe(connection: sqlite3.Connection, recipe_id: str, now: datetime) -> SavedRecipe:
    """Keep a second recipe like this one, titled “… (copy)”."""
    original = get_recipe(connection, recipe_id).recipe
    return add_recipe(connection, original.model_copy(update={"title": f"{original.title[:112]} (copy)"}), now)


def delete_recipe(connection: sqlite3.Connection, recipe_id: str, now: datetime) -> None:
    """Put a recipe away; `restore_recipe` brings it back."""
    get_recipe(connection, recipe_id)
    connection.execute("UPDATE recipe SET deleted_at = ? WHERE id = ?", (now.isoformat(), recipe_id))


def restore_recipe(connection: sqlite3.Connection, recipe_id: str) -> SavedRecipe:
    """Bring a deleted recipe back; raises UnknownRecipeError when there never was one."""
    connection.execute("UPDATE recipe SET deleted_at = NULL WHERE id = ?", (recipe_id,))
    return get_recipe(connection, recipe_id)


_SELECT = "SELECT id, document, revision, created_at, changed_at FROM recipe"
_ORDER = "ORDER BY changed_at DESC, id"


def _saved(row: sqlite3.Row) -> SavedRecipe:
    return SavedRecipe(
        row["id"], from_json(row["document"].encode()), row["revision"], row["created_at"], row["changed_at"]
    )
