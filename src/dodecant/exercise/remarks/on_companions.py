"""A vamp whose chords rub with the sound above it."""

from __future__ import annotations

from collections.abc import Iterator

from dodecant.exercise.notation.score import Remark, Strip
from dodecant.exercise.recipe.companions import Vamp
from dodecant.exercise.recipe.document import Recipe
from dodecant.music.core.chord_symbol import print_chord


def remarks_on_vamp(recipe: Recipe, strip: Strip) -> Iterator[Remark]:
    """The chords of a vamp with tones that the sound of a strip does not have."""
    place = next((n for n, one in enumerate(recipe.companions) if isinstance(one, Vamp)), None)
    if place is None or strip.stop.chain:
        return
    sound, said = strip.stop.written, []
    for chord in dict.fromkeys(chord for _, chord in strip.chord_names):
        names = [degree.name_above(chord.root) for degree in chord.quality.degrees]
        foreign = [name.text for name in names if name.pitch_class not in sound.pitch_classes]
        if foreign:
            said.append(f"{print_chord(chord)} has {' and '.join(foreign)}")
    if said:
        text = f"{', '.join(said)}: not in {sound.text}."
        yield Remark("choices", strip.stop.index, f"/companions/{place}/text", text)
