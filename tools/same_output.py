"""Tells whether the files made of every demo recipe are what they were: run it before and after a change.

    python -m tools.same_output --keep before.json
    python -m tools.same_output --against before.json

MusicXML, MIDI, SVG and PDF are compared byte for byte. The exercise document is compared as JSON, with the renamed
fields given as `--renamed old=new` and new ones as `--added name`. The recipe's own form is left out: `docs/recipe.md`
tells how that changed.
"""

from __future__ import annotations

import argparse
import hashlib
import json
import sys
from pathlib import Path
from typing import Any

from dodecant.exercise.press import press
from dodecant.formats.json.documents import from_json
from dodecant.tables import load_tables

DEMO = Path(__file__).parent.parent / "src" / "dodecant" / "demo"
BYTES = ("musicxml", "midi", "swung-midi", "svg", "pdf")


def outputs() -> dict[str, Any]:
    """For every demo recipe a digest of each file and the exercise document without its recipe."""
    found: dict[str, Any] = {}
    for path in sorted(DEMO.glob("*.recipe.json")):
        exercise = press(from_json(path.read_bytes()), load_tables())
        files = {kind: hashlib.sha256(_written(kind, exercise)).hexdigest() for kind in BYTES}
        document = json.loads(_written("json", exercise))
        document.pop("recipe")
        found[path.name] = {**files, "json": document}
    return found


def _written(kind: str, exercise: Any) -> bytes:
    from dodecant.exports.registry import OF_EXERCISES

    return OF_EXERCISES[kind].write(exercise)


def renamed(value: Any, names: dict[str, str]) -> Any:
    """A JSON value with fields renamed at every depth."""
    if isinstance(value, dict):
        return {names.get(key, key): renamed(one, names) for key, one in value.items()}
    return [renamed(one, names) for one in value] if isinstance(value, list) else value


def without(value: Any, names: list[str]) -> Any:
    """A JSON value without some fields at every depth."""
    if isinstance(value, dict):
        return {key: without(one, names) for key, one in value.items() if key not in names}
    return [without(one, names) for one in value] if isinstance(value, list) else value


def main() -> int:
    """0 when nothing differs, else 1 with a line for each difference."""
    parser = argparse.ArgumentParser(description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
    parser.add_argument("--keep", type=Path)
    parser.add_argument("--against", type=Path)
    parser.add_argument("--renamed", action="append", default=[], metavar="OLD=NEW")
    parser.add_argument("--added", action="append", default=[], metavar="FIELD", help="a field that is new")
    options = parser.parse_args()
    now = outputs()
    if options.keep:
        options.keep.write_text(json.dumps(now))
        return 0
    names = dict(pair.split("=") for pair in options.renamed)
    before = json.loads(options.against.read_text())
    differing = [
        f"{recipe}: {kind}"
        for recipe, files in before.items()
        for kind, value in files.items()
        if renamed(value, names) != without(now.get(recipe, {}).get(kind), options.added)
    ]
    print("\n".join(differing) or f"{len(before)} recipes give what they gave.")
    return 1 if differing else 0


if __name__ == "__main__":
    sys.exit(main())
