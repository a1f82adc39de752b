"""Pages to hand out, set and looked at; a class set; worksheets."""

from __future__ import annotations

from fastapi import Response

from dodecant.api.files import as_attachment
from dodecant.api.pressed import pressed
from dodecant.api.schemas.studio.pages import HandoutIn, PagesOut
from dodecant.api.workers.offloaded import costly, offloaded, offloading_router
from dodecant.engraving.pages.class_set import set_for
from dodecant.engraving.pages.handout import SetPages
from dodecant.engraving.pages.worksheet import worksheet_pages, worksheet_pdf
from dodecant.practice.studio.sheets import Recipient
from dodecant.practice.studio.worksheets.worksheet import WorksheetSetting, made_worksheet
from dodecant.tables import load_tables

router = offloading_router("pages")
PDF = "application/pdf"


@router.post("/handouts/pages")
@offloaded
@costly(lambda wanted: True)
def handout_shown(wanted: HandoutIn) -> PagesOut:
    """The pages of a handout, to be looked at before they are printed."""
    return PagesOut.of(_set(wanted).pages)


@router.post("/handouts/pdf", response_class=Response)
@offloaded
@costly(lambda wanted: True)
def handout(wanted: HandoutIn) -> Response:
    """A handout as a PDF."""
    who = f"{wanted.profile.name} " if wanted.profile else ""
    return as_attachment(_set(wanted).pdf, f"{who}{wanted.given.title}", ".pdf", PDF)


@router.post("/worksheets/pages")
@offloaded
def worksheet_shown(wanted: WorksheetSetting) -> PagesOut:
    """The pages of a worksheet and of its key, to be looked at."""
    return PagesOut.of(worksheet_pages(wanted, made_worksheet(wanted, load_tables())))


@router.post("/worksheets/pdf", response_class=Response)
@offloaded
def worksheet(wanted: WorksheetSetting) -> Response:
    """A worksheet with its key as a PDF; the same seed gives the same one."""
    return as_attachment(worksheet_pdf(wanted, made_worksheet(wanted, load_tables())), wanted.title, ".pdf", PDF)


def _set(wanted: HandoutIn) -> SetPages:
    seat = Recipient(wanted.profile, tuple(wanted.simpler)) if wanted.profile else None
    return set_for(wanted.given, seat, wanted.layout, load_tables(), pressed)
