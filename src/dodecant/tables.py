"""The edge where the data files are read, once."""

from __future__ import annotations

from functools import cache
from importlib.resources import files

from dodecant.backing.band import read_comping
from dodecant.exercise.over_changes.phrases.tables import read_etude_tables
from dodecant.exercise.recipe.etude.vocabulary import read_vocabulary
from dodecant.exercise.recipe.variation import read_levels
from dodecant.exercise.tables import Tables
from dodecant.exercise.wording.explanations import read_explanations
from dodecant.exercise.wording.findable import read_help
from dodecant.instrument.fingering.books import read_books
from dodecant.instrument.fingering.weights import read_weights
from dodecant.instrument.profile import read_instruments
from dodecant.music.progressions.form import read_forms
from dodecant.music.scales.scale import read_catalogue


@cache
def load_tables() -> Tables:
    """Read and check every data file; the result is shared and frozen."""
    root = files("dodecant")
    phrases = root / "exercise" / "over_changes" / "phrases"
    return Tables(
        scales=read_catalogue((root / "music" / "scales" / "scales.toml").read_text("utf-8")),
        forms=read_forms((root / "music" / "progressions" / "forms.toml").read_text("utf-8")),
        levels=read_levels((root / "exercise" / "recipe" / "levels.toml").read_text("utf-8")),
        explanations=read_explanations((root / "exercise" / "wording" / "explanations.toml").read_text("utf-8")),
        helps=read_help((root / "exercise" / "wording" / "help.toml").read_text("utf-8")),
        vocabulary=read_vocabulary((root / "exercise" / "recipe" / "etude" / "vocabulary.toml").read_text("utf-8")),
        etudes=read_etude_tables(*((phrases / name).read_text("utf-8") for name in ("rhythms.toml", "weights.toml"))),
        weights=read_weights((root / "instrument" / "fingering" / "weights.toml").read_text("utf-8")),
        books=read_books((root / "instrument" / "fingering" / "scale_fingers.toml").read_text("utf-8")),
        comping=read_comping((root / "backing" / "comping.toml").read_text("utf-8")),
        instruments=read_instruments((root / "instrument" / "instruments.toml").read_text("utf-8")),
    )
