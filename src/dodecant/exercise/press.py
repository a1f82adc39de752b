"""The press: recipe -> stops -> lines -> strips with their companions, remarks and sentence."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Any

from dodecant.exercise.companions.written import companion_parts
from dodecant.exercise.exercise import Exercise
from dodecant.exercise.hand_maps import SoundMap, maps_of_strips
from dodecant.exercise.hands import StripHands, leaves_its_place
from dodecant.exercise.harmony.chord_sounds import metre_of_changes
from dodecant.exercise.harmony.what_holds import family_of
from dodecant.exercise.melody.fitting import LinesOnOneSound, beside
from dodecant.exercise.melody.lick import Lick, read_against
from dodecant.exercise.melody.line import Line
from dodecant.exercise.melody.line_builder import LineBuilder, LineWork
from dodecant.exercise.notation.score import Remark, Strip
from dodecant.exercise.notation.strip_writer import StripWriter
from dodecant.exercise.over_changes.anew_on_each_chord import LinesAnewOnEachChord
from dodecant.exercise.over_changes.explain_join import JoinExplanation, explain_join_at, explain_ruled_join
from dodecant.exercise.over_changes.guide_tones import GuideToneLines
from dodecant.exercise.over_changes.lick_over_changes import LickLinesOverChanges
from dodecant.exercise.over_changes.ruled.composing import composer, composing_over
from dodecant.exercise.over_changes.ruled.fitting_in import fitting
from dodecant.exercise.over_changes.ruled.lines import RuledLines, narrowed
from dodecant.exercise.over_changes.ruled.rule_assignments import RuleAssignments
from dodecant.exercise.over_changes.unbroken import UnbrokenLines
from dodecant.exercise.player import resolved_player
from dodecant.exercise.recipe.document import Recipe
from dodecant.exercise.recipe.etude.etude import Pin
from dodecant.exercise.recipe.etude.vocabulary import VocabularyPiece
from dodecant.exercise.recipe.figures import FigurePart, GuideTones, OwnLick, Unbroken
from dodecant.exercise.recipe.fingering import HandPlace, OnFrets
from dodecant.exercise.recipe.problems import Problem, RecipeError
from dodecant.exercise.recipe.rhythm.note_values import NoteValue
from dodecant.exercise.recipe.rhythm.placement import OF_EIGHTHS
from dodecant.exercise.recipe.variation import PhraseLevels
from dodecant.exercise.remarks.gathered import gathered
from dodecant.exercise.remarks.on_choices import remarks_on_choices
from dodecant.exercise.remarks.on_hands import remarks_on_hands
from dodecant.exercise.remarks.on_joins import remarks_on_joins
from dodecant.exercise.remarks.on_lines import remarks_on_bar, remarks_on_line, remarks_on_signs
from dodecant.exercise.remarks.on_rules import remarks_on_etude, remarks_on_rules, remarks_on_rules_of_line
from dodecant.exercise.rhythm.timing import note_value, rhythm_in
from dodecant.exercise.routes.stops import Stop, stops
from dodecant.exercise.wording.explanations import Explanations
from dodecant.exercise.wording.findable import Help
from dodecant.exercise.wording.rules import short_name
from dodecant.exercise.wording.sentence import sentence, sentence_text
from dodecant.instrument.fingering.areas import smallest_area
from dodecant.instrument.fingering.books import BookRow
from dodecant.instrument.fingering.fretted import Neck
from dodecant.instrument.fingering.optimiser import Alternative
from dodecant.instrument.fingering.weights import Weights
from dodecant.instrument.profile import Instrument, InstrumentTable
from dodecant.music.core.chord import Chord
from dodecant.music.core.metre import Metre
from dodecant.music.core.tonics import TonicNames
from dodecant.music.progressions.form import Form
from dodecant.music.scales.scale import ScaleCatalogue

_WIDEST_AREA = 12  # frets
MOST_NOTES = 600  # in one strip: some three minutes of eighths at an easy tempo
MOST_STRIPS = 1000  # twelve keys, twelve sounds, and several note values or orders
MOST_IN_ALL = 60_000  # notes: some five hours of eighths

# Who works out the lines of a figure over changes; all figures but these begin anew on each chord.
OVER_CHANGES: Mapping[type[FigurePart], Callable[[LineWork], LineBuilder]] = {
    GuideTones: GuideToneLines,
    Unbroken: UnbrokenLines,
    OwnLick: LickLinesOverChanges,
}


@dataclass(frozen=True)
class Tables:
    """The data files, read once at the edge of the program."""

    scales: ScaleCatalogue
    forms: tuple[Form, ...]
    levels: tuple[PhraseLevels, ...]
    explanations: Explanations
    helps: tuple[Help, ...]
    vocabulary: tuple[VocabularyPiece, ...]
    weights: Weights
    books: tuple[BookRow, ...]
    comping: tuple[str, ...]
    instruments: InstrumentTable


def press(recipe: Recipe, tables: Tables) -> Exercise:
    """Work a recipe out. The same recipe gives the same exercise; raises RecipeError for what cannot be done."""
    worked = _worked(recipe, tables)
    strips = tuple(strip for strip, _ in worked.strips)
    remarks: list[Remark] = []
    for strip, line in worked.strips:
        remarks += remarks_on_line(recipe, strip.stop, line, worked.instrument)
        remarks += remarks_on_signs(recipe, strip)
        remarks += remarks_on_rules_of_line(recipe, strip, line)
        remarks += remarks_on_hands(recipe, strip, worked.instrument, tables.weights)
    first, line = worked.strips[0]
    remarks += remarks_on_choices(recipe, tables.scales)
    remarks += remarks_on_rules(recipe, strips)
    would = _would_fit(tables, worked)
    remarks += remarks_on_etude(recipe, worked.left_out, worked.unfitted, would, worked.metre)
    remarks += remarks_on_bar(recipe_at(recipe, first.stop), line.group, worked.metre, len(first.bars))
    remarks += remarks_on_joins(recipe, strips, lambda other: [strip for strip, _ in _worked(other, tables).strips])
    phrases = sentence(recipe, first.stop, tables.scales, worked.instrument)
    maps: tuple[SoundMap, ...] = ()
    if recipe.spelling.maps != "none":
        maps = maps_of_strips(recipe, worked.instrument, strips, tables.weights, tables.books)
    return Exercise(recipe, worked.instrument, phrases, strips, gathered(remarks, strips), worked.metre, maps)


def explain_join(recipe: Recipe, tables: Tables, strip: int, beat: Fraction) -> JoinExplanation:
    """Why the line goes on as it does under the chord at a beat of a strip; raises RecipeError without a join."""
    player = resolved_player(recipe, tables.instruments)
    metre = metre_of(recipe)
    lick = _lick(recipe, tables, metre)
    places = _stops(recipe, tables, player.instrument, lick) if recipe.explains_joins else ()
    if strip >= len(places) or not places[strip].chords_written:
        message = "Only a line over changes is joined from chord to chord."
        raise RecipeError([Problem("/strip", message, "Choose changes as the sound.")])
    work = _work_at(recipe, places[strip], tables, lick)
    what = _what_plays(work, tables.scales, metre)
    if what is not None:
        return explain_ruled_join(RuledLines(what, work.player), what.stop(places[strip]), beat)
    return explain_join_at(work, places[strip], beat)


def explain_finger(exercise: Exercise, tables: Tables, strip: Strip, note: int) -> list[Alternative[Any]]:
    """The ways to play a note (from 0) of a strip, the cheapest first; raises RecipeError where none is shown."""
    hands = StripHands(exercise.recipe, exercise.instrument, tables.weights, tables.books, exercise.metre)
    return hands.why(strip, note)


@dataclass(frozen=True)
class EtudeChoice:
    """A piece that can begin in a bar of an etude; how much `more` the whole then costs than the best one does."""

    piece: int
    name: str
    more: int
    costs: Mapping[str, int]
    taken: bool


def etude_choices(recipe: Recipe, tables: Tables, bar: int) -> list[EtudeChoice]:
    """The pieces that could begin in a bar (from 1) of an etude, the best first; each is composed with and compared.

    Raises RecipeError for a recipe without an etude, and for a bar that is past its end.
    """
    etude = recipe.etude
    if etude is None or recipe.over_changes is None:
        message = "Only an etude over changes is composed of pieces."
        raise RecipeError([Problem("/recipe/etude", message, "Choose changes and pieces.")])
    metre = metre_of(recipe)
    instrument = resolved_player(recipe, tables.instruments).instrument
    stop = _stops(recipe, tables, instrument, None)[0]
    timeline = stop.timeline
    assert timeline is not None  # noqa: S101 - over changes there is one
    others = tuple(pin for pin in etude.pins if pin.bar != bar)

    work = _work_at(recipe, stop, tables)
    what = RuleAssignments(replace(work, player=narrowed(work.player)), tables.scales, metre)
    composed = composing_over(what, tables.scales, timeline)
    now = composed(etude.pins)
    found = []
    for piece in now.could_begin(bar, metre.quarters):
        other = composed((*others, Pin(bar=bar, piece=piece)))
        taken = now.begins_with(bar, metre.quarters) == piece
        costs = other.costs_in(bar, metre.quarters)
        found.append(EtudeChoice(piece, etude.pieces[piece].name, other.total - now.total, costs, taken))
    return sorted(found, key=lambda choice: (choice.more, choice.name))


def say(recipe: Recipe, tables: Tables) -> str:
    """The recipe's sentence alone, without working its strips out; raises RecipeError for an unknown name."""
    instrument = resolved_player(recipe, tables.instruments).instrument
    first = _stops(recipe, tables, instrument, None)[0]
    return sentence_text(sentence(recipe, first, tables.scales, instrument))


@dataclass(frozen=True)
class _WorkedStrips:
    """The strips of a recipe with the lines they were written from."""

    instrument: Instrument
    metre: Metre
    strips: list[tuple[Strip, Line]]
    unfitted: tuple[Chord, ...] = ()
    left_out: tuple[int, ...] = ()


def _worked(recipe: Recipe, tables: Tables) -> _WorkedStrips:
    """All strips; where the smallest area is asked for, with the hand in it, or free where there is none."""
    if not (isinstance(recipe.fingering, OnFrets) and recipe.fingering.way == "smallest-area"):
        return _worked_in(recipe, tables)
    freely = recipe.model_copy(update={"fingering": recipe.fingering.model_copy(update={"way": "free"})})
    worked = _worked_in(freely, tables)
    neck = Neck.of(worked.instrument)
    lines = [[note.tone.written.midi for note in strip.notes] for strip, _ in worked.strips]
    area = smallest_area(neck, lines)
    while area is not None and area[1] <= min(area[0] + _WIDEST_AREA, neck.frets):
        found = _worked_in(recipe, tables, HandPlace(*area, position=False))
        if not any(leaves_its_place(strip) for strip, _ in found.strips):
            return found
        area = area[0], area[1] + 1  # inside the area other notes are played
    return worked


def _worked_in(recipe: Recipe, tables: Tables, area: HandPlace | None = None) -> _WorkedStrips:
    player = resolved_player(recipe, tables.instruments)
    metre = metre_of(recipe)
    _check_metre(recipe, metre)
    lick = _lick(recipe, tables, metre)
    places = _stops(recipe, tables, player.instrument, lick)
    _check_length(recipe, places)
    if len(places) > MOST_STRIPS:
        message = f"This makes {len(places)} strips; {MOST_STRIPS} are the most."
        raise RecipeError([Problem("/keys", message, "Pick fewer keys.")])
    makers: dict[tuple[NoteValue | None, HandPlace | None], _StripMaker] = {}
    hands = StripHands(recipe, player.instrument, tables.weights, tables.books, metre)
    strips: list[tuple[Strip, Line]] = []
    notes = 0
    for place in places if area is None else [replace(stop, place=area) for stop in places]:
        maker = makers.get((place.value, place.place))
        if maker is None:
            work = _work_at(recipe, place, tables, lick)
            maker = makers[place.value, place.place] = _StripMaker(work, metre, tables.scales)
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
            strip = replace(strip, companions=companion_parts(maker.recipe, strip, metre))
        strips.append((hands.fingered(strip), line))
    unfitted = tuple(chord for maker in makers.values() if maker.what for chord in maker.what.unfitted)
    left_out = next((maker.what.left_out for maker in makers.values() if maker.what), ())
    return _WorkedStrips(player.instrument, metre, strips, unfitted, left_out)


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
    notes = sum(due.sound is not None for due in timeline.due) if isinstance(figure, GuideTones) else beats * in_beat
    certain = recipe.etude is not None and recipe.etude.rest == "own"  # what else leaves gaps is worked out first
    if notes > MOST_NOTES * (Fraction(6, 5) if certain else 2):
        message = f"A strip would have about {int(notes)} notes; {MOST_NOTES} are the most."
        cure = "Play the form fewer times, or take longer note values."
        raise RecipeError([Problem("/sounds/choruses", message, cure)])


class _StripMaker:
    """What works out the strips of a recipe in one note value."""

    def __init__(self, work: LineWork, metre: Metre, scales: ScaleCatalogue) -> None:
        self.recipe, self.player = work.recipe, work.player
        self.what = _what_plays(work, scales, metre)
        self.lines = _builder(work) if self.what is None else RuledLines(self.what, work.player)
        self.writer = StripWriter(work.recipe, work.player.instrument, metre)
        self._scales = scales

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
        return replace(strip, labels=tuple(sorted(labels)), pieces=tuple(pieces))


def _what_plays(work: LineWork, scales: ScaleCatalogue, metre: Metre) -> RuleAssignments | None:
    """What is played where, for a recipe over changes that says so, or takes one line to every key."""
    recipe = work.recipe
    if not recipe.ruled:
        return None
    if recipe.one_line_for_all_keys:
        work = replace(work, player=narrowed(work.player))
    return RuleAssignments(work, scales, metre, composer(scales) if recipe.etude else None)


def names_over_the_line(what: RuleAssignments, scales: ScaleCatalogue) -> list[str]:
    """The short name of everything that is played; none for the recipe's own figure."""
    recipe, names = what.recipe, []
    for playing in what.all:
        if playing.rule is not None:
            names.append(short_name(recipe.rules[playing.rule].what, scales))
        else:
            names.append(recipe.etude.pieces[playing.piece].name if recipe.etude and playing.piece is not None else "")
    return names


def _builder(work: LineWork) -> LineBuilder:
    """The line builder for a figure on its sounds; one that needs changes says so itself."""
    figure = work.recipe.figure
    if work.recipe.over_changes is None and not figure.needs_changes:
        return LinesOnOneSound(work)
    return OVER_CHANGES.get(type(figure), LinesAnewOnEachChord)(work)


def _stops(recipe: Recipe, tables: Tables, instrument: Instrument, lick: Lick | None) -> tuple[Stop, ...]:
    """The stops of a recipe; a lick's pickup needs a bar before the changes."""
    tonics = TonicNames.preferring(recipe.spelling.major, recipe.spelling.minor)
    lead_in = metre_of(recipe).quarters if lick and lick.lead > 0 else Fraction(0)
    return stops(recipe, tables.scales, tonics, instrument, lead_in)


def recipe_at(recipe: Recipe, stop: Stop) -> Recipe:
    """The recipe as it is at a stop: in one note value of its route, with the hand in one position."""
    changed: dict[str, Any] = {}
    if stop.value is not None and recipe.placement.route:
        changed["placement"] = recipe.placement.model_copy(update={"value": stop.value, "route": ()})
    if stop.place is not None and recipe.fingering is not None:
        changed["fingering"] = recipe.fingering.in_place(stop.place)
    return recipe.model_copy(update=changed) if changed else recipe


def _work_at(recipe: Recipe, stop: Stop, tables: Tables, lick: Lick | None = None) -> LineWork:
    """What lines are built from at a stop: the recipe as it is there, and what the player reaches there."""
    own = recipe_at(recipe, stop)
    return LineWork.of(own, resolved_player(own, tables.instruments), lick)


def _check_metre(recipe: Recipe, metre: Metre) -> None:
    """Refuse what divides a beat as a metre of eighths does not; raises RecipeError."""
    recipe.figure.check_metre(metre)
    placement = recipe.placement
    divided = "(" in placement.slots or not OF_EIGHTHS.issuperset(placement.values)
    alone = not recipe.rules and recipe.etude is None
    if metre.unit == 8 and divided and not (recipe.figure.counts_beats and alone):
        cure = "Choose quarters, eighths or sixteenths, or a metre of quarters."
        raise RecipeError([Problem("/placement", f"In {metre.text} beats are not divided so.", cure)])


def _lick(recipe: Recipe, tables: Tables, metre: Metre) -> Lick | None:
    figure = recipe.figure
    if not isinstance(figure, OwnLick):
        return None
    return read_against(figure.text, figure.over, metre, tables.scales, exact=not figure.carried_to_fit)


def metre_of(recipe: Recipe) -> Metre:
    """The metre of an exercise: the recipe's, or that of the changes."""
    sounds = recipe.over_changes
    return Metre.parse(recipe.placement.metre) if sounds is None else metre_of_changes(sounds.changes)
