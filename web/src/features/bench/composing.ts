/** The sentence being composed: pure functions over its state. The server alone knows what a step does. */
import type { Schemas } from "../../api/client";

export type MoveOut = Schemas["MoveOut"];
export type Slot = Schemas["SlotOut"];
export type Fields = Record<string, unknown>;

/** `editing` is the index of the step being changed, or null for a new one at the end. */
export interface Composing {
  move: MoveOut;
  fields: Fields;
  typed: Record<string, string>;
  open: string | null;
  editing: number | null;
}

/** A slot that is filled by picking a dart or a place brings its piece with it, so the piece is not asked for. */
export function isAsked(move: MoveOut, slot: Slot): boolean {
  return slot.pick !== "piece" || !move.slots.some((s) => s.pick === "dart" || s.pick === "place");
}

export function isFilled(slot: Slot, c: Pick<Composing, "fields" | "typed">): boolean {
  return slot.fields.some((f) => c.fields[f] !== undefined || (c.typed[f] ?? "") !== "");
}

/** The first slot that still wants an answer, or null when the sentence is whole. */
export function nextOpen(move: MoveOut, c: Pick<Composing, "fields" | "typed">): string | null {
  return move.slots.find((s) => !s.optional && isAsked(move, s) && !isFilled(s, c))?.name ?? null;
}

export function begin(move: MoveOut, fields: Fields = {}): Composing {
  const start = { fields, typed: {} };
  return { move, ...start, open: nextOpen(move, start), editing: null };
}

/** Change an earlier step: its slot `open` stands open, the rest stays as it was. */
export function reopen(move: MoveOut, step: Fields, index: number, open: string): Composing {
  const { move: _name, muted: _muted, ...fields } = step;
  return { move, fields, typed: {}, open, editing: index };
}

/** Fill a slot; the next one opens. `typed` are lengths as written, read by the server. */
export function fill(c: Composing, fields: Fields, typed: Record<string, string> = {}): Composing {
  const known = { fields: { ...c.fields, ...fields }, typed: { ...c.typed, ...typed } };
  for (const [k, v] of Object.entries(known.fields)) if (v === undefined) delete known.fields[k];
  for (const [k, v] of Object.entries(known.typed)) if (v === "") delete known.typed[k];
  return { ...c, ...known, open: nextOpen(c.move, known) };
}

/** One slot back: the one before the open one stands open and empty; null when there is none. */
export function back(c: Composing): Composing | null {
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
    delete fields[f];
    delete typed[f];
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
