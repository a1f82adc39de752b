"""Writes docs/gallery.md and its pictures from the recipes in examples/ (`make gallery`)."""

from __future__ import annotations

from pathlib import Path

from dodecant.engraving.strip_svg import PRINT_WIDTH, strip_svg
from dodecant.exercise.press import press
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.formats.json.documents import from_json
from dodecant.tables import load_tables

ROOT = Path(__file__).parent.parent
PICTURES = ROOT / "docs" / "gallery"
HEAD = "# Gallery\n\nThe first strip of every recipe in `examples/`. `make gallery` writes this page.\n"


def main() -> None:
    """Work every recipe out and write its first strip."""
    PICTURES.mkdir(exist_ok=True)
    parts = [HEAD]
    for file in sorted((ROOT / "examples").glob("*.recipe.json")):
        exercise = press(from_json(file.read_bytes()), load_tables())
        picture = strip_svg(exercise, exercise.strips[0], PRINT_WIDTH, styled=True, alone=True).replace(
            "currentColor", "#16222a"
        )
        name = f"{file.name.removesuffix('.recipe.json')}.svg"
        (PICTURES / name).write_text(picture, "utf-8")
        sentence = sentence_text(exercise.sentence)
        heading = exercise.strips[0].heading
        parts.append(f"## {exercise.recipe.title}\n\n{sentence}\n\n![{heading}](gallery/{name})\n")
    (ROOT / "docs" / "gallery.md").write_text("\n".join(parts), "utf-8")


if __name__ == "__main__":
    main()
