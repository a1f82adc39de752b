"""Forms as sentences."""

from fastapi import APIRouter

from dodecant.api.schemas.practising.sentences import AssignmentSaidIn, EntrySaidIn, FormSaidOut
from dodecant.exercise.recipe.rhythm.placement import Placement
from dodecant.practice.sentences.assignment import assignment_phrases
from dodecant.practice.sentences.entry import entry_phrases

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
