"""A phrase of a form that reads as a sentence."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from dodecant.exercise.wording.small_words import listed
from dodecant.music.core.pitch import NoteName
from dodecant.music.core.tonics import USUAL

_ALL = 12
_MOST_NAMED = 8


@dataclass(frozen=True, slots=True)
class FormPhrase:
    """A part of a form in words: what it is called (`name`), the words that lead to it, and its own `text`.

    One that is not `said` is as it usually is: the sentence leaves it out, and the form offers to add it.
    """

    id: str
    name: str
    lead: str
    text: str
    said: bool = True


def form_sentence(phrases: Sequence[FormPhrase]) -> str:
    """What is said, as one line.

    >>> what, tempo = FormPhrase("what", "what", "I practised", "long tones"), FormPhrase("tempo", "", "at", "", False)
    >>> form_sentence([what, tempo])
    'I practised long tones.'
    """
    words = [word for one in phrases if one.said for word in (one.lead, one.text) if word]
    return f"{''.join(word if word[0] in ',;:' else f' {word}' for word in words).strip()}."


def minutes_text(minutes: float) -> str:
    """'4 minutes', '2.5 minutes', '1 minute'."""
    return f"{minutes:g} minute{'s' * (minutes != 1)}"


def keys_text(keys: Sequence[str]) -> str:
    """Some of twelve keys: named in their order, or, where they are nearly all, by those that are missing.

    >>> keys_text(["C", "F"]), keys_text(["C", "D♭", "D", "E♭", "E", "F", "G♭", "G", "A♭", "A"])
    ('C and F', 'all keys but B♭ and B')
    """
    sounding = {NoteName.parse(key).pitch_class for key in keys}
    missing = [str(USUAL["major"][key]) for key in range(_ALL) if key not in sounding]
    if not missing:
        return "all twelve keys"
    return listed(keys) if len(sounding) <= _MOST_NAMED else f"all keys but {listed(missing)}"
