"""The description of the API (OpenAPI), shorter than the framework writes it.

Each error answer is described once and referred to. A document is described once, not once as it is sent and once as it
is answered. A field's name is not repeated as its title.
"""

from __future__ import annotations

import json
from typing import Any

from fastapi import FastAPI

_ASKED, _ANSWERED = "-Input", "-Output"
_PROBLEMS = "#/components/schemas/ProblemsOut"


def describe(app: FastAPI) -> dict[str, Any]:
    """The description that the application serves and the screen's types are made from. Worked out once.

    A document that is both sent and answered has one schema: an answer has all its fields, and a request may still
    leave out those with a default.
    """
    if app.openapi_schema is None:
        app.openapi_schema = _without_titles(_with_shared_errors(_with_one_schema_each(FastAPI.openapi(app))))
    return app.openapi_schema


def _with_one_schema_each(description: dict[str, Any]) -> dict[str, Any]:
    """Without the `-Input` twin of every `-Output` schema; what has one form only keeps its name."""
    schemas = description["components"]["schemas"]
    twins = [name.removesuffix(_ANSWERED) for name in schemas if name.endswith(_ANSWERED)]
    for name in twins:
        schemas[name] = schemas.pop(name + _ANSWERED)
        del schemas[name + _ASKED]
    text = json.dumps(description)
    for name in twins:
        for form in (_ASKED, _ANSWERED):
            text = text.replace(f'"#/components/schemas/{name}{form}"', f'"#/components/schemas/{name}"')
    described: dict[str, Any] = json.loads(text)
    described["components"]["schemas"] = dict(sorted(described["components"]["schemas"].items()))
    return described


def _with_shared_errors(description: dict[str, Any]) -> dict[str, Any]:
    """With the answers that hold problems under `components/responses`, by their status."""
    shared = description["components"].setdefault("responses", {})
    for operations in description["paths"].values():
        for operation in operations.values():
            for status, answer in operation["responses"].items():
                if answer.get("content", {}).get("application/json", {}).get("schema") == {"$ref": _PROBLEMS}:
                    shared[status] = answer
                    operation["responses"][status] = {"$ref": f"#/components/responses/{status}"}
    description["components"]["responses"] = dict(sorted(shared.items()))
    return description


def _without_titles(description: dict[str, Any]) -> dict[str, Any]:
    """Without the titles that are made from names; a field that is called `title` stays."""
    description["paths"] = _untitled(description["paths"])
    description["components"]["schemas"] = {
        name: _untitled(schema) for name, schema in description["components"]["schemas"].items()
    }
    return description


def _untitled(part: Any) -> Any:
    if isinstance(part, dict):
        return {key: _untitled(value) for key, value in part.items() if key != "title" or not isinstance(value, str)}
    return [_untitled(value) for value in part] if isinstance(part, list) else part
