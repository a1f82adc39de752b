"""Forms as sentences."""

from fastapi import APIRouter

from dodecant.api.schemas.practising.sentences import AssignmentSaidIn, EntrySaidIn, FormSaidOut, PlayerSaidIn
from dodecant.exercise.recipe.problems import at_field
from dodecant.exercise.recipe.rhythm.placement import Placement
from dodecant.music.core.errors import MusicError
from dodecant.practice.sentences.assignment import assignment_phrases
from dodecant.practice.sentences.entry import entry_phrases
from dodecant.practice.sentences.layout import layout_phrases
from dodecant.practice.sentences.player import player_phrases
from dodecant.practice.studio.handout import HandoutLayout
from dodecant.tables import load_tables

router = APIRouter(prefix="/api/sentences", tags=["sentences"])


@router.post("/entries")
def entry(wanted: EntrySaidIn) -> FormSaidOut:
    """An entry of the logbook as a sentence."""
    return FormSaidOut(phrases=entry_phrases(wanted))


@router.post("/assignments")
def assignment(wanted: AssignmentSaidIn) -> FormSaidOut:
    """An assignment as a sentence."""
    given = wanted.thing, wanted.title, wanted.names, wanted.due, wanted.practice
    phrases = assignment_phrases(*given, (wanted.placement or Placement()).values, routine=wanted.routine)
    return FormSaidOut(phrases=phrases)


@router.post("/players")
def player(wanted: PlayerSaidIn) -> FormSaidOut:
    """A player as a sentence."""
    try:
        instrument = load_tables().instruments.get(wanted.instrument)
    except MusicError as error:
        raise at_field("/instrument", error) from None
    fingered = instrument.fingering.family is not None
    return FormSaidOut(phrases=player_phrases(wanted.name, wanted, instrument.name, fingered=fingered))


@router.post("/layouts")
def layout(wanted: HandoutLayout) -> FormSaidOut:
    """What is on a page that is handed out, as a sentence."""
    return FormSaidOut(phrases=layout_phrases(wanted))
