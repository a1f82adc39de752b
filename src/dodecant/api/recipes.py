"""Saved recipes: list, open, save, copy, delete and bring back."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from datetime import UTC, datetime
from typing import Annotated

from fastapi import APIRouter, Depends, Query, Request
from pydantic import BaseModel, Field

from dodecant.api.errors import ProblemsOut
from dodecant.exercise.press import press, say
from dodecant.exercise.problems import Problem, RecipeError
from dodecant.exercise.recipe import Recipe
from dodecant.store import recipes as store
from dodecant.store.database import Database
from dodecant.tables import load_tables

router = APIRouter(
    prefix="/api/recipes",
    tags=["recipes"],
    responses={status: {"model": ProblemsOut} for status in (404, 409, 422)},
)


class SavedOut(BaseModel):
    """A saved recipe; send `revision` back when you change it."""

    id: str
    recipe: Recipe
    revision: int
    changed_at: str
    sentence: str


class ChangeIn(BaseModel):
    """A changed recipe and the revision it was read with."""

    recipe: Recipe
    revision: Annotated[int, Field(ge=1, le=2**53)]


def _connection(request: Request) -> Iterator[sqlite3.Connection]:
    database: Database = request.app.state.database
    with database.connection() as connection:
        yield connection


Connection = Annotated[sqlite3.Connection, Depends(_connection)]


@router.get("")
def list_recipes(connection: Connection, search: Annotated[str, Query(max_length=200)] = "") -> list[SavedOut]:
    """All recipes whose title holds the words of the search, the last changed first."""
    return [_out(saved) for saved in store.list_recipes(connection, search)]


@router.post("", status_code=201)
def add_recipe(recipe: Recipe, connection: Connection) -> SavedOut:
    """Save a new recipe."""
    return _out(store.add_recipe(connection, _fit_to_keep(recipe), _now()))


@router.get("/{recipe_id}")
def get_recipe(recipe_id: str, connection: Connection) -> SavedOut:
    """One recipe."""
    return _out(store.get_recipe(connection, recipe_id))


@router.put("/{recipe_id}")
def change_recipe(recipe_id: str, change: ChangeIn, connection: Connection) -> SavedOut:
    """Save a changed recipe; 409 when it was changed elsewhere meanwhile."""
    recipe = _fit_to_keep(change.recipe, "/recipe")
    return _out(store.change_recipe(connection, recipe_id, recipe, change.revision, _now()))


@router.delete("/{recipe_id}", status_code=204)
def delete_recipe(recipe_id: str, connection: Connection) -> None:
    """Delete a recipe; it can be brought back."""
    store.delete_recipe(connection, recipe_id, _now())


@router.post("/{recipe_id}/restoration")
def restore_recipe(recipe_id: str, connection: Connection) -> SavedOut:
    """Bring a deleted recipe back."""
    return _out(store.restore_recipe(connection, recipe_id))


@router.post("/{recipe_id}/copies", status_code=201)
def copy_recipe(recipe_id: str, connection: Connection) -> SavedOut:
    """Save a second recipe like this one."""
    return _out(store.copy_recipe(connection, recipe_id, _now()))


def _fit_to_keep(recipe: Recipe, at: str = "") -> Recipe:
    """Only what can be worked out and has a name is kept."""
    if not recipe.title.strip():
        raise RecipeError([Problem(f"{at}/title", "The recipe has no name.", "Give it one to find it again.")])
    press(recipe, load_tables())
    return recipe


def _out(saved: store.SavedRecipe) -> SavedOut:
    return SavedOut(
        id=saved.id,
        recipe=saved.recipe,
        revision=saved.revision,
        changed_at=saved.changed_at,
        sentence=say(saved.recipe, load_tables()),
    )


def _now() -> datetime:
    return datetime.now(UTC)
