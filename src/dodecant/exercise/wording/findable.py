"""Everything that can be looked up by a word: scales, figures, instruments, forms, help; and the search over it."""

from __future__ import annotations

import tomllib
import unicodedata
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from difflib import get_close_matches
from typing import Any, Final, Literal, get_args

from dodecant.exercise.recipe.companions import COMPANIONS
from dodecant.exercise.recipe.courses import COURSES as COURSE_KINDS
from dodecant.exercise.recipe.document import Player, Recipe
from dodecant.exercise.recipe.enclosures import Enclosure
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.figures import FIGURES
from dodecant.exercise.recipe.kinds import KindPart
from dodecant.exercise.recipe.ladders import LADDERS as LADDER_KINDS
from dodecant.exercise.recipe.sounding.sounds import SOUNDS as SOUNDS_KINDS
from dodecant.exercise.wording.companions import COMPANIONS_SAID
from dodecant.exercise.wording.explanations import Explanations
from dodecant.exercise.wording.figures import COURSES, ENCLOSURES, FIGURES_SAID, LADDERS
from dodecant.exercise.wording.kinds import SOUNDS
from dodecant.exercise.wording.sentence import PhraseId
from dodecant.instrument.profile import Instrument
from dodecant.music.core.errors import MusicError
from dodecant.music.progressions.form import Form
from dodecant.music.scales.scale import Scale

Group = Literal["yours", "bench", "scale", "form", "piece", "instrument", "help"]
PLACES: Final = ("", "stand", "plan", "logbook", "studio", "sounds", "changes", "recipes", "vocabulary", "help")
_PARTS: Final[Mapping[str, KindPart | Enclosure]] = {
    "ladder": LADDER_KINDS.by_name["chord-tones"].fresh(),
    "enclosure": Enclosure(),
    "course": COURSE_KINDS.by_name["return"].fresh(),
}


@dataclass(frozen=True, slots=True)
class Help:
    """A word to look up: its other words, what it is, and where it is found."""

    title: str
    also: tuple[str, ...]
    text: str
    opens: str


@dataclass(frozen=True, slots=True)
class Findable:
    """Something to find: what it is called, its other names, a line about it, the place where it is opened, and the
    recipe to begin with there, if any."""

    group: Group
    title: str
    also: tuple[str, ...]
    text: str
    place: str
    begin: Recipe | None = None


def read_help(text: str) -> tuple[Help, ...]:
    """Read and check the data file (TOML); raises MusicError for a place that is none."""
    rows = tuple(
        Help(row["title"], tuple(row["also"]), row["text"], row["opens"]) for row in tomllib.loads(text)["help"]
    )
    places = {*PLACES, *(f"bench/{phrase}" for phrase in get_args(PhraseId))}
    for row in rows:
        if row.opens not in places:
            raise MusicError(f"“{row.title}” opens {row.opens}, which is no place.", cure="Name a place or a phrase.")
    return rows


def findables(
    helps: Iterable[Help],
    scales: Iterable[Scale],
    forms: Iterable[Form],
    pieces: Iterable[VocabularyPiece],
    instruments: Iterable[Instrument],
    explanations: Explanations,
) -> tuple[Findable, ...]:
    """Everything that ships with the program, in the order in which equal answers are told."""
    return (
        *(Findable("help", one.title, one.also, one.text, one.opens, _begun(one.opens)) for one in helps),
        *_kinds(explanations),
        *(Findable("scale", one.name, one.aliases, one.use, f"sounds/{one.id}") for one in scales),
        *(Findable("form", one.name, (one.group,), one.use, f"changes/new?form={one.id}") for one in forms),
        *(Findable("piece", one.name, ("lick", "vocabulary"), "", "vocabulary") for one in pieces),
        *(_instrument(one) for one in instruments),
    )


def look_up(words: str, among: Sequence[Findable], most: int) -> tuple[Findable, ...]:
    """Those that answer to every word, at the start of a word; whole names first, then names, other names, texts.

    >>> piano = Findable("instrument", "piano", ("keyboard",), "Two staves.", "")
    >>> [one.title for one in look_up("keyb", [piano], 5)]
    ['piano']
    """
    wanted = _words(words)
    if not wanted:
        return ()
    ranked = [(rank, place) for place, one in enumerate(among) if (rank := _rank(wanted, one)) is not None]
    return tuple(among[place] for _, place in sorted(ranked)[:most])


def nearest_word(words: str, among: Iterable[Findable]) -> str:
    """A title that is spelled nearly so, for a search that finds nothing; empty where there is none.

    >>> nearest_word("enclousre", [Findable("help", "Enclosure", (), "", "")])
    'Enclosure'
    """
    titles = {" ".join(_words(one.title)): one.title for one in among}
    close = get_close_matches(" ".join(_words(words)), list(titles), n=1, cutoff=0.7)
    return titles[close[0]] if close else ""


def _rank(wanted: Sequence[str], one: Findable) -> int | None:
    title = _words(one.title)
    if list(wanted) == title:
        return 0
    also = [word for name in one.also for word in _words(name)]
    for rank, held in enumerate((title, also, [*title, *also], _words(one.text)), start=1):
        if all(any(word.startswith(start) for word in held) for start in wanted):
            return rank
    return None


def _words(text: str) -> list[str]:
    """Its words without capitals and accents; signs of music stay."""
    plain = unicodedata.normalize("NFKD", text.casefold())
    kept = "".join(
        sign if sign.isalnum() or sign in "♭♯♮#+" else " " for sign in plain if not unicodedata.combining(sign)
    )
    return kept.replace("♭", "b").replace("♯", "#").split()


def _kinds(explanations: Explanations) -> Iterator[Findable]:
    """Every kind of figure, of what it stands on, of what leads into it, of its course, its sounds and companions."""

    def told(phrase: PhraseId, kind: str) -> str:
        return explanations.get((phrase, kind), "") or explanations.get((phrase, ""), "")

    def one(phrase: PhraseId, kind: str, title: str, also: tuple[str, ...], **part: Any) -> Findable:
        recipe = Recipe(**part)
        return Findable("bench", title, also, told(phrase, kind), f"bench/{phrase}", recipe)

    over_changes = SOUNDS_KINDS.by_name["changes"].fresh()
    for name, figure in FIGURES.by_name.items():
        needs = {"sounds": over_changes} if figure.needs_changes else {}
        yield one("figure", name, FIGURES_SAID[figure].label, ("figure",), figure=figure.fresh(), **needs)
    for name, ladder in LADDER_KINDS.by_name.items():
        yield one("ladder", name, f"On {LADDERS[name]}", ("ladder",), ladder=ladder.fresh())
    for name, words in ENCLOSURES.items():
        yield one(
            "enclosure", name, f"Enclosure: {words}", ("approach",), enclosure=Enclosure.model_validate({"kind": name})
        )
    for name, course in COURSE_KINDS.by_name.items():
        yield one("course", name, f"Course: {COURSES[name]}", (), course=course.fresh())
    for name, sounds in SOUNDS_KINDS.by_name.items():
        yield one("sounds", name, f"Sounds: {SOUNDS[name].lower()}", ("scales",), sounds=sounds.fresh())
    for name, companion in COMPANIONS.by_name.items():
        fresh = (companion.fresh(),)
        yield one(
            "companions", name, f"Added part: {COMPANIONS_SAID[companion].label}", ("companion",), companions=fresh
        )


def _instrument(one: Instrument) -> Findable:
    recipe = Recipe(player=Player(instrument=one.id))
    return Findable("instrument", one.name, ("instrument",), f"Its range: {one.full.text}.", "bench/player", recipe)


def _begun(opens: str) -> Recipe | None:
    """The recipe on which a phrase of the bench can be seen."""
    place, _, phrase = opens.partition("/")
    if place != "bench":
        return None
    if phrase == "companions":
        return Recipe(companions=(next(iter(COMPANIONS.by_name.values())).fresh(),))
    return Recipe(**{phrase: _PARTS[phrase]}) if phrase in _PARTS else Recipe()
