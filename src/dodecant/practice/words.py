"""What the choices of practising are called."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from dodecant.exercise.recipe.rhythm.note_values import NAMES
from dodecant.practice.planning.entries import WORDS

PRACTICE_WORDS: Final[Mapping[str, Mapping[str, str]]] = {
    "TempoLadder.way": {"takes": "up by takes", "fixed": "through fixed tempos", "one": "one tempo"},
    "curtain": {
        "all": "everything",
        "numbers": "numbers only",
        "contour": "the contour",
        "formula": "the formula",
        "first": "the first key only",
        "nothing": "nothing",
    },
    "FreeRule.kind": {
        "constant": "constant notes",
        "phrases": "phrases with breaths",
        "sound": "only the sound of the moment",
        "sounds": "only chosen sounds, one a chorus",
        "trading": "trading: a call, your answer",
    },
    "FreeRule.value": {
        **{str(value): name for value, name in NAMES["american"].items()},
        "any": "any values, never a rest",
    },
    "EarSetting.kind": {
        "degree": "name the degree",
        "sound": "which sound is it",
        "sing": "sing or play it back",
    },
    "bars left": {
        "each": "bar by bar",
        "2": "in twos",
        "4": "in fours",
        "8": "in eights",
        "hidden": "hidden",
    },
    "slip": {
        "keeps": "keep going, report at the end",
        "stops": "stop and repeat",
    },
    "Goal.pace": {
        "as-needed": "as many keys a day as it takes",
        "half-step-a-day": "one key a day, up by half steps",
        "key-a-week": "one key a week",
        "in-days": "all keys in a number of days",
    },
    "Goal.order": {
        "as-listed": "in the listed order",
        "tunes-first": "keys of current tunes first",
        "weakest-first": "weakest first, spaced",
    },
    "PlanDocument.school": {
        "until-it-holds": "back until it holds",
        "once-each": "once, then the next",
    },
    "why this school": {
        "until-it-holds": "A key comes back until it was clean at its tempo, and after that for a short look, at first"
        " the next day and then less and less often: what is played again after a while is kept longer.",
        "once-each": "Every key comes once and gives way to the next: all twelve are soon met, and what was weak is for"
        " you to come back to.",
    },
    "Goal.kind": {"recipe": "a recipe", "routine": "a routine"},
    "Gate.kind": {"word": "when I say so", "takes": "clean takes"},
    "entry.word": {word: said for word, said in WORDS.items() if word},
    "slip.kind": {
        "wrong": "another note",
        "octave": "another octave",
        "left-out": "left out",
        "figure-left-out": "its figure left out",
        "figure-moved": "its figure on other notes",
        "passage-left-out": "left out from there",
        "tone-left-out": "its chord not whole",
        "added": "a note before it",
        "struck-twice": "struck twice",
        "turned-early": "turned early",
        "early": "early",
        "late": "late",
        "waited": "a wait before it",
        "hurried": "a beat too few before it",
        "came-in": "the first one played",
        "stopped": "stopped before it",
    },
}
