"""The practice pack: one HTML file that works offline: a player's pages, their sound, a logbook that comes back.

The page itself is built with the rest of the front end (`static/pack/`); here its data is put into it. Nothing in the
data can end the script it stands in, and the page's own policy lets nothing be fetched or run from elsewhere.
"""

from __future__ import annotations

import json
from base64 import b64encode
from collections.abc import Callable, Sequence
from typing import Any, Final

from dodecant.audio.mix import rendered, seconds_of, sound_file, soundings
from dodecant.backing.band import band
from dodecant.backing.setting import Backing
from dodecant.engraving.contour import contour_svg
from dodecant.engraving.progress import each, telling
from dodecant.engraving.strip_svg import PRINT_WIDTH, strip_svg
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.notation.score import Strip
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.rhythm.note_values import BEATS
from dodecant.exercise.tables import Tables
from dodecant.exercise.wording.sentence import sentence_text
from dodecant.formats.json.exercise import practised
from dodecant.formats.words import words_data
from dodecant.music.core.tonics import USUAL
from dodecant.practice.planning.entries import WORDS
from dodecant.practice.planning.routine import Curtain
from dodecant.practice.studio.assignment import Assignment, own_assignment
from dodecant.practice.studio.handout import CAUTIONS, formula, numbers_of
from dodecant.practice.studio.profile import PlayerProfile

PLACE: Final = "<!--pack-->"  # where the data goes
MOST_SECONDS: Final = 900  # of sound in one pack
_NARROW: Final = 520  # CSS pixels: a strip that a phone can show


def pack_html(
    page: str,
    given: Assignment,
    profile: PlayerProfile,
    tables: Tables,
    press: Callable[[Recipe], Exercise],
    *,
    number: int,
    simpler: Sequence[str] = (),
) -> bytes:
    """The pack of an assignment (by its `number`) for a player, made from the built page.

    Whoever listens is told after each strip. Raises RecipeError where it cannot be worked out, or would sound too long.
    """
    own = own_assignment(given, profile, tables, simpler)
    exercises = [press(fit.recipe) for fit in own.fits]
    backing = Backing()
    pairs = [(exercise, strip) for exercise in exercises for strip in exercise.strips]
    seconds = sum(float(exercise.seconds) for exercise in exercises)
    if seconds > MOST_SECONDS:
        message = f"That would sound {seconds / 60:.0f} minutes; {MOST_SECONDS // 60} are the most in one pack."
        raise RecipeError([Problem("/given", message, "Pick fewer keys, or give it in two parts.")])
    strips = []
    for exercise, strip in each(pairs):
        with telling(_nobody):
            strips.append(_strip(exercise, strip, backing, tables, own.fits[0].curtain))
    data = {
        "assignment": number, "title": given.title, "player": profile.name,
        "due": given.due.isoformat() if given.due else None,
        "words": words_data(given.page_words),
        "listening": given.listening, "links": [{"name": one.name, "address": one.address} for one in given.links],
        "sentences": [sentence_text(exercise.sentence) for exercise in exercises],
        "cautions": list(CAUTIONS), "strips": strips,
        "how": [{"value": word, "label": said} for word, said in WORDS.items()],
    }  # fmt: skip
    if PLACE not in page:
        raise RecipeError([Problem("", "The page of packs is not built yet.", "Run “make build”.")])
    held = f'<script type="application/json" id="pack">{_harmless(data)}</script>'
    return page.replace(PLACE, held, 1).encode()


def _nobody(done: int, of: int) -> None:
    """Strips are told of, not what is done for each."""


def _strip(exercise: Exercise, strip: Strip, backing: Backing, tables: Tables, curtain: Curtain) -> dict[str, Any]:
    value = BEATS[strip.stop.value or exercise.recipe.placement.value]
    events = band(strip, backing, exercise.metre, tables, value)
    tempo = exercise.recipe.tempo
    sounding = soundings(exercise, [(strip, events)], backing, tempo, "both")
    assert seconds_of(sounding) <= MOST_SECONDS  # noqa: S101 - all of them together are not longer
    done = practised(strip, exercise.recipe)
    sound = b64encode(sound_file(rendered(sounding), "mp3")).decode()
    return {
        "heading": strip.heading, "title": exercise.recipe.title, "tempo": tempo,
        "picture": _picture(exercise, strip, PRINT_WIDTH, curtain),
        "narrow": _picture(exercise, strip, _NARROW, curtain),
        "numbers": numbers_of(exercise, strip) if curtain == "numbers" else "",
        "formula": formula(strip), "sound": f"data:audio/mpeg;base64,{sound}",
        "practised": {**done, "key": USUAL["major"][done["key"]]},
    }  # fmt: skip


def _picture(exercise: Exercise, strip: Strip, width: int, curtain: Curtain) -> str:
    """What the player reads of a strip as a picture; nothing for who plays from numbers or by ear."""
    if curtain == "contour":
        return contour_svg(exercise, strip, width)
    return strip_svg(exercise, strip, width, styled=True, alone=True) if curtain == "all" else ""


def _harmless(data: object) -> str:
    """JSON that stands in a script: nothing in it ends one, or begins a comment (WHATWG HTML, 4.12.1.3)."""
    text = json.dumps(data, ensure_ascii=False)
    return text.replace("<", "\\u003c").replace("\u2028", "\\u2028").replace("\u2029", "\\u2029")
