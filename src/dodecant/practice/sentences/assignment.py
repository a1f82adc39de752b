"""An assignment as a sentence: what is given to whom, by when, and how it is practised."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date
from typing import Final

from dodecant.exercise.recipe.rhythm.note_values import NoteValue
from dodecant.exercise.wording.small_words import count, listed
from dodecant.practice.planning.days import day_text
from dodecant.practice.sentences.phrase import FormPhrase
from dodecant.practice.sentences.stand import STAND_NAMES
from dodecant.practice.studio.assigned_practice import AssignedPractice, practice_said

_MOST_NAMED = 4
_NAMES: Final = {**STAND_NAMES, "lessons": "keys by lesson"}


def assignment_phrases(
    thing: str,
    title: str,
    names: Sequence[str],
    due: date | None,
    practice: AssignedPractice | None,
    values: Sequence[NoteValue],
    *,
    routine: bool = False,
) -> tuple[FormPhrase, ...]:
    """A recipe or routine (`thing`) given under a title to players by name; its `values` say where a ladder begins. The
    steps of a `routine` say themselves how they are practised.

    >>> from dodecant.practice.sentences.phrase import form_sentence
    >>> form_sentence(assignment_phrases("Slipway", "Slipway", ["Ilse"], date(2026, 12, 8), None, ["eighth"]))
    'Give Slipway to Ilse, due Tuesday 8 December, practised as they like.'
    """
    how = "as they like" if practice is None else "like this"
    own_title = title not in ("", thing)
    to = listed(names) if 0 < len(names) <= _MOST_NAMED else f"{count(len(names))} players" if names else "nobody yet"
    return (
        FormPhrase("recipe", "what is given", "Give", thing or "something"),
        FormPhrase("title", "a title of its own", "as", f"“{title}”" if own_title else "", own_title),
        FormPhrase("players", "the players", "to", to),
        FormPhrase("due", "a date it is due", ", due", "" if due is None else day_text(due), due is not None),
        *([] if routine else [FormPhrase("practice", "how it is practised", ", practised", how)]),
        *(() if practice is None else _like_this(practice, values)),
    )


def _like_this(practice: AssignedPractice, values: Sequence[NoteValue]) -> list[FormPhrase]:
    said = {one.field: one.phrase for one in practice_said(practice, values)}
    shown = [field for field in _NAMES if field in said or field != "rule"]
    phrases = [FormPhrase(field, _NAMES[field], ",", said.get(field, ""), field in said) for field in shown]
    first = next(place for place, one in enumerate(phrases) if one.said)
    phrases[first] = FormPhrase(phrases[first].id, phrases[first].name, ":", phrases[first].text)
    return phrases
