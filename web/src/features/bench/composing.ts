/** The sentence being composed: pure functions over its state. The server alone knows what a step does. */
import type { Schemas } from "../../api/client";

export type MoveOut = Schemas["MoveOut"];
export type Slot = Schemas["SlotOut"];
export type Fields = Record<string, unknown>;

/** `editing` is the index of the step being changed, or null for a new one at the end. */
export interface Composing {
  /** Which sentence it is, however much of it is changed. */
  sentence: number;
  move: MoveOut;
  fields: Fields;
  typed: Record<string, string>;
  open: string | null;
  editing: number | null;
}

type Known = Pick<Composing, "fields" | "typed">;
/** What lies on a piece; picking it brings the piece along. */
const ON_PIECE = new Set<Slot["pick"]>([
  "dart",
  "darts",
  "place",
  "places",
  "edge",
  "line",
  "slashes",
  "shares",
]);
/** Units of numbers that are dragged on the table. */
const DRAGGED = new Set(["cm", "degrees"]);
/** What is gathered one after the other; none of it is no answer. */
const SEVERAL = new Set<Slot["pick"]>(["pieces", "places", "darts", "shares", "taken", "seams or edges"]);

/** A slot that is filled by picking something on a piece brings its piece with it, so the piece is not asked for. */
export function isAsked(move: MoveOut, slot: Slot): boolean {
  return (
    slot.pick !== "piece" || slot.optional || !move.slots.some((s) => ON_PIECE.has(s.pick) && !s.optional)
  );
}

/** Whether a parameter says anything with what is chosen elsewhere: only a stand has a height of its own. */
export const isMeant = (field: Slot["fields"][number], fields: Fields): boolean =>
  Object.entries(field.only ?? {}).every(([name, values]) => {
    const chosen = fields[name];
    return typeof chosen === "string" && values.includes(chosen);
  });

/** Numbers that a hand can take hold of on the table: the open slot's, or, with none open, all that the step has. */
export function graspable(c: Composing): Slot["fields"] {
  if (c.move.handle === "strip") return [];
  const open = openSlot(c);
  return (open ? [open] : c.move.slots)
    .flatMap((s) => s.fields)
    .filter((f) => DRAGGED.has(f.unit) && isMeant(f, c.fields));
}

/** The places of a line given as a list or as places with a shape; none for one that is named. */
export function placesOf(line: unknown): unknown[] {
  if (Array.isArray(line)) return line;
  const through = (line as { through?: unknown[] } | undefined)?.through;
  return Array.isArray(through) ? through : [];
}

/** The parameter by which a move is told to cut a double-pointed dart across first; only moves that have it take such darts. */
export const ACROSS = "cut_across";
export const takesLenses = (move: MoveOut) => move.slots.some((s) => s.fields.some((f) => f.name === ACROSS));

/** Edges in the order in which they were pointed at; one that is pointed at again is let go. */
export function withEdge(edges: unknown, piece: string, edge: string): [string, string][] {
  const had = (Array.isArray(edges) ? edges : []) as [string, string][];
  const at = had.findIndex(([p, e]) => p === piece && e === edge);
  return at >= 0 ? had.toSpliced(at, 1) : [...had, [piece, edge]];
}

/** A picked thing's piece, where the move speaks of one: some speak of a whole, or of several. */
export const withPiece = (move: MoveOut, piece: string): Fields =>
  move.slots.some((s) => s.fields.some((f) => f.name === "piece")) ? { piece } : {};

/** A slot that is not spoken of until it holds: a dart with a mouth needs no cut. */
export const isUnsaid = (slot: Slot, fields: Fields) =>
  (slot.fields.some((f) => f.name === ACROSS) && fields[ACROSS] !== true) ||
  !slot.fields.some((f) => isMeant(f, fields));

function isGiven(slot: Slot, field: string, c: Known): boolean {
  const value = c.fields[field];
  if ((c.typed[field] ?? "") !== "") return true;
  if (value === undefined) return false;
  if (SEVERAL.has(slot.pick)) return Array.isArray(value) && value.length > 0;
  if (slot.pick === "line") return typeof value === "string" || placesOf(value).length > 1;
  if (slot.pick === "zone") {
    const zone = value as { from?: unknown; to?: unknown };
    return zone.from !== undefined && zone.to !== undefined;
  }
  return true;
}

export function isFilled(slot: Slot, c: Known): boolean {
  return slot.fields.some((f) => isGiven(slot, f.name, c));
}

/** The first slot that still wants an answer, or null when the sentence is whole. */
export function nextOpen(move: MoveOut, c: Known): string | null {
  return move.slots.find((s) => !s.optional && isAsked(move, s) && !isFilled(s, c))?.name ?? null;
}

let sentences = 0;

export function begin(move: MoveOut, fields: Fields = {}): Composing {
  const start = { fields, typed: {} };
  return { sentence: ++sentences, move, ...start, open: nextOpen(move, start), editing: null };
}

const NOT_SLOTS = new Set(["move", "muted", "note", "chapter"]);

/** Change an earlier step: its slot `open` stands open, the rest stays as it was. */
export function reopen(move: MoveOut, step: Fields, index: number, open: string): Composing {
  const fields = Object.fromEntries(Object.entries(step).filter(([k]) => !NOT_SLOTS.has(k)));
  return { sentence: ++sentences, move, fields, typed: {}, open, editing: index };
}

/** What was typed beside the entries of a list, without the one that is left out: those behind it move up with theirs. */
export function typedWithout(
  typed: Record<string, string>,
  list: string,
  left: number,
): Record<string, string> {
  const own = Object.keys(typed)
    .map((key) => ({ key, at: new RegExp(`^${list}\\.(\\d+)\\.(.+)$`).exec(key) }))
    .flatMap(({ key, at }) => (at && Number(at[1]) >= left ? [{ key, k: Number(at[1]), rest: at[2] }] : []));
  const cleared = Object.fromEntries(own.map(({ key }) => [key, ""]));
  const moved = own
    .filter(({ k }) => k > left)
    .map(({ key, k, rest }) => [`${list}.${k - 1}.${rest}`, typed[key] ?? ""]);
  return { ...cleared, ...Object.fromEntries(moved) };
}

/** Fill a slot; the next one opens, unless `stay`: a line wants more places, a number more digits. */
export function fill(
  c: Composing,
  fields: Fields,
  typed: Record<string, string> = {},
  stay: string | null = null,
): Composing {
  const known = { fields: { ...c.fields, ...fields }, typed: { ...c.typed, ...typed } };
  for (const [k, v] of Object.entries(known.fields)) if (v === undefined) delete known.fields[k];
  for (const [k, v] of Object.entries(known.typed)) if (v === "") delete known.typed[k];
  return { ...c, ...known, open: stay ?? nextOpen(c.move, known) };
}

/** One slot back: the one before the open one stands open and empty; null when there is none. A line loses its last place first. */
export function back(c: Composing): Composing | null {
  const here = openSlot(c);
  const field = here?.fields[0]?.name ?? "";
  if (here?.pick === "slashes" || here?.pick === "places") {
    const list = here.pick === "slashes" ? "at" : field;
    const left = placesOf(c.fields[list]).slice(0, -1);
    if (placesOf(c.fields[list]).length > 0)
      return { ...c, fields: { ...c.fields, [list]: left.length > 0 ? left : undefined } };
  }
  if (here?.pick === "line" && placesOf(c.fields[field]).length > 0) {
    const line = c.fields[field];
    const left = placesOf(line).slice(0, -1);
    const shaped = Array.isArray(line) ? left : { ...(line as object), through: left };
    return { ...c, fields: { ...c.fields, [field]: left.length > 0 ? shaped : undefined } };
  }
  const asked = c.move.slots.filter((s) => isAsked(c.move, s));
  const at = c.open === null ? asked.length : asked.findIndex((s) => s.name === c.open);
  const before = asked
    .slice(0, at)
    .reverse()
    .find((s) => isFilled(s, c));
  if (!before || c.editing !== null) return null;
  const fields = { ...c.fields };
  const typed = { ...c.typed };
  for (const f of before.fields) {
    delete fields[f.name];
    delete typed[f.name];
  }
  return { ...c, fields, typed, open: before.name };
}

export function openSlot(c: Composing | null): Slot | null {
  return c?.move.slots.find((s) => s.name === c.open) ?? null;
}

/** The step as the server wants it, without the lengths still in words. */
export function stepOf(c: Composing): Fields {
  return { move: c.move.move, ...c.fields };
}

/** Whether nothing but the open slot's own picking is missing, so that the server can do the step already. */
export function isWhole(c: Composing): boolean {
  return nextOpen(c.move, c) === null;
}
