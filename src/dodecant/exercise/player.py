"""Who plays, resolved once: the instrument, the range to stay in, and the widest range there is."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Final

from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.problems import Problem, RecipeError, at_field
from dodecant.instrument.profile import Instrument, InstrumentTable, Reach
from dodecant.instrument.range import Register
from dodecant.music.core.errors import MusicError
from dodecant.music.core.pitch import Pitch

_OCTAVE: Final = 12


@dataclass(frozen=True)
class ResolvedPlayer:
    """The instrument; the range a line should stay in; the one it must stay in; and where in it lines lie.

    A player's own limits are never left; the comfortable reach may be left for the full one, with a remark. `reach`
    is narrower than `own` where the hand stays in one place.
    """

    instrument: Instrument
    reach: Reach
    widest: Reach
    tessitura: Register
    own: Reach


def resolved_player(recipe: Recipe, instruments: InstrumentTable) -> ResolvedPlayer:
    """Look the recipe's player up; raises RecipeError for what is not on the instrument."""
    player = recipe.player
    try:
        instrument = instruments.get(player.instrument)
    except MusicError as error:
        raise at_field("/player/instrument", error) from None
    if recipe.fingering is not None and recipe.fingering.family == instrument.fingering.family:
        instrument = recipe.fingering.fit(instrument)
    if recipe.figure.lies_low and instrument.fingering.family == "keyboard":
        instrument = replace(instrument, clef="bass")
    wanted = instrument.comfortable if player.reach == "comfortable" else instrument.full
    low = Pitch.parse(player.lowest) if player.lowest else wanted.low
    high = Pitch.parse(player.highest) if player.highest else wanted.high
    for pitch, field in ((low, "lowest"), (high, "highest")):
        if not instrument.full.holds(pitch.midi, pitch.midi):
            message = f"{pitch.text} is not on the {instrument.name}."
            raise RecipeError([Problem(f"/player/{field}", message, f"It reads {instrument.full.text}.")])
    if high.midi - low.midi < _OCTAVE:
        field = "lowest" if player.lowest else "highest"
        message = f"{low.text} to {high.text} is less than an octave."
        raise RecipeError([Problem(f"/player/{field}", message, "Leave at least an octave to play in.")])
    if recipe.figure.needs_chords_struck and not instrument.chords:
        message = f"The {instrument.name} sounds one note at a time."
        if recipe.figure.needs_changes:
            raise RecipeError(
                [Problem("/figure", message, "Choose an instrument that plays chords, or another figure.")]
            )
        raise RecipeError([Problem("/figure/rhythm", message, "Play the tones one after another.")])
    own = Reach(low, high)
    widest = own if player.lowest or player.highest else instrument.full
    return ResolvedPlayer(instrument, _under_the_hand(recipe, instrument, widest) or own, widest, player.tessitura, own)


def _under_the_hand(recipe: Recipe, instrument: Instrument, widest: Reach) -> Reach | None:
    """What of the player's widest reach lies under a hand that stays in one place; none, where that is no octave."""
    part = recipe.fingering
    window = part.window(instrument) if part is not None and part.family == instrument.fingering.family else None
    if window is None:
        return None
    low, high = max(window[0], widest.low.midi), min(window[1], widest.high.midi)
    return Reach.between(low, high) if high - low >= _OCTAVE else None
