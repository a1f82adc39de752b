"""What is heard beside a take: improvising told by its rule, the ear trained, a device's latency measured."""

from __future__ import annotations

from dodecant.api.pressed import pressed, strip_of
from dodecant.api.schemas.practising.ear import (
    EarIn,
    EarQuestionOut,
    FormBarOut,
    FormIn,
    ImprovisedIn,
    ImprovisedOut,
    LatencyIn,
    LatencyOut,
    SungIn,
    SungOut,
)
from dodecant.api.schemas.practising.stand import played_of
from dodecant.api.workers.offloaded import offloaded, offloading_router
from dodecant.practice.ear import ear_questions, sung_back
from dodecant.practice.improvised.form import form_of
from dodecant.practice.improvised.report import improvising_report
from dodecant.practice.improvised.rule import free_passages, placed, sounds_of
from dodecant.practice.latency import latency_of
from dodecant.tables import load_tables

router = offloading_router("stand")


@router.post("/stand/improvised")
@offloaded
def improvised(wanted: ImprovisedIn) -> ImprovisedOut:
    """What became of the rule one improvised under."""
    exercise = pressed(wanted.recipe)
    strip, rule = strip_of(exercise, wanted.strip), wanted.rule
    chosen = sounds_of(rule, strip, load_tables().scales)
    passages = free_passages(strip, exercise.metre, rule)
    quarter = exercise.metre.quarter_at(wanted.tempo)
    notes = placed(strip, passages, chosen, quarter, played_of(wanted.events))
    return ImprovisedOut.of(improvising_report(strip, notes, passages, exercise.metre, rule, chosen))


@router.post("/stand/forms")
@offloaded
def form(wanted: FormIn) -> list[FormBarOut]:
    """The form one improvises over, bar by bar, as the player reads it."""
    exercise = pressed(wanted.recipe)
    strip = strip_of(exercise, wanted.strip)
    chosen = sounds_of(wanted.rule, strip, load_tables().scales)
    return [FormBarOut.of(bar) for bar in form_of(strip, chosen, exercise.metre)]


@router.post("/stand/ear")
@offloaded
def questions(wanted: EarIn) -> list[EarQuestionOut]:
    """Questions for the ear about the sound of a strip; the same setting asks the same."""
    strip = strip_of(pressed(wanted.recipe), wanted.strip)
    asked = ear_questions(strip.stop.sounding, wanted.setting, load_tables().scales)
    return [EarQuestionOut.of(one) for one in asked]


@router.post("/stand/sung")
@offloaded
def sung(wanted: SungIn) -> SungOut:
    """Whether a phrase came back, in any octave and any time."""
    strip = strip_of(pressed(wanted.recipe), wanted.strip)
    return SungOut.of(sung_back(strip.stop.sounding, wanted.due, played_of(wanted.events)))


@router.post("/stand/latency")
@offloaded
def latency(wanted: LatencyIn) -> LatencyOut:
    """How long after the hand a note arrives, from notes played with clicks."""
    return LatencyOut.of(latency_of(wanted.clicks, played_of(wanted.events)))
