"""Lessons: what a student did since the last one, what to give next, what is written down; as a page to print."""

# No postponed annotations here: the connection is a dependency of the routes.
import sqlite3
from collections.abc import Sequence
from datetime import date, timedelta
from typing import Any, NamedTuple

from fastapi import APIRouter, Request, Response
from fastapi.concurrency import run_in_threadpool
from starlette.exceptions import HTTPException

from dodecant.api.files import as_attachment
from dodecant.api.pressed import within
from dodecant.api.routers.shelf import Connection
from dodecant.api.routers.studio.players import known_player
from dodecant.api.schemas.bounds import PlayerId, Today
from dodecant.api.schemas.practising.logbook import SlipCountOut
from dodecant.api.schemas.problems import ProblemsOut
from dodecant.api.schemas.studio.assignments import QuestionOut
from dodecant.api.schemas.studio.lessons import (
    KeyProgressOut,
    LessonIn,
    LessonOut,
    LessonProposalOut,
    OpenQuestionOut,
    last_lesson,
)
from dodecant.api.workers.offloaded import A_JOB, as_json, offload
from dodecant.engraving.pages.practice_pages import lesson_pdf
from dodecant.exercise.recipe.problems import RecipeError
from dodecant.practice.planning.coverage import SlipCount, key_names
from dodecant.practice.planning.days import day_text
from dodecant.practice.studio.assignment import own_assignment
from dodecant.practice.studio.handout import Paper
from dodecant.practice.studio.lesson import GivenWork, LessonNotes, proposals
from dodecant.practice.studio.profile import PlayerProfile
from dodecant.store import assignments, coverage, lessons
from dodecant.store.database import Database, atomic
from dodecant.tables import load_tables

router = APIRouter(prefix="/api/players/{player}", tags=["lessons"], responses={404: {"model": ProblemsOut}})
_FIRST_TIME = timedelta(days=28)  # what is looked back at where there was no lesson before
_MOST_SLIPS, _MOST_KEYS = 8, 48


class _Known(NamedTuple):
    """What a page is made of, before anything is proposed."""

    page: LessonOut
    profile: PlayerProfile
    slips: list[SlipCount]
    given: list[GivenWork]
    sounds: list[str]


@router.get("/lesson", responses=A_JOB)
async def lesson(player: PlayerId, request: Request, today: Today) -> LessonOut:
    """The page of a lesson on a day."""

    known = await run_in_threadpool(_known_now, request.app.state.database, player, today)
    answer: Any = await offload(request, proposed_apart, known, then=as_json)
    return answer  # type: ignore[no-any-return]


@router.put("/lesson", status_code=204)
def keep(player: PlayerId, wanted: LessonIn, connection: Connection, today: Today) -> None:
    """Keep what is written down at a lesson; where it was changed meanwhile, that is refused."""
    known_player(connection, player)
    with atomic(connection):
        if not lessons.keep_lesson(connection, player, today, wanted.notes, wanted.revision):
            raise HTTPException(409, "The notes of this lesson were changed somewhere else. Open them again.")


@router.get("/lesson.pdf", response_class=Response, responses=A_JOB)
async def page(player: PlayerId, request: Request, today: Today, paper: Paper = "a4") -> Response:
    """The same to print."""

    def then(data: bytes) -> Response:
        return as_attachment(data, f"{known.profile.name} {today:%Y-%m-%d}", ".pdf", "application/pdf")

    known = await run_in_threadpool(_known_now, request.app.state.database, player, today)
    return await offload(request, printed_apart, known, paper, then=then)


def proposed_apart(known: _Known) -> LessonOut:
    """The page with what is proposed, in the workers."""
    found = proposals(known.profile, known.slips, known.given, known.sounds, load_tables(), within(known.profile.level))
    return known.page.model_copy(update={"proposals": LessonProposalOut.all(found)})


def printed_apart(known: _Known, paper: Paper) -> bytes:
    """The page to print, in the workers."""
    made = proposed_apart(known)
    return lesson_pdf(
        {
            "name": made.name, "day": day_text(made.day), "since": day_text(made.since), "minutes": made.minutes,
            "days": made.days, "notes": made.notes.notes, "last": made.last.notes if made.last else "",
            "next": day_text(made.notes.next_day) if made.notes.next_day else "",
            "keys": [one.model_dump() for one in made.keys], "slips": [one.model_dump() for one in made.slips],
            "untouched": made.untouched, "questions": [one.question.text for one in made.questions],
            "proposals": [{"title": one.title, "why": one.why} for one in made.proposals],
        },
        paper,
    )  # fmt: skip


def _known_now(database: Database, player: int, today: date) -> _Known:
    with database.connection() as connection:
        return _known(connection, player, today)


def _known(connection: sqlite3.Connection, player: int, today: date) -> _Known:
    profile = known_player(connection, player).profile
    last = lessons.lesson_before(connection, player, today)
    since = last.day if last else today - _FIRST_TIME
    kept = lessons.lesson(connection, player, today)
    minutes = coverage.minutes_of_days(connection, player, since)
    slips = coverage.slips(connection, player, since)
    work, untouched, questions = _given(connection, player, profile, since)
    keys = lessons.keys_since(connection, player, since)[:_MOST_KEYS]
    page = LessonOut(
        name=profile.name, day=today, last=last_lesson(last), since=since, minutes=round(sum(minutes.values()), 1),
        days=len(minutes), keys=[KeyProgressOut.of(one) for one in keys],
        slips=[SlipCountOut.of(one, key_names(one.sound, load_tables().scales)) for one in slips[:_MOST_SLIPS]],
        untouched=untouched, questions=questions,
        proposals=[], notes=kept.notes if kept else LessonNotes(), revision=kept.revision if kept else 0,
    )  # fmt: skip
    sounds = sorted({one.cell.sound for one in coverage.cells(connection, player)})
    return _Known(page, profile, slips, work, sounds)


def _given(
    connection: sqlite3.Connection, player: int, profile: PlayerProfile, since: date
) -> tuple[list[GivenWork], list[str], list[OpenQuestionOut]]:
    """What was given, as the player gets it; the titles of what was not touched since a day; questions that wait."""
    work, untouched, questions = list[GivenWork](), list[str](), list[OpenQuestionOut]()
    for line in assignments.assignments(connection, player):
        done = next(iter(assignments.progress(connection, line.id, player)), None)
        if done is None or done.last < since:
            untouched.append(line.title)
        questions += _waiting(assignments.questions(connection, line.id, player), line.title)
        kept = assignments.assignment(connection, line.id)
        if kept is None or kept.document.recipe is None:
            continue
        (mine,) = assignments.given_to(connection, line.id, player)
        try:
            fit = own_assignment(kept.document, profile, load_tables(), mine.simpler).fits[0]
        except RecipeError:  # what cannot be fitted to the player of today is told where it was given
            continue
        tempos = {key: tempo for key, tempo, _ in done.keys} if done else {}
        work.append(GivenWork(line.title, fit.recipe, kept.document.saved, line.due, done is not None, tempos))
    return work, untouched, questions


def _waiting(asked: Sequence[assignments.Question], title: str) -> list[OpenQuestionOut]:
    return [
        OpenQuestionOut(assignment=one.assignment, title=title, question=QuestionOut.of(one))
        for one in asked
        if not one.answer
    ]
