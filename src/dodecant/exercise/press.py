"""The press: recipe -> stops -> lines -> strips with their companions, remarks and sentence."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction

from dodecant.exercise.companions.left_hand import with_left_hands
from dodecant.exercise.companions.written import companion_parts, in_one_clef, vamp_names
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.hand_maps import SoundMap, maps_of_strips
from dodecant.exercise.hands import StripHands, leaves_its_place, parts_of
from dodecant.exercise.harmony.what_holds import family_of
from dodecant.exercise.melody.fitting import LinesOnOneSound, beside
from dodecant.exercise.melody.line import Line
from dodecant.exercise.melody.line_builder import LineBuilder, LineWork
from dodecant.exercise.notation.score import Remark, Strip
from dodecant.exercise.notation.strip_writer import StripWriter
from dodecant.exercise.over_changes.anew_on_each_chord import LinesAnewOnEachChord
from dodecant.exercise.over_changes.chord_voicings import VoicingLines
from dodecant.exercise.over_changes.guide_tones import GuideToneLines
from dodecant.exercise.over_changes.lick_over_changes import LickLinesOverChanges
from dodecant.exercise.over_changes.phrases.plan import course_of
from dodecant.exercise.over_changes.ruled.fitting_in import fitting
from dodecant.exercise.over_changes.ruled.lines import RuledLines
from dodecant.exercise.over_changes.ruled.rule_assignments import RuleAssignments
from dodecant.exercise.over_changes.unbroken import UnbrokenLines
from dodecant.exercise.prepared import Prepared, prepare, recipe_at
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.figures import ChordVoicings, FigurePart, GuideTones, OwnLick, Unbroken
from dodecant.exercise.recipe.fingering import HandPlace, OnFrets
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.rhythm.note_values import NoteValue
from dodecant.exercise.recipe.rhythm.placement import OF_EIGHTHS
from dodecant.exercise.remarks.gathered import gathered
from dodecant.exercise.remarks.on_choices import remarks_on_choices
from dodecant.exercise.remarks.on_companions import remarks_on_vamp
from dodecant.exercise.remarks.on_hands import remarks_on_hands
from dodecant.exercise.remarks.on_joins import remarks_on_joins
from dodecant.exercise.remarks.on_lines import remarks_on_bar, remarks_on_line, remarks_on_signs
from dodecant.exercise.remarks.on_rules import (
    remarks_on_etude,
    remarks_on_kept_sounds,
    remarks_on_peak,
    remarks_on_rules,
    remarks_on_rules_of_line,
)
from dodecant.exercise.rhythm.timing import note_value, rhythm_in
from dodecant.exercise.routes.stops import Stop
from dodecant.exercise.tables import Tables
from dodecant.exercise.wording.etudes import ROLES
from dodecant.exercise.wording.rules import short_name
from dodecant.exercise.wording.sentence import sentence, sentence_text
from dodecant.instrument.fingering.areas import smallest_area
from dodecant.instrument.fingering.fretted import Neck
from dodecant.instrument.profile import Instrument
from dodecant.music.core.chord import Chord
from dodecant.music.core.metre import Metre
from dodecant.music.scales.scale import ScaleCatalogue

_WIDEST_AREA = 12  # frets
MOST_NOTES = 1600  # in one strip: three choruses of 32 bars in sixteenths
MOST_STRIPS = 1000  # twelve keys, twelve sounds, and several note values or orders
MOST_IN_ALL = 60_000  # notes: some five hours of eighths

# Who works out the lines of a figure over changes; all figures but these begin anew on each chord.
OVER_CHANGES: Mapping[type[FigurePart], Callable[[LineWork], LineBuilder]] = {
    ChordVoicings: VoicingLines,
    GuideTones: GuideToneLines,
    Unbroken: UnbrokenLines,
    OwnLick: LickLinesOverChanges,
}


def press(recipe: Recipe, tables: Tables) -> Exercise:
    """Work a recipe out. The same recipe gives the same exercise; raises RecipeError for what cannot be done."""
    worked = _worked(prepare(recipe, tables))
    strips = tuple(strip for strip, _ in worked.strips)
    remarks: list[Remark] = []
    for strip, line in worked.strips:
        remarks += remarks_on_line(recipe, strip.stop, line, worked.instrument)
        remarks += remarks_on_signs(recipe, strip)
        remarks += remarks_on_vamp(recipe, strip)
        remarks += remarks_on_rules_of_line(recipe, strip, line)
        remarks += remarks_on_hands(recipe, strip, strips[0], worked.instrument, tables.weights)
    first, line = worked.strips[0]
    remarks += remarks_on_choices(recipe, tables.scales)
    remarks += remarks_on_rules(recipe, strips)
    remarks += remarks_on_kept_sounds(recipe, strips, tables.scales)
    would = _would_fit(tables, worked)
    remarks += remarks_on_etude(recipe, worked.left_out, worked.unfitted, would, worked.metre)
    remarks += remarks_on_peak(recipe, first, worked.metre)
    remarks += remarks_on_bar(recipe_at(recipe, first.stop), line.group, worked.metre, len(first.bars))

    def lines_of(other: Recipe) -> list[Strip]:
        return [strip for strip, _ in _worked(prepare(other, tables)).strips]

    remarks += remarks_on_joins(recipe, strips, lines_of)
    phrases = sentence(recipe, [strip.stop for strip in strips], tables.scales, worked.instrument)
    maps: tuple[SoundMap, ...] = ()
    if recipe.spelling.maps != "none":
        maps = maps_of_strips(recipe, worked.instrument, strips, tables.weights, tables.books)
    return Exercise(recipe, worked.instrument, phrases, strips, gathered(remarks, strips), worked.metre, maps)


def say(recipe: Recipe, tables: Tables) -> str:
    """The recipe's sentence alone, without working its strips out; raises RecipeError for an unknown name."""
    prepared = prepare(recipe, tables)
    return sentence_text(sentence(recipe, prepared.stops, tables.scales, prepared.instrument))


@dataclass(frozen=True)
class _WorkedStrips:
    """The strips of a recipe with the lines they were written from."""

    instrument: Instrument
    metre: Metre
    strips: list[tuple[Strip, Line]]
    unfitted: tuple[Chord, ...] = ()
    left_out: tuple[int, ...] = ()


def _worked(prepared: Prepared) -> _WorkedStrips:
    """All strips; where the smallest area is asked for, with the hand in it, or free where there is none."""
    recipe = prepared.recipe
    if not (isinstance(recipe.fingering, OnFrets) and recipe.fingering.way == "smallest-area"):
        return _worked_in(prepared)
    freely = recipe.model_copy(update={"fingering": recipe.fingering.model_copy(update={"way": "free"})})
    worked = _worked_in(prepare(freely, prepared.tables))
    neck = Neck.of(worked.instrument)
    lines = [[note.tone.written.midi for note in strip.notes] for strip, _ in worked.strips]
    area = smallest_area(neck, lines)
    while area is not None and area[1] <= min(area[0] + _WIDEST_AREA, neck.frets):
        found = _worked_in(prepared, HandPlace(*area, position=False))
        if not any(leaves_its_place(strip) for strip, _ in found.strips):
            return found
        area = area[0], area[1] + 1  # inside the area other notes are played
    return worked


def _worked_in(prepared: Prepared, area: HandPlace | None = None) -> _WorkedStrips:
    recipe, tables, metre, places = prepared.recipe, prepared.tables, prepared.metre, prepared.stops
    _check_metre(recipe, metre)
    _check_length(recipe, places)
    if len(places) > MOST_STRIPS:
        message = f"This makes {len(places)} strips; {MOST_STRIPS} are the most."
        raise RecipeError([Problem("/keys", message, "Pick fewer keys.")])
    makers: dict[tuple[NoteValue | None, HandPlace | None], _StripMaker] = {}
    hands = StripHands(recipe, prepared.instrument, tables.weights, tables.books, metre)
    strips: list[tuple[Strip, Line]] = []
    notes = 0
    for place in places if area is None else [replace(stop, place=area) for stop in places]:
        maker = makers.get((place.value, place.place))
        if maker is None:
            maker = makers[place.value, place.place] = _StripMaker(prepared, place)
        stop = maker.ready(place)
        line = maker.lines.line(stop)
        if line.size > MOST_NOTES:
            message = f"A strip would have {line.size} notes; {MOST_NOTES} are the most."
            raise RecipeError([Problem("/path", message, "Shorten the path or the cell.")])
        notes += line.size
        if notes > MOST_IN_ALL:
            raise RecipeError([_too_many(len(places), MOST_IN_ALL * (len(strips) + 1) // notes)])
        if recipe.player.key_register == "side-by-side" and strips and not stop.chords_written:
            line = beside(strips[-1][1], line, maker.player)
        goes_on = strips and recipe.placement.ending == "on"
        strip = maker.named(maker.writer.strip(stop, line, strips[-1][0].end % metre.quarters if goes_on else None))
        if recipe.companions:
            names = vamp_names(maker.recipe, strip, metre) or strip.chord_names
            strip = replace(strip, companions=companion_parts(maker.recipe, strip, metre), chord_names=names)
        strips.append((hands.fingered(strip), line))
    unfitted = tuple(chord for maker in makers.values() if maker.what for chord in maker.what.unfitted)
    left_out = next((maker.what.left_out for maker in makers.values() if maker.what), ())
    return _WorkedStrips(prepared.instrument, metre, _with_second_staves(recipe, strips), unfitted, left_out)


def _with_second_staves(recipe: Recipe, worked: list[tuple[Strip, Line]]) -> list[tuple[Strip, Line]]:
    """What goes beside the line in the same clef in all strips; and the left hand, where both play."""
    strips = [strip for strip, _ in worked]
    if recipe.companions:
        strips = in_one_clef(strips)
    if parts_of(recipe.fingering)[1] is not None:
        strips = with_left_hands(strips)
    return list(zip(strips, [line for _, line in worked], strict=True))


def _too_many(strips: int, fit: int) -> Problem:
    message = f"These {strips} strips have more than {MOST_IN_ALL:,} notes; about {fit} of them would fit."
    return Problem("/keys", message, "Pick fewer keys or sounds, or shorten the path.")


def _would_fit(tables: Tables, worked: _WorkedStrips) -> list[VocabularyPiece]:
    """Shipped pieces that fit the first chord that no chosen piece fits."""
    if not worked.unfitted:
        return []
    family = family_of(worked.unfitted[0].heard.quality)
    found = []
    for piece in tables.vocabulary:
        if isinstance(piece.what.figure, OwnLick):
            continue
        fits = fitting(piece, Recipe(), worked.metre, tables.scales)
        if family in fits.families and not fits.chords and fits.beats <= worked.metre.quarters / 2:
            found.append(piece)
    return found


def _check_length(recipe: Recipe, places: Sequence[Stop]) -> None:
    """Refuse a form whose strips would have more notes than they may, before any is worked out; raises RecipeError."""
    timeline = places[0].timeline if places else None
    figure = recipe.figure
    if timeline is None or figure.brings_rhythm or figure.stands_once:
        return
    beats = timeline.due[-1].start + timeline.due[-1].length
    rhythm = rhythm_in(recipe)
    in_beat = len(rhythm.notes) / rhythm.length if rhythm else 1 / note_value(recipe_at(recipe, places[0]))
    held = isinstance(figure, GuideTones) or (isinstance(figure, ChordVoicings) and rhythm is None)
    notes = sum(due.sound is not None for due in timeline.due) if held else beats * in_beat
    certain = recipe.etude is not None and recipe.etude.rest == "own"  # what else leaves gaps is worked out first
    if notes > MOST_NOTES * (Fraction(6, 5) if certain else 2):
        message = f"A strip would have about {int(notes)} notes; {MOST_NOTES} are the most."
        cure = "Play the form fewer times, or take longer note values."
        raise RecipeError([Problem("/sounds/choruses", message, cure)])


class _StripMaker:
    """What works out the strips of a recipe in one note value."""

    def __init__(self, prepared: Prepared, stop: Stop) -> None:
        work = prepared.work_at(stop)
        self.recipe, self.player = work.recipe, work.player
        self.what = prepared.rules_at(work)
        self.lines = _builder(work) if self.what is None else RuledLines(self.what, work.player)
        self.writer = StripWriter(work.recipe, work.player.instrument, prepared.metre)
        self._scales, self._etudes = prepared.tables.scales, prepared.tables.etudes

    def ready(self, stop: Stop) -> Stop:
        """The stop as the lines take it: under rules it knows what plays over each chord."""
        return stop if self.what is None else self.what.stop(stop)

    def named(self, strip: Strip) -> Strip:
        """The strip with the names of rules and pieces where each begins, if they are wanted."""
        timeline = strip.stop.timeline
        if self.what is None or timeline is None:
            return strip
        names = names_over_the_line(self.what, self._scales)
        labels, pieces = list(strip.labels), []
        for place, (number, due) in enumerate(zip(timeline.plays, timeline.due, strict=True)):
            if due.sound is None or (place and timeline.plays[place - 1] == number):
                continue
            piece = self.what.all[number].piece
            if piece is not None:
                pieces.append((int((due.start - timeline.lead_in) // self.what.metre.quarters) + 1, piece))
            if names[number] and self.recipe.spelling.rules:
                labels.append((due.start, names[number]))
        course = course_of(self.recipe, timeline, self.what.metre, self._etudes)
        return replace(strip, labels=tuple(sorted(labels)), pieces=tuple(pieces), course=course)


def names_over_the_line(what: RuleAssignments, scales: ScaleCatalogue) -> list[str]:
    """The short name of everything that is played, of a motif what becomes of it; none for the recipe's own figure."""
    recipe, names = what.recipe, []
    for playing in what.all:
        if playing.rule is not None:
            names.append(short_name(recipe.rules[playing.rule].what, scales))
        else:
            name = recipe.etude.pieces[playing.piece].name if recipe.etude and playing.piece is not None else ""
            names.append(ROLES[playing.role] if playing.role else name)
    return names


def _check_metre(recipe: Recipe, metre: Metre) -> None:
    """Refuse what divides a beat as a metre of eighths does not; raises RecipeError."""
    recipe.figure.check_metre(metre)
    placement = recipe.placement
    divided = "(" in placement.slots or not OF_EIGHTHS.issuperset(placement.values)
    alone = not recipe.rules and recipe.etude is None
    if metre.unit == 8 and divided and not (recipe.figure.counts_beats and alone):
        cure = "Choose quarters, eighths or sixteenths, or a metre of quarters."
        raise RecipeError([Problem("/placement", f"In {metre.text} beats are not divided so.", cure)])


def _builder(work: LineWork) -> LineBuilder:
    """The line builder for a figure on its sounds; one that needs changes says so itself."""
    figure = work.recipe.figure
    if work.recipe.over_changes is None and not figure.needs_changes:
        return LinesOnOneSound(work)
    return OVER_CHANGES.get(type(figure), LinesAnewOnEachChord)(work)
