"""Strips in words: by hand."""

from __future__ import annotations

from typing import Any

import pytest

from dodecant.exercise.press import press
from dodecant.exercise.recipe.document import read_recipe
from dodecant.exercise.tables import Tables
from dodecant.exercise.wording.strips import strip_words

ONE_OCTAVE = {"path": {"direction": "up", "low": {"step": 1, "octave": 1}, "high": {"step": 1, "octave": 2}}}
IN_F = {"keys": {"order": "picked", "picked": ["F"]}, "player": {"instrument": "piano", "tessitura": "middle"}}


@pytest.mark.parametrize(
    ("document", "words"),
    [
        (
            {"placement": {"value": "eighth"}},
            "F Ionian. 1 bar of 4/4, from F4 to F5. Bar 1: eighths 1 F4, 2 G4, 3 A4, 4 B♭4, 5 C5, 6 D5, 7 E5, 1 F5.",
        ),
        (
            {"placement": {"value": "quarter", "metre": "3/4"}, "spelling": {"values": "british"}},
            "F Ionian. 3 bars of 3/4, from F4 to F5. Bar 1: crotchets 1 F4, 2 G4, 3 A4. "
            "Bar 2: crotchets 4 B♭4, 5 C5, 6 D5. Bar 3: crotchet 7 E5; minim 1 F5.",
        ),
        (
            {"placement": {"value": "triplet"}, "numbers": "none"},
            "F Ionian. 1 bar of 4/4, from F4 to F5. Bar 1: eighth triplets F4, G4, A4, B♭4, C5, D5, E5; "
            "quarter triplet F5; quarter F5 held on.",
        ),
        (
            {"placement": {"value": "eighth", "metre": "4/4", "slots": "rsrs rsrs"}},
            "F Ionian. 2 bars of 4/4, from F4 to F5. Bar 1: eighth rest; eighth 1 F4; eighth rest; eighth 2 G4; "
            "eighth rest; eighth 3 A4; eighth rest; eighth 4 B♭4. Bar 2: eighth rest; eighth 5 C5; eighth rest; "
            "eighth 6 D5; eighth rest; eighth 7 E5; eighth rest; eighth 1 F5.",
        ),
    ],
)
def test_a_strip_is_told_bar_by_bar(tables: Tables, document: dict[str, Any], words: str) -> None:
    made = press(read_recipe({**ONE_OCTAVE, **IN_F, **document}), tables)
    assert strip_words(made.strips[0], made.recipe, made.metre) == words
