"""The name of every key of an exercise, as it is read and as it is heard: one name each for all of its sounds."""

from __future__ import annotations

from dataclasses import dataclass

from dodecant.exercise.recipe.document import Recipe
from dodecant.instrument.profile import Instrument
from dodecant.music.core.pitch import NoteName, Pitch
from dodecant.music.core.tonics import TonicNames, signs_on
from dodecant.music.scales.scale import Scale

_MOST_TO_READ = 6  # signs; with more the other name is read, where it has fewer


@dataclass(frozen=True)
class KeyNames:
    """Names keys for a recipe.

    A tonic that was typed or picked keeps its name; others have the name with the fewest signs for the first sound. On
    a transposing instrument the other name lies its interval away, so that the two correspond: B♭ minor on a clarinet
    sounds A♭ minor.
    """

    tonics: TonicNames
    recipe: Recipe
    instrument: Instrument

    def of(self, key: int, scale: Scale) -> tuple[NoteName, NoteName]:
        """The tonic of a key (a pitch class, as the recipe names keys) as read, then as heard."""
        named = self.named(key, scale)
        if self.instrument.sounds_half_steps % 12 == 0:
            return named, named
        steps, half_steps = self.instrument.sounds_steps, self.instrument.sounds_half_steps
        if self.recipe.player.named_key == "sounding":
            return self._to_read(_moved(named, -steps, -half_steps), scale), named
        return named, self._to_hear(_moved(named, steps, half_steps), scale)

    def named(self, key: int, scale: Scale) -> NoteName:
        """The name of a key as the recipe names keys."""
        route = self.recipe.keys
        typed = route.picked if route.order == "picked" else (route.start,)
        names = {name.pitch_class: name for name in map(NoteName.parse, typed)}
        return names.get(key % 12) or self.tonics.for_degrees(key, scale.degrees, scale.colour)

    def _to_read(self, name: NoteName, scale: Scale) -> NoteName:
        usual = self.tonics.for_degrees(name.pitch_class, scale.degrees, scale.colour)
        signs = signs_on(name, scale.degrees)
        return usual if signs > _MOST_TO_READ and signs_on(usual, scale.degrees) < signs else name

    def _to_hear(self, name: NoteName, scale: Scale) -> NoteName:
        doubles = any(abs(degree.name_above(name).alteration) > 1 for degree in scale.degrees)
        return self.tonics.for_degrees(name.pitch_class, scale.degrees, scale.colour) if doubles else name


def twelve_names(recipe: Recipe, instrument: Instrument, scale: Scale) -> tuple[str, ...]:
    """The names of all keys, from C, as a recipe that begins with a scale names them."""
    tonics = TonicNames.preferring(recipe.spelling.major, recipe.spelling.minor)
    names = KeyNames(tonics, recipe, instrument)
    return tuple(names.named(key, scale).text for key in range(12))


def _moved(name: NoteName, steps: int, half_steps: int) -> NoteName:
    return Pitch(name.letter, name.alteration, 4).moved(steps, half_steps).name
