/** The bench's state and everything that changes it: one pure reducer. What a step does is the server's to say. */
import type { Schemas } from "../../api/client";
import {
  back,
  begin,
  type Composing,
  type Fields,
  fill,
  type MoveOut,
  openSlot,
  placesOf,
  reopen,
  type Slot,
  stepOf,
} from "./composing";

export interface EdgeOf {
  piece: string;
  edge: string;
}

export type Grip = Schemas["GripOut"];

/** A number of the step taken hold of: its grip as it was then, what bounds it, and where the hand went down. */
export interface Held {
  grip: Grip;
  field: Slot["fields"][number];
  x: number;
  y: number;
}

/** What a hand has hold of: a dart's mouth, a place of the line being drawn, the edge of a strip, or a number of the step. */
export interface Drag {
  handle: "mouth" | "place" | "strip" | "number";
  pointer: number;
  /** Which place of the line; the strip's opening when it was taken, cm, and where. */
  index: number;
  from: number;
  at: number;
  held?: Held;
}

export interface BenchState {
  composing: Composing | null;
  drag: Drag | null;
  /** The step in hand, whose sums are shown; null: the newest. */
  chosen: number | null;
  /** Edges shown on the table when their promise is touched. */
  shown: EdgeOf[];
  /** Sheets put out of sight. */
  hidden: string[];
}

export const AT_REST: BenchState = { composing: null, drag: null, chosen: null, shown: [], hidden: [] };

export type BenchEvent =
  | { type: "start"; move: MoveOut; fields?: Fields; drag?: Drag }
  | { type: "reopen"; move: MoveOut; step: Fields; index: number; slot: string }
  | { type: "open"; slot: string }
  | { type: "fill"; fields: Fields; typed?: Record<string, string>; stay?: boolean }
  | { type: "taken"; step: Fields; slot: string }
  | { type: "back" }
  | { type: "leave" }
  | { type: "put in"; composing: Composing }
  | { type: "take hold"; drag: Drag }
  | { type: "let go" }
  | { type: "choose"; index: number | null }
  | { type: "show"; edges: EdgeOf[] }
  | { type: "hide"; piece: string }
  | { type: "show all" };

export function bench(state: BenchState, event: BenchEvent): BenchState {
  switch (event.type) {
    case "start":
      return {
        ...state,
        composing: begin(event.move, event.fields),
        drag: event.drag ?? null,
        chosen: null,
        shown: [],
      };
    case "reopen":
      return {
        ...state,
        composing: reopen(event.move, event.step, event.index, event.slot),
        chosen: null,
        shown: [],
      };
    case "open":
      return state.composing ? { ...state, composing: { ...state.composing, open: event.slot } } : state;
    case "fill": {
      const { composing } = state;
      if (!composing) return state;
      const stay = event.stay ? composing.open : null;
      return { ...state, composing: fill(composing, event.fields, event.typed, stay) };
    }
    case "taken":
      return { ...state, composing: state.composing && taken(state.composing, event.step, event.slot) };
    case "back": {
      if (!state.composing) return { ...state, chosen: null, shown: [] };
      return { ...state, composing: back(state.composing), drag: null };
    }
    case "leave":
      return { ...state, composing: null, drag: null };
    case "put in":
      // The next sentence may have been begun while this one was being saved.
      return state.composing?.sentence === event.composing.sentence
        ? { ...state, composing: null, drag: null }
        : state;
    case "take hold": {
      // A place taken hold of is changed in the slot it stands in, whichever is open.
      const { composing } = state;
      const grips = composing ? gripped(composing.fields) : null;
      const placed = composing?.move.slots.find((s) => s.pick === grips?.pick);
      const open = event.drag.handle === "place" && placed ? placed.name : composing?.open;
      return {
        ...state,
        drag: event.drag,
        composing: composing && { ...composing, open: open ?? null },
      };
    }
    case "let go":
      return { ...state, drag: null };
    case "choose":
      return { ...state, chosen: event.index, shown: [] };
    case "show":
      return { ...state, shown: event.edges };
    case "hide": {
      const hidden = state.hidden.includes(event.piece)
        ? state.hidden.filter((p) => p !== event.piece)
        : [...state.hidden, event.piece];
      return { ...state, hidden };
    }
    case "show all":
      return { ...state, hidden: [] };
  }
}

/** Whose places lie on the table as grips, and how many are taken already; one more only hovers. */
export function gripped(fields: Fields): { pick: Slot["pick"]; taken: number } | null {
  if (fields.line !== undefined) return { pick: "line", taken: placesOf(fields.line).length };
  if (Array.isArray(fields.through)) return { pick: "places", taken: fields.through.length };
  if (Array.isArray(fields.at)) return { pick: "slashes", taken: fields.at.length };
  if (fields.zone === undefined) return null;
  const { from, to } = fields.zone as Fields;
  return { pick: "zone", taken: [from, to].filter((x) => x !== undefined).length };
}

/** Slots that a place taken does not close: there may be more. */
const STAYS_OPEN = new Set<Slot["pick"]>(["line", "places", "shares", "slashes"]);

/** Whether a slot is one that clicks go on filling. */
export const staysOpen = (slot: Slot) => STAYS_OPEN.has(slot.pick);

/** The place under the hand is taken: it fills the slot that was open then. A line or a zone stays open for its next place; where a
 * quick hand has gone on to another slot meanwhile, that one stays open. */
function taken(c: Composing, step: Fields, name: string): Composing {
  const slot = c.move.slots.find((s) => s.name === name);
  if (!slot) return c;
  const names = slot.fields.map((f) => f.name);
  const fields: Fields = Object.fromEntries(
    Object.entries(step).filter(
      ([k]) => names.includes(k) || (k === "piece" && c.fields.piece === undefined),
    ),
  );
  // Slashes are counted or pointed out: the one way takes the other's answer away.
  if (slot.pick === "slashes") for (const name of names) fields[name] ??= undefined;
  return fill(c, fields, {}, c.open !== name ? c.open : staysOpen(slot) ? name : null);
}

/** What the server is asked: the steps before the one in the making, and that one with what is known of it. */
export function trial(state: BenchState, steps: Fields[]): { before: Fields[]; step: Fields } | null {
  const { composing: c } = state;
  if (!c) return null;
  return { before: c.editing === null ? steps : steps.slice(0, c.editing), step: stepOf(c) };
}

/** Slots that a hand on the table fills with one place. */
export const ONE_PLACE = new Set<Slot["pick"]>(["place", "level", "seam or place"]);

/** What a hand on the table fills just now: the parameter, and which place of a line. */
export function pointing(state: BenchState): { field: string; index: number | null } | null {
  const { composing: c, drag } = state;
  const slot = openSlot(c);
  if (!c || !slot) return null;
  if (ONE_PLACE.has(slot.pick)) return { field: slot.fields[0]?.name ?? "to", index: null };
  if (slot.pick === "shares") {
    const field = slot.fields[0]?.name ?? "into";
    const shares = c.fields[field];
    return { field, index: Array.isArray(shares) ? shares.length : 0 };
  }
  if (slot.pick === "line" || slot.pick === "places") {
    const field = slot.fields[0]?.name ?? "line";
    const places = placesOf(c.fields[field]).length;
    return { field, index: drag?.handle === "place" ? drag.index : places };
  }
  if (slot.pick === "slashes") return { field: "at", index: drag?.handle === "place" ? drag.index : null };
  if (slot.pick === "zone") {
    const zone = (c.fields.zone ?? {}) as Fields;
    if (drag?.handle === "place") return { field: drag.index === 0 ? "zone.from" : "zone.to", index: null };
    return { field: zone.from === undefined ? "zone.from" : "zone.to", index: null };
  }
  return null;
}

/** A dragged strip's opening, cm: as far as the hand has gone from where it took hold; never less than nothing. */
export function dragged(drag: Drag, x: number): number {
  return Math.max(0, Math.round((drag.from + x - drag.at) * 10) / 10);
}

/** A held number, after the hand has gone somewhere: in whole millimetres or degrees, within its bounds. */
export function drawnTo({ grip, field, x, y }: Held, at: { x: number; y: number }): number {
  const along = (at.x - x) * grip.way.x + (at.y - y) * grip.way.y;
  const value = Math.max(
    field.low ?? -Infinity,
    Math.min(field.high ?? Infinity, grip.value + grip.per * along),
  );
  return field.unit === "cm" ? Math.round(value * 10) / 10 : Math.round(value);
}

/** What a hand that drags a number writes: a length in centimetres, whatever the house counts in, as it would be typed. */
export const written = (name: string, value: number, unit = "cm"): Pick<Composing, "fields" | "typed"> =>
  unit === "cm"
    ? { fields: { [name]: undefined }, typed: { [name]: `${value} cm` } }
    : { fields: { [name]: value }, typed: {} };

/** What a held number is by now: typed by the hand, or as it was taken hold of. */
export function heldNow(
  { fields, typed }: Pick<Composing, "fields" | "typed">,
  { field, grip }: Held,
): number {
  const text = typed[field.name];
  const own = text ? Number.parseFloat(text) : fields[field.name];
  return typeof own === "number" ? own : grip.value;
}
