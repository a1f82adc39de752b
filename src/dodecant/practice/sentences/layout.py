"""What is on a page that is handed out, as a sentence."""

from __future__ import annotations

from collections.abc import Iterator

from dodecant.exercise.wording.small_words import count, listed
from dodecant.practice.sentences.phrase import FormPhrase
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.practice.studio.words import STUDIO_WORDS


def layout_phrases(layout: HandoutLayout) -> tuple[FormPhrase, ...]:
    """The strips, the paper and what else stands on the page.

    >>> from dodecant.practice.sentences.phrase import form_sentence
    >>> layout = HandoutLayout(strips="first", words=False, legend=False, code=False, blank=2)
    >>> form_sentence(layout_phrases(layout)).partition(", on ")[0]
    'Print one key and the formula, as many in a row as fit'
    """
    return tuple(_of_layout(layout))


def _of_layout(layout: HandoutLayout) -> Iterator[FormPhrase]:
    strips, columns, maps = layout.strips, layout.columns, layout.maps
    yield FormPhrase("strips", "the strips", "Print", STUDIO_WORDS["HandoutLayout.strips"][strips])
    row = f"{count(columns)} in a row" if columns else "as many in a row as fit"
    yield FormPhrase("columns", "strips in a row", ",", row, strips != "none")
    yield FormPhrase("paper", "the paper", ", on", STUDIO_WORDS["HandoutLayout.paper"][layout.paper])
    parts = [label for part, label in STUDIO_WORDS["HandoutLayout.parts"].items() if getattr(layout, part)]
    yield FormPhrase("parts", "what else is on the page", ", with", listed(parts) if parts else "nothing else")
    if layout.grid:
        tempos = listed([str(tempo) for tempo in layout.tempos]) if layout.tempos else "three up to its own"
        yield FormPhrase("tempos", "the tempos to tick", ", the tempos to tick being", tempos)
    shown = STUDIO_WORDS["HandoutLayout.maps"][maps]
    yield FormPhrase("maps", "maps", ", maps", shown, maps != "none")
    staves = f"{count(layout.blank)} blank sta{'ves' if layout.blank > 1 else 'ff'}"
    yield FormPhrase("blank", "blank staves", ", and", staves, layout.blank > 0)
    yield FormPhrase("large", "large print", ", in", "large print", layout.large)
