import { describe, expect, it } from "vitest";
import { back, begin, fill, isAsked, type MoveOut, nextOpen, openSlot, reopen, stepOf } from "./composing";

const rotate: MoveOut = {
  move: "rotate_dart",
  title: "Rotate dart",
  group: "Darts",
  key: "r",
  template: [],
  slots: [
    { name: "piece", prompt: "On which piece?", pick: "piece", fields: ["piece"], optional: false },
    { name: "dart", prompt: "Which dart?", pick: "dart", fields: ["dart"], optional: false },
    { name: "to", prompt: "To where?", pick: "place", fields: ["to"], optional: false },
    { name: "how much", prompt: "How much?", pick: "how much", fields: ["share", "amount"], optional: true },
  ],
};
const to = { edge: "shoulder", fraction: 0.5 };

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
