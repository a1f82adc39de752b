"""A recipe fitted to a player: instrument, range, keys that sound together, hands, reading; each change with its
reason.

What makes it simpler is only proposed, by name; nothing is made simpler unless it was taken.
"""

from __future__ import annotations

from collections.abc import Collection, Iterator
from typing import Any, Final, NamedTuple

from dodecant.exercise.player import resolved_player
from dodecant.exercise.recipe.document import Player, Recipe
from dodecant.exercise.recipe.figures import Arpeggios, FigurePart
from dodecant.exercise.recipe.variation import LEVELS, easier_phrases, patched
from dodecant.exercise.routes.key_names import KeyNames
from dodecant.exercise.routes.stops import key_order, stops
from dodecant.exercise.tables import Tables
from dodecant.instrument.profile import Instrument
from dodecant.music.core.pitch import NoteName, Pitch
from dodecant.music.core.tonics import TonicNames
from dodecant.practice.planning.routine import Curtain
from dodecant.practice.studio.profile import PlayerProfile, Reading

CURTAINS: Final[dict[Reading, Curtain]] = {
    "notes": "all", "numbers": "numbers", "contour": "contour", "ear": "nothing",
}  # fmt: skip
_READS: Final[dict[Reading, str]] = {
    "numbers": "Plays from numbers: the stand shows numbers only.",
    "contour": "Plays from the contour: the stand shows nothing else.",
    "ear": "Plays by ear: the stand shows nothing.",
}
_SIMPLER_PHRASES: Final = ("path", "placement", "keys")


class Proposal(NamedTuple):
    """A way to make it simpler: its name, what it does in words, a JSON merge patch, and whether it was taken."""

    name: str
    words: str
    patch: dict[str, Any]
    taken: bool


class Fitted(NamedTuple):
    """The player's own recipe, what was changed and why, what would make it simpler, and what the stand shows."""

    recipe: Recipe
    reasons: tuple[str, ...]
    proposals: tuple[Proposal, ...]
    curtain: Curtain


def fitted(recipe: Recipe, profile: PlayerProfile, tables: Tables, simpler: Collection[str] = ()) -> Fitted:
    """The recipe for a player; `simpler` names the proposals that were taken.

    Raises RecipeError, pointing into `/player`, for limits that are not on the instrument.
    """
    old = resolved_player(recipe, tables.instruments).instrument
    player = recipe.player.model_copy(
        update={"instrument": profile.instrument, "lowest": profile.lowest, "highest": profile.highest}
    )
    own = recipe.model_copy(
        update={"player": player, "fingering": None, "figure": _one_at_a_time(recipe, profile, tables)}
    )
    new = resolved_player(own, tables.instruments).instrument
    own, reasons = _together(recipe, own, old, new, tables)
    reasons = [*_of_instrument(recipe, own, old, new, profile), *reasons]
    if own.figure != recipe.figure:
        reasons.append(f"The {new.name} sounds one note at a time: the tones come one after another.")
    own, told = _hands(recipe, own, new, profile)
    reasons += told
    own, told = _read(own, profile)
    reasons += told
    proposals = tuple(_proposals(own, profile, tables, simpler))
    for one in proposals:
        if one.taken:
            own = patched(own, one.patch)
            reasons.append(f"Simpler: {one.words}.")
    return Fitted(own, tuple(reasons), proposals, CURTAINS[profile.reading])


def _one_at_a_time(recipe: Recipe, profile: PlayerProfile, tables: Tables) -> FigurePart:
    """The figure without struck chords, where the instrument strikes none."""
    figure = recipe.figure
    chords = any(one.id == profile.instrument and one.chords for one in tables.instruments.instruments)
    if isinstance(figure, Arpeggios) and figure.needs_chords_struck and not chords:
        return figure.model_copy(update={"rhythm": "even"})
    return figure


def _together(
    recipe: Recipe, own: Recipe, old: Instrument, new: Instrument, tables: Tables
) -> tuple[Recipe, list[str]]:
    """Keys named as they sound, so that a class plays in one key together."""
    reasons = []
    tonics = TonicNames.preferring(recipe.spelling.major, recipe.spelling.minor)
    first = stops(recipe, tables.scales, tonics, old)[0]
    if recipe.player.named_key == "written":
        keys, names = recipe.keys, KeyNames(tonics, recipe, old)

        def heard(name: str) -> str:
            return names.of(NoteName.parse(name).pitch_class, first.named_by)[1].plain().text

        keys = keys.model_copy(update={"start": heard(keys.start), "picked": tuple(map(heard, keys.picked))})
        player = own.player.model_copy(update={"named_key": "sounding"})
        own = own.model_copy(update={"keys": keys, "player": player})
        if old.sounds_half_steps % 12:
            read, sounds = names.of(first.key, first.named_by)
            words = f"{read.text} on the {old.name} sounds {sounds.plain().text}"
            reasons.append(f"{words}: its keys are named as they sound.")
    if new.key is not None:
        read, sounds = KeyNames(tonics, own, new).of(key_order(own.keys)[0], first.named_by)
        reasons.append(f"Keys are those that sound; the {new.name} reads {read.text} for {sounds.text}.")
    return own, reasons


def _of_instrument(
    recipe: Recipe, own: Recipe, old: Instrument, new: Instrument, profile: PlayerProfile
) -> Iterator[str]:
    if new.id != old.id:
        yield f"For {new.full_name}, in the {new.clef} clef."
    if profile.lowest or profile.highest:
        low = profile.lowest or new.comfortable.low.text
        high = profile.highest or new.comfortable.high.text
        yield f"Kept between {Pitch.parse(low).text} and {Pitch.parse(high).text}, the range of today."
    elif (recipe.player.lowest or recipe.player.highest) and own.player != recipe.player:
        yield f"In the {own.player.reach} range of the {new.name}; the limits before were another player's."


def _hands(recipe: Recipe, own: Recipe, new: Instrument, profile: PlayerProfile) -> tuple[Recipe, list[str]]:
    """The player's own wishes, where the recipe has none for this family; its own where it has."""
    family = new.fingering.family
    asked = recipe.fingering
    if asked is not None and asked.family == family:
        return own.model_copy(update={"fingering": asked}), []
    wish = profile.fingering
    if wish is not None and wish.family == family:
        return own.model_copy(update={"fingering": wish}), ["Fingering as this player wishes it."]
    if asked is not None:
        return own, [f"Its fingering is for another instrument; the {new.name} plays from the notes."]
    return own, []


def _read(own: Recipe, profile: PlayerProfile) -> tuple[Recipe, list[str]]:
    reasons = [_READS[profile.reading]] if profile.reading in _READS else []
    if own.spelling.values != profile.values:
        own = own.model_copy(update={"spelling": own.spelling.model_copy(update={"values": profile.values})})
        reasons.append(f"Note values have their {profile.values.title()} names.")
    if own.numbers != profile.numbers:
        own = own.model_copy(update={"numbers": profile.numbers})
        reasons.append("Numbers as this player reads them." if profile.numbers != "none" else "Without numbers.")
    return own, reasons


def _proposals(own: Recipe, profile: PlayerProfile, tables: Tables, simpler: Collection[str]) -> Iterator[Proposal]:
    """What a teacher would make simpler for a level: phrases that are harder than it, the tempo, the keys in hand."""
    for phrase, words, patch in easier_phrases(own, tables.levels, profile.level, _SIMPLER_PHRASES):
        yield Proposal(phrase, words, patch, phrase in simpler)
    if profile.tunes and own.keys.picked != profile.tunes:
        words = f"only the keys of tunes in hand: {', '.join(profile.tunes)}"
        yield Proposal("tunes", words, {"keys": {"order": "picked", "picked": list(profile.tunes)}}, "tunes" in simpler)
    tempo = 60 + 12 * profile.level
    if profile.level < LEVELS and own.tempo > tempo:
        yield Proposal("tempo", f"at {tempo} instead of {own.tempo}", {"tempo": tempo}, "tempo" in simpler)


def fitted_player(profile: PlayerProfile) -> Player:
    """The player of a recipe of their own."""
    return Player(instrument=profile.instrument, lowest=profile.lowest, highest=profile.highest)
