"""How the stand is set, in words: phrases of a longer sentence, and sentences of their own."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Final, NamedTuple

from dodecant.backing.setting import Backing
from dodecant.exercise.recipe.rhythm.note_values import NoteValue
from dodecant.exercise.wording.small_words import count, listed, nth, often
from dodecant.practice.ladder import rung
from dodecant.practice.planning.routine import Curtain, StandWish
from dodecant.practice.words import PRACTICE_WORDS

_BASS: Final = {"walking": "a walking bass", "two-feel": "a bass in two", "pedal": "a bass on a pedal"}
_CHORDS: Final = {"held": "held chords", "comping": "comping"}
_TIME: Final = {"ride": "a ride", "brushes": "brushes", "sixteenths": "straight sixteenths"}

STAND_NAMES: Final = {
    "rule": "the rule to improvise by",
    "backing": "the band and the click",
    "ladder": "a tempo ladder",
    "repeats": "the times each key is played",
    "curtain": "what the stand shows",
    "listens": "whether the stand listens",
    "gate": "when it is done",
}


class StandPart(NamedTuple):
    """A part of how the stand is set, by its field: a phrase of a longer sentence, and sentences of its own."""

    field: str
    phrase: str
    sentences: tuple[str, ...]


def stand_said(wish: StandWish, values: Sequence[NoteValue], day: int = 1) -> Iterator[StandPart]:
    """What there is to say of how the stand is set, part by part; note `values` say where a ladder begins, and the
    curtain is drawn on a `day` of practising.

    >>> [part.phrase for part in stand_said(StandWish(curtain="nothing", listens=True), ["eighth"], 3)][1:]
    ['the page hidden from the third day', 'the stand listening']
    """
    if wish.rule is not None:
        rule = PRACTICE_WORDS["FreeRule.kind"][wish.rule.kind]
        yield StandPart("rule", f"improvising by the rule “{rule}”", (f"Improvise: {rule}.",))
    yield _of_band(wish.backing)
    if wish.ladder is not None:
        words = rung(wish.ladder, (), values).words
        tempos = words.removesuffix(".").partition(";")[0]
        yield StandPart("ladder", tempos[0].lower() + tempos[1:], (words,))
    if wish.repeats > 1:
        times = f"ach key {often(wish.repeats)} in a row"
        yield StandPart("repeats", f"e{times}", (f"E{times}.",))
    if wish.curtain != "all":
        yield _of_curtain(wish.curtain, day)
    if wish.listens:
        yield StandPart("listens", "the stand listening", ("The stand listens.",))
    if wish.gate.kind == "takes":
        several = wish.gate.takes > 1
        takes = f"{count(wish.gate.takes)} clean take{'s' * several} of each key"
        yield StandPart("gate", f"until there {'are' if several else 'is'} {takes}", (f"It is done with {takes}.",))


def _of_curtain(curtain: Curtain, day: int) -> StandPart:
    shown = PRACTICE_WORDS["curtain"][curtain]
    since = f" from the {nth(day)} day" if day > 1 else ""
    page, says = (
        ("the page hidden", "The page is hidden")
        if curtain == "nothing"
        else (f"the stand showing {shown}", f"The stand shows {shown}")
    )
    practising = " of practising it" * (day > 1)
    return StandPart("curtain", f"{page}{since}", (f"{says}{since}{practising}.",))


def _of_band(backing: Backing) -> StandPart:
    """Who plays along, as `band` has them play: bass and chords rest where there are no chords."""
    chords = backing.harmony not in ("drone", "none")
    players = [
        *([_BASS[backing.bass]] if chords and backing.bass != "none" else []),
        *([_CHORDS[backing.chords]] if chords and backing.chords != "none" else []),
        *([_TIME[backing.time]] if backing.time != "none" else []),
    ]
    over = {"chord": f" over {backing.first}", "two-chords": f" over {backing.first} and {backing.second} in turn"}
    parts = []
    if backing.harmony == "drone":
        parts.append(f"over a drone on {backing.degree}{' with its fifth' if backing.fifth else ''}")
    if players:
        parts.append(f"with {listed(players)}{over.get(backing.harmony, '')}")
    elif backing.harmony != "drone":
        parts.append("without a band")
    sentences = [f"{part[0].upper()}{part[1:]}." for part in parts]
    if backing.click != "none":
        where = _clicks(backing)
        parts.append(f"the click {where}")
        sentences.append(f"The click sounds {where.replace('fading', 'and fades')}.")
    return StandPart("backing", ", ".join(parts), tuple(sentences))


def _clicks(backing: Backing) -> str:
    bars = f" of every {count(backing.every)} bars" if backing.every > 1 else ""
    where = {
        "all": "on every beat", "off-beats": "on 2 and 4", "fading": "fading away bar by bar",
        "bars": f"on the first beat{bars}",
    }  # fmt: skip
    return where[backing.click]
