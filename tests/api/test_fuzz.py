"""Every address with generated documents and with nonsense: no fault of ours, nothing that is not described."""

from __future__ import annotations

import json
import shutil
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient
from hypothesis import given
from hypothesis import strategies as st

from dodecant.api.app import equip
from dodecant.store.database import Database
from tests.generated import examples
from tests.strategies import everything

METHODS = ("get", "post", "put", "delete")
scalars = st.none() | st.booleans() | st.integers(-(10**9), 10**9) | st.floats() | st.text(max_size=12)
nonsense = st.recursive(
    scalars,
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.text(max_size=8), inner, max_size=4),
    max_leaves=12,
)


@pytest.fixture(scope="module")
def client(application: FastAPI, filled: Path, tmp_path_factory: pytest.TempPathFactory) -> Iterator[TestClient]:
    equip(application, Database(Path(shutil.copy(filled, tmp_path_factory.mktemp("fuzz")))))
    with TestClient(application, base_url="http://localhost") as found:
        yield found


@pytest.fixture(scope="module")
def described(client: TestClient) -> dict[tuple[str, str], set[str]]:
    """The statuses each address can answer, by method and path."""
    paths: dict[str, Any] = client.get("/api/openapi.json").json()["paths"]
    return {
        (method, path): set(about["responses"])
        for path, methods in paths.items()
        for method, about in methods.items()
        if method in METHODS
    }


def asked(client: TestClient, method: str, path: str, body: object) -> str:
    """The status of an answer; a body may hold what JSON has no word for."""
    address = path.replace("{document_id}", "nowhere").replace("{kind}", "musicxml").replace("{form_id}", "x")
    sent = (
        {}
        if method in ("get", "delete")
        else {"content": json.dumps(body), "headers": {"content-type": "application/json"}}
    )
    answer = client.request(method, address, **sent)  # type: ignore[arg-type]
    if answer.status_code >= 400:
        assert all(problem["message"] for problem in answer.json()["problems"])
    return str(answer.status_code)


@examples(6)
@given(body=nonsense)
def test_nonsense_is_refused_in_words_everywhere(
    client: TestClient, described: dict[tuple[str, str], set[str]], body: object
) -> None:
    for (method, path), statuses in described.items():
        status = asked(client, method, path, body)
        assert status in statuses, (method, path, status)
        assert not status.startswith("5"), (method, path, body)


@examples(15)
@given(recipe=everything(), beat=st.integers(0, 9))
def test_any_recipe_is_answered_at_every_address_that_takes_one(
    client: TestClient, described: dict[tuple[str, str], set[str]], recipe: dict[str, Any], beat: int
) -> None:
    bodies: list[tuple[str, str, object]] = [
        ("post", "/api/exercises", recipe), ("post", "/api/strips", {"recipe": recipe, "indexes": [0]}),
        ("post", "/api/joins", {"recipe": recipe, "strip": 0, "beat": str(beat)}),
        ("post", "/api/etude-choices", {"recipe": recipe, "bar": beat + 1}),
        ("post", "/api/previews", {"recipes": [recipe, recipe]}),
        ("post", "/api/variations", {"recipe": recipe, "way": "harder"}),
        *(("post", "/api/explanations", {"recipe": recipe, "phrase": p}) for p in ("figure", "sounds", "rules",
         "etude")),
        ("post", "/api/recipes", {**recipe, "title": "Pier"}),
    ]  # fmt: skip
    for method, path, body in bodies:
        status = asked(client, method, path, body)
        assert status in described[method, path], (path, status)
        assert not status.startswith("5"), path
