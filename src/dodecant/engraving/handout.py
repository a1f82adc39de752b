"""The printed handout: a PDF made with Typst round the engraved strips."""

from __future__ import annotations

import json
from functools import cache
from importlib.resources import as_file, files
from typing import Literal

import typst

from dodecant.engraving.strip_svg import PRINT_WIDTH, strip_svg
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.wording.sentence import sentence_text

Paper = Literal["a4", "us-letter"]


def handout_pdf(exercise: Exercise, paper: Paper = "a4") -> bytes:
    """Title, sentence, one block a strip, page numbers. The same exercise gives the same bytes."""
    strips = []
    pictures: dict[str, bytes] = {}
    notes = {remark.strip: remark.text for remark in exercise.remarks}
    for strip in exercise.strips:
        name = f"strip-{strip.stop.index}.svg"
        pictures[name] = strip_svg(exercise, strip, PRINT_WIDTH, styled=True).replace("currentColor", "black").encode()
        strips.append({"heading": strip.heading, "file": name, "note": notes.get(strip.stop.index, "")})
    sentence = sentence_text(exercise.sentence)
    data = {
        "title": exercise.recipe.title or "Exercise",
        "sentence": sentence,
        "facts": _facts(exercise),
        "paper": paper,
        "strips": strips,
    }
    source = {"main": _template(), "data.json": json.dumps(data).encode(), **pictures}
    with as_file(files("dodecant") / "engraving" / "fonts") as fonts:
        # The package takes a dict of files; its type stub knows only a single one.
        return bytes(typst.compile(source, font_paths=[fonts], ignore_system_fonts=True, timestamp=0))  # type: ignore[call-overload]


@cache
def _template() -> bytes:
    return (files("dodecant") / "engraving" / "handout.typ").read_bytes()


def _facts(exercise: Exercise) -> str:
    minutes, seconds = divmod(round(exercise.seconds), 60)
    strips = len(exercise.strips)
    return (
        f"{strips} strip{'s' if strips != 1 else ''} · {exercise.bars} bars · "
        f"{minutes} min {seconds:02} s once through at {exercise.recipe.tempo} beats a minute"
    )
