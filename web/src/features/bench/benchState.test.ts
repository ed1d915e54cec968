import { describe, expect, it } from "vitest";
import {
  AT_REST,
  type BenchState,
  bench,
  type Drag,
  dragged,
  drawnTo,
  pointing,
  trial,
  written,
} from "./benchState";
import { graspable, type MoveOut, type Slot } from "./composing";

const slot = (name: string, pick: Slot["pick"], optional = false): Slot => ({
  name,
  prompt: `${name}?`,
  pick,
  fields: [{ name, title: name, unit: "", low: null, high: null, whole: false }],
  optional,
  choices: [],
});
const field = { name: "", title: "", unit: "", low: null, high: null, whole: false };
const verb = (move: string, handle: MoveOut["handle"], slots: Slot[]): MoveOut => ({
  move,
  title: move,
  group: "Cut",
  key: move[0] ?? "",
  about: "",
  synonyms: [],
  handle,
  picture: null,
  template: [],
  slots,
});
const cut = verb("cut_along", "line", [
  slot("piece", "piece"),
  slot("line", "line"),
  slot("seam", "name", true),
]);
const rotate = verb("rotate_dart", "mouth", [
  slot("piece", "piece"),
  slot("dart", "dart"),
  slot("to", "place"),
]);
const hold = (handle: Drag["handle"], more: Partial<Drag> = {}): Drag => ({
  handle,
  pointer: 7,
  index: 0,
  from: 0,
  at: 0,
  ...more,
});
const run = (...events: Parameters<typeof bench>[1][]): BenchState => events.reduce(bench, AT_REST);
const armhole = { edge: "armhole", fraction: 0.5 };
const dart = { dart: "waist dart" };

describe("the bench", () => {
  it("fills a line place by place from what the hand points at, and stays open for the next", () => {
    const begun = run({ type: "start", move: cut });
    expect(pointing(begun)).toEqual({ field: "line", index: 0 });
    const step = { move: "cut_along", piece: "front", line: { through: [armhole] } };
    const one = bench(begun, { type: "taken", step, slot: "line" });
    expect(one.composing?.fields).toEqual({ piece: "front", line: { through: [armhole] } });
    expect(pointing(one)).toEqual({ field: "line", index: 1 });
    const two = bench(one, {
      type: "taken",
      step: { ...step, line: { through: [armhole, dart] } },
      slot: "line",
    });
    expect(two.composing?.open).toBe("line");
  });

  it("keeps the piece that the sentence already speaks of", () => {
    const begun = run({ type: "start", move: cut, fields: { piece: "front" } });
    const other = bench(begun, {
      type: "taken",
      step: { piece: "back", line: { through: [armhole] } },
      slot: "line",
    });
    expect(other.composing?.fields.piece).toBe("front");
  });

  it("moves the place of a line that the hand has hold of, not the next one", () => {
    const line = { through: [armhole, dart] };
    const begun = run(
      { type: "start", move: cut, fields: { piece: "front", line } },
      { type: "open", slot: "line" },
    );
    const held = bench(begun, { type: "take hold", drag: hold("place", { index: 1 }) });
    expect(pointing(held)).toEqual({ field: "line", index: 1 });
    expect(pointing(bench(held, { type: "let go" }))).toEqual({ field: "line", index: 2 });
  });

  it("gathers slashes pointed out, which takes their count away, and Escape takes the last one back", () => {
    const where = {
      ...slot("slashes", "slashes"),
      fields: ["count", "at"].map((name) => ({ ...field, name })),
    };
    const slash = verb("slash_and_spread", "strip", [
      slot("piece", "piece"),
      where,
      slot("opening", "length"),
    ]);
    const counted = run(
      { type: "start", move: slash, fields: { piece: "skirt front", count: 4 } },
      { type: "open", slot: "slashes" },
    );
    expect(pointing(counted)).toEqual({ field: "at", index: null });
    const first = [armhole, dart];
    const one = bench(counted, {
      type: "taken",
      step: { piece: "skirt front", at: [first] },
      slot: "slashes",
    });
    expect(one.composing?.fields).toEqual({ piece: "skirt front", at: [first] });
    expect(one.composing?.open).toBe("slashes");
    expect(pointing(bench(one, { type: "take hold", drag: hold("place", { index: 0 }) }))).toEqual({
      field: "at",
      index: 0,
    });
    const two = bench(one, {
      type: "taken",
      step: { piece: "skirt front", at: [first, first] },
      slot: "slashes",
    });
    // A quick hand that has gone on to the next slot: the place is the slashes' all the same, and that slot stays open.
    const gone = bench(one, { type: "open", slot: "opening" });
    const late = bench(gone, { type: "taken", step: { at: [first, first] }, slot: "slashes" });
    expect([late.composing?.fields.at, late.composing?.open]).toEqual([[first, first], "opening"]);
    expect(bench(two, { type: "back" }).composing?.fields.at).toEqual([first]);
    expect(bench(bench(two, { type: "back" }), { type: "back" }).composing?.fields.at).toBeUndefined();
  });

  it("takes a dart by its mouth: the sentence begins with it and asks where to", () => {
    const fields = { piece: "front", dart: "side dart" };
    const dragging = run({ type: "start", move: rotate, fields, drag: hold("mouth") });
    expect(dragging.composing?.open).toBe("to");
    expect(dragging.drag?.handle).toBe("mouth");
    expect(pointing(dragging)).toEqual({ field: "to", index: null });
  });

  it("asks the server for the steps before the one in the making only", () => {
    const steps = [{ move: "a" }, { move: "b" }, { move: "c" }];
    expect(trial(AT_REST, steps)).toBeNull();
    const fresh = run({ type: "start", move: cut, fields: { piece: "front" } });
    expect(trial(fresh, steps)).toEqual({ before: steps, step: { move: "cut_along", piece: "front" } });
    const earlier = run({
      type: "reopen",
      move: rotate,
      step: { move: "rotate_dart", ...dart },
      index: 1,
      slot: "to",
    });
    expect(trial(earlier, steps)?.before).toEqual([{ move: "a" }]);
  });

  it("does not drop the next sentence when the one before it is put in late", () => {
    const first = run({ type: "start", move: cut });
    const second = bench(first, { type: "start", move: rotate });
    const late = bench(second, {
      type: "put in",
      composing: first.composing as NonNullable<typeof first.composing>,
    });
    expect(late.composing?.move.move).toBe("rotate_dart");
    expect(bench(first, { type: "put in", composing: first.composing as never }).composing).toBeNull();
  });

  it("puts the sentence away also where another slot of it was opened while it was being saved", () => {
    const first = run({ type: "start", move: cut });
    const touched = bench(first, { type: "open", slot: "piece" });
    expect(touched.composing).not.toBe(first.composing);
    expect(bench(touched, { type: "put in", composing: first.composing as never }).composing).toBeNull();
  });

  it("goes back to the newest state with Escape when nothing is composed", () => {
    const looking = run({ type: "choose", index: 2 });
    expect(looking.chosen).toBe(2);
    expect(bench(looking, { type: "back" }).chosen).toBeNull();
  });

  it("hides and shows sheets", () => {
    const out = run({ type: "hide", piece: "back" }, { type: "hide", piece: "sleeve" });
    expect(out.hidden).toEqual(["back", "sleeve"]);
    expect(bench(out, { type: "hide", piece: "back" }).hidden).toEqual(["sleeve"]);
    expect(bench(out, { type: "show all" }).hidden).toEqual([]);
  });

  it("opens a strip as far as the hand goes, in whole millimetres, and never below nothing", () => {
    const grip = hold("strip", { from: 2.5, at: 40 });
    expect(dragged(grip, 43.16)).toBe(5.7);
    expect(dragged(grip, 30)).toBe(0);
  });

  it("writes a dragged length in centimetres, also in a house of inches, and an angle as a number", () => {
    expect(written("fall", 5)).toEqual({ fields: { fall: undefined }, typed: { fall: "5 cm" } });
    expect(written("lean", 32, "degrees")).toEqual({ fields: { lean: 32 }, typed: {} });
  });

  it("draws a held number along its arrow only, by what a centimetre of it is worth, and not past its bounds", () => {
    const fall = { name: "fall", title: "Fall", unit: "cm", low: 2, high: 20, whole: false };
    const grip = {
      field: "fall",
      at: { x: 0, y: 0 },
      way: { x: 0, y: -1 },
      per: 0.5,
      value: 4.5,
      said: "4.5 cm",
    };
    const held = { grip, field: fall, x: 10, y: 30 };
    // Two centimetres up are one of fall; sideways is nothing.
    expect(drawnTo(held, { x: 17, y: 28 })).toBe(5.5);
    expect(drawnTo(held, { x: 10, y: 29.71 })).toBe(4.6);
    expect(drawnTo(held, { x: 10, y: 90 })).toBe(2);
    expect(drawnTo(held, { x: 10, y: -90 })).toBe(20);
    const arm = {
      ...held,
      field: { ...fall, unit: "degrees", low: 0, high: 60 },
      grip: { ...grip, value: 30, per: 1 },
    };
    expect(drawnTo(arm, { x: 10, y: 28.4 })).toBe(32);
  });

  it("asks for the grips of the open slot's lengths and angles, and of those only that the kind has", () => {
    const length = (name: string, kind: string) => ({ ...field, name, unit: "cm", only: { kind: [kind] } });
    const measures = {
      ...slot("measures", "lengths", true),
      fields: [length("fall", "falling"), length("height", "standing"), { ...field, name: "percent" }],
    };
    const width = { ...slot("wide", "length", true), fields: [{ ...field, name: "width", unit: "cm" }] };
    const collar = verb("collar", "", [slot("kind", "choice"), measures, width]);
    const whole = run({ type: "start", move: collar, fields: { kind: "falling" } });
    const names = (s: BenchState) => s.composing && graspable(s.composing).map((f) => f.name);
    expect(names(bench(whole, { type: "open", slot: "measures" }))).toEqual(["fall"]);
    expect(names(bench(whole, { type: "open", slot: "kind" }))).toEqual([]);
    const closed = { ...whole, composing: whole.composing && { ...whole.composing, open: null } };
    expect(names(closed)).toEqual(["fall", "width"]);
    // Strips have a handle of their own.
    expect(
      names(run({ type: "start", move: { ...collar, handle: "strip" }, fields: { kind: "falling" } })),
    ).toEqual([]);
  });
});
