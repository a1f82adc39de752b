/** Short names for the generated types. */
import type { components } from "./schema";

type Schemas = components["schemas"];
export type Recipe = Schemas["Recipe-Output"];
export type Exercise = Schemas["ExerciseOut"];
export type Strip = Schemas["StripOut"];
export type Note = Schemas["NoteOut"];
export type Phrase = Schemas["PhraseOut"];
export type Remark = Schemas["RemarkOut"];
export type Cure = Schemas["CureOut"];
export type Tables = Schemas["TablesOut"];
export type Saved = Schemas["SavedOut"];
export type Problem = Schemas["ProblemOut"];
export type Bench = Schemas["BenchOut"];
export type LaidOpen = Schemas["LaidOpenOut"];
export type Picture = Schemas["PictureOut"];
export type FileKind = "json" | "musicxml" | "midi" | "svg" | "pdf" | "recipe";
