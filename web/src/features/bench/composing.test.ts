import { describe, expect, it } from "vitest";
import {
  back,
  begin,
  fill,
  isAsked,
  isMeant,
  type MoveOut,
  nextOpen,
  openSlot,
  reopen,
  stepOf,
  typedWithout,
  withEdge,
} from "./composing";

const field = (name: string): MoveOut["slots"][number]["fields"][number] => ({
  name,
  title: name,
  unit: "",
  low: null,
  high: null,
  whole: false,
});
const slot = (
  name: string,
  pick: MoveOut["slots"][number]["pick"],
  fields: string[],
  optional = false,
): MoveOut["slots"][number] => ({
  name,
  prompt: `${name}?`,
  pick,
  fields: fields.map(field),
  optional,
  choices: [],
});
const rotate: MoveOut = {
  move: "rotate_dart",
  title: "Rotate dart",
  group: "Darts",
  key: "r",
  about: "",
  synonyms: [],
  handle: "mouth",
  picture: null,
  template: [],
  slots: [
    slot("piece", "piece", ["piece"]),
    slot("dart", "dart", ["dart"]),
    slot("to", "place", ["to"]),
    slot("how much", "how much", ["share", "amount"], true),
  ],
};
const to = { edge: "shoulder", fraction: 0.5 };

const cut: MoveOut = {
  ...rotate,
  move: "cut_along",
  handle: "line",
  slots: [
    slot("piece", "piece", ["piece"]),
    slot("line", "line", ["line"]),
    slot("seam", "name", ["seam"], true),
  ],
};
const armhole = { edge: "armhole", fraction: 0.5 };
const dart = { dart: "waist dart" };

describe("a line drawn place by place", () => {
  it("is asked for until it has two places, and may then take more", () => {
    const one = fill(begin(cut), { piece: "front", line: { through: [armhole] } }, {}, "line");
    expect(nextOpen(cut, one)).toBe("line");
    const two = fill(one, { line: { through: [armhole, dart] } }, {}, "line");
    expect(nextOpen(cut, two)).toBeNull();
    expect(two.open).toBe("line");
  });

  it("loses its last place first when one goes back", () => {
    const line = { through: [armhole, dart], shape: "curve" };
    const c = { ...begin(cut, { piece: "front", line }), open: "line" };
    expect(back(c)?.fields.line).toEqual({ through: [armhole], shape: "curve" });
    expect(back(back(c) ?? c)?.fields.line).toBeUndefined();
  });

  it("may be one drawn before, by its name", () => {
    expect(nextOpen(cut, fill(begin(cut), { piece: "front", line: "yoke line" }))).toBeNull();
  });
});

describe("composing a sentence", () => {
  it("asks for the dart first: it brings its piece", () => {
    expect(isAsked(rotate, rotate.slots[0] as MoveOut["slots"][number])).toBe(false);
    expect(begin(rotate).open).toBe("dart");
  });

  it("asks slot by slot and is whole without the optional one", () => {
    const one = fill(begin(rotate), { piece: "front", dart: "waist dart" });
    expect(one.open).toBe("to");
    const two = fill(one, { to });
    expect(two.open).toBeNull();
    expect(stepOf(two)).toEqual({ move: "rotate_dart", piece: "front", dart: "waist dart", to });
  });

  it("starts with what a drag already knows", () => {
    expect(begin(rotate, { piece: "front", dart: "side dart" }).open).toBe("to");
  });

  it("goes back one slot at a time, then leaves", () => {
    const whole = fill(fill(begin(rotate), { piece: "front", dart: "waist dart" }), { to });
    const once = back(whole);
    expect(once?.open).toBe("to");
    expect(once?.fields.to).toBeUndefined();
    const twice = once && back(once);
    expect(twice?.open).toBe("dart");
    expect(twice && back(twice)).toBeNull();
  });

  it("takes what was typed into a slot along when it goes back over it", () => {
    const typed = { amount: "3 cm", share: "40" };
    const c = fill(fill(begin(rotate), { piece: "front", dart: "waist dart" }), { to });
    const open = { ...c, typed: { ...typed, to: "7" }, open: null };
    // The last slot is the optional one, then the place.
    const once = back(open);
    expect([once?.open, once?.typed]).toEqual(["how much", { to: "7" }]);
    const twice = back({ ...open, typed: { to: "7" } });
    expect([twice?.open, twice?.typed]).toEqual(["to", {}]);
  });

  it("reopens an earlier step with its other slots as they were", () => {
    const step = { move: "rotate_dart", muted: true, piece: "front", dart: "waist dart", to, share: 0.5 };
    const c = reopen(rotate, step, 2, "to");
    expect(openSlot(c)?.name).toBe("to");
    expect(c.fields).toEqual({ piece: "front", dart: "waist dart", to, share: 0.5 });
    expect(back(c)).toBeNull();
  });

  it("takes a share away when an amount is typed, and empty text away", () => {
    const whole = fill(begin(rotate, { piece: "front", dart: "d", to }), { share: 0.5 });
    const typed = fill(whole, { share: undefined }, { amount: "1/2" });
    expect(typed.fields).not.toHaveProperty("share");
    expect(typed.typed).toEqual({ amount: "1/2" });
    expect(fill(typed, {}, { amount: "" }).typed).toEqual({});
    expect(nextOpen(rotate, typed)).toBeNull();
  });
});

describe("edges pointed at one after the other", () => {
  it("keep their order, and let go what is pointed at twice", () => {
    const one = withEdge(undefined, "front", "neckline");
    const two = withEdge(one, "back", "neckline");
    expect(two).toEqual([
      ["front", "neckline"],
      ["back", "neckline"],
    ]);
    expect(withEdge(two, "front", "neckline")).toEqual([["back", "neckline"]]);
  });
});

describe("measures that only one kind has", () => {
  const field = (only: Record<string, string[]>) => ({
    name: "gap",
    title: "Gap",
    unit: "cm",
    low: 0,
    high: 8,
    whole: false,
    only,
  });
  it("are meant with that kind alone", () => {
    expect(isMeant(field({ kind: ["stand_and_fall"] }), { kind: "stand_and_fall" })).toBe(true);
    expect(isMeant(field({ kind: ["stand_and_fall"] }), { kind: "rib" })).toBe(false);
    expect(isMeant(field({ kind: ["stand_and_fall"] }), {})).toBe(false);
    expect(isMeant(field({}), {})).toBe(true);
  });
});

describe("An entry left out of a list", () => {
  it("takes its typed amount along, and those behind it keep theirs", () => {
    const typed = {
      "to.0.amount": "1",
      "to.1.amount": "2",
      "to.2.amount": "3 1/2",
      "to.1.from": "hem",
      amount: "4",
      "toe.1.amount": "9",
    };
    const c = fill({ ...begin(rotate), typed }, {}, typedWithout(typed, "to", 1));
    expect(c.typed).toEqual({ "to.0.amount": "1", "to.1.amount": "3 1/2", amount: "4", "toe.1.amount": "9" });
  });
});
