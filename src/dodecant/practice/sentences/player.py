"""A player as a sentence."""

from __future__ import annotations

from dodecant.exercise.wording.choices import label
from dodecant.exercise.wording.small_words import listed
from dodecant.practice.sentences.phrase import FormPhrase, minutes_text
from dodecant.practice.studio.profile import PlayerProfile
from dodecant.practice.studio.words import STUDIO_WORDS


def player_phrases(name: str, profile: PlayerProfile, instrument: str, *, fingered: bool) -> tuple[FormPhrase, ...]:
    """Who plays what and how; the `instrument` by its name, which may be `fingered` on the page.

    >>> from dodecant.practice.sentences.phrase import form_sentence
    >>> profile = PlayerProfile(name="Ilse", lowest="D4", tunes=("C", "F"))
    >>> form_sentence(player_phrases("Ilse", profile, "flute", fingered=False))
    'Ilse plays flute from notes, from D4 up, at level 3: plays along, 20 minutes a day, with tunes in C and F.'
    """
    numbers, values, fingers = profile.numbers, profile.values, profile.fingering is not None
    hides = numbers == "none"
    return (
        FormPhrase("name", "the name", "", name or "Somebody"),
        FormPhrase("instrument", "the instrument", "plays", instrument),
        FormPhrase("reading", "what they play from", "", STUDIO_WORDS["PlayerProfile.reading"][profile.reading]),
        FormPhrase("range", "a range", ",", _range(profile), bool(profile.lowest or profile.highest)),
        FormPhrase("level", "the level", ", at level", STUDIO_WORDS["PlayerProfile.level"][str(profile.level)]),
        FormPhrase("minutes", "the minutes", ",", f"{minutes_text(profile.minutes)} a day"),
        FormPhrase("tunes", "keys of current tunes", ", with tunes in", listed(profile.tunes or ("",)),
                   bool(profile.tunes)),
        FormPhrase("numbers", "numbers", "," if hides else ", numbers", label("Recipe.numbers", numbers),
                   numbers != "major"),
        FormPhrase("values", "names of note values", ", note values", label("Spelling.values", values),
                   values != "american"),
        *([FormPhrase("fingering", "fingering", ",", "with fingers shown", fingers)] if fingered else []),
    )  # fmt: skip


def _range(profile: PlayerProfile) -> str:
    if profile.lowest and profile.highest:
        return f"between {profile.lowest} and {profile.highest}"
    return f"from {profile.lowest} up" if profile.lowest else f"up to {profile.highest}"
