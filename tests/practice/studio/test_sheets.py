"""The sheets of an assignment: what each bears."""

from __future__ import annotations

from functools import partial

from dodecant.exercise.press import press
from dodecant.exercise.recipe.part import read_part
from dodecant.practice.studio.assignment import Assignment
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.profile import PlayerProfile
from dodecant.practice.studio.sheets import Recipient, sheets_of
from dodecant.tables import load_tables

TABLES = load_tables()
ILSE = Recipient(PlayerProfile(name="Ilse Varga", instrument="trombone"), (), "http://quay/t")
C = {"keys": {"order": "picked", "picked": ["C"]}}


def test_a_page_bears_the_name_it_was_given_under() -> None:
    given = read_part(Assignment, {"title": "For the ferry", "recipe": {**C, "title": "My notes on Ilse"}})
    for seat in (None, ILSE):
        (sheet,) = sheets_of(given, seat, HandoutLayout(), TABLES, partial(press, tables=TABLES))
        assert sheet.exercise.recipe.title == "For the ferry"


def test_words_and_links_stand_on_the_first_page_alone() -> None:
    steps = [{"kind": "recipe", "recipe": {**C, "title": title}} for title in ("One", "Two")]
    more = {"words": "Slowly.", "listening": "A bell.", "links": [{"name": "Bell", "address": "https://quay.example"}]}
    given = read_part(Assignment, {"title": "Evening", "routine": {"title": "x", "steps": steps}, **more})
    first, second = sheets_of(given, ILSE, HandoutLayout(), TABLES, partial(press, tables=TABLES))
    assert (first.words, first.listening, first.links) == ("Slowly.", "A bell.", (("Bell", "https://quay.example"),))
    assert (second.words, second.listening, second.links) == ("", "", ())
    assert [sheet.exercise.recipe.title for sheet in (first, second)] == ["One", "Two"]
    assert (first.address, second.player) == ("http://quay/t", "Ilse Varga")
