"""An entry of the logbook as a sentence."""

from __future__ import annotations

from dodecant.music.core.tonics import USUAL
from dodecant.practice.planning.entries import WORDS, Practised
from dodecant.practice.sentences.phrase import FormPhrase, minutes_text


def entry_phrases(entry: Practised) -> tuple[FormPhrase, ...]:
    """What was practised, for how long, in which key and sound, how fast, how it went.

    >>> from dodecant.practice.sentences.phrase import form_sentence
    >>> form_sentence(entry_phrases(Practised(what="long tones", minutes=15, word="comfortable")))
    'I practised long tones for 15 minutes; it was comfortable.'
    """
    key = "" if entry.key is None else USUAL["major"][entry.key]
    return (
        FormPhrase("what", "what was practised", "I practised", entry.what or "something"),
        FormPhrase("key", "a key", "in", key, entry.key is not None),
        FormPhrase("sound", "a sound", "" if key else "in", entry.sound, bool(entry.sound)),
        FormPhrase("minutes", "the minutes", "for", minutes_text(entry.minutes)),
        FormPhrase("tempo", "a tempo", "at", str(entry.tempo or ""), entry.tempo is not None),
        FormPhrase("word", "how it went", "; it was", WORDS[entry.word], bool(entry.word)),
    )
