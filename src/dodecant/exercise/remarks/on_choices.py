"""What was chosen and means nothing: sounds for chords that are not there, enclosures beside own leading notes."""

from __future__ import annotations

from collections.abc import Iterator

from dodecant.exercise.harmony.chord_sounds import harmony
from dodecant.exercise.notation.score import Cure, Remark
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.sounding.changes_document import ChordChoice
from dodecant.exercise.recipe.sounding.scale_choice import chosen_scale
from dodecant.music.core.chord_symbol import print_chord, read_chord
from dodecant.music.core.degree import Degree
from dodecant.music.progressions.changes import Changes
from dodecant.music.scales.scale import ScaleCatalogue


def remarks_on_choices(recipe: Recipe, catalogue: ScaleCatalogue) -> Iterator[Remark]:
    """Each choice that found no chord, and how to let all of them go; an enclosure that the figure does without."""
    if recipe.enclosure is not None and recipe.figure.own_value == "eighth":
        text = "Arpeggios in triplets bring their own leading notes: the enclosures are left out."
        yield Remark("choices", None, "/enclosure", text, (Cure("Remove them", {"enclosure": None}),))
    if recipe.over_changes is None:
        return
    document = recipe.over_changes.changes
    worked = harmony(document, catalogue, pointer="/sounds/changes")
    lost = worked.choices.lost
    kept = [one.model_dump(mode="json") for one in document.choices if not any(one is other for other in lost)]
    cure = Cure("Let it go" if len(lost) == 1 else "Let them go", {"sounds": {"changes": {"choices": kept}}})
    for choice in lost:
        text = lost_choice_text(choice, worked.changes, catalogue)
        place = next(n for n, one in enumerate(document.choices) if one is choice)
        yield Remark("choices", None, f"/sounds/changes/choices/{place}", text, (cure,))


def lost_choice_text(choice: ChordChoice, changes: Changes, catalogue: ScaleCatalogue) -> str:
    """What was chosen, for which chord, and why it finds none; raises RecipeError for an unknown scale.

    >>> from dodecant.exercise.recipe.sounding.changes_document import SoundChoice
    >>> from dodecant.music.progressions.changes_text import parse_changes
    >>> altered = SoundChoice(scale={"name": "dusk", "degrees": "1 b2 3 5"})
    >>> choice, none = ChordChoice(chord=1, symbol="Gb7", sounds=(altered,)), ScaleCatalogue(())
    >>> lost_choice_text(choice, parse_changes("| C |"), none)
    'G♭ dusk was chosen for G♭7; these changes have no G♭7.'
    """
    chord = read_chord(choice.symbol)
    scales = [chosen_scale(one.scale, catalogue, "/sounds/changes/choices").name for one in choice.sounds]
    if chord is not None:
        roots = [Degree.parse(one.root).name_above(chord.root).text for one in choice.sounds]
        scales = [f"{root} {scale}" for root, scale in zip(roots, scales, strict=True)]
    chosen = f"{' and '.join(scales)} {'was' if len(scales) == 1 else 'were'} chosen for"
    if chord is None:
        if choice.symbol:
            return f"{chosen} “{choice.symbol}”, which names no chord."
        return f"{chosen} chord {choice.chord + 1}; these changes have {len(changes.slots)}."
    name = print_chord(chord)
    more = "no other" if any(slot.chord == chord for slot in changes.slots) else "no"
    return f"{chosen} {name}; these changes have {more} {name}."
