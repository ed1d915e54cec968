import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { begin, type Composing, type MoveOut, type Slot } from "./composing";
import { OpenSentence, Sentence } from "./Sentence";
import { SlotEditor } from "./slots/SlotEditor";

const slot = (name: string, pick: Slot["pick"], fields: string[], optional = false): Slot => ({
  name,
  pick,
  fields: fields.map((f) => ({ name: f, title: f, unit: "", low: null, high: null, whole: false })),
  optional,
  choices: [],
  prompt: `${name}?`,
});
const move: MoveOut = {
  move: "rotate_dart",
  title: "Rotate dart",
  group: "Darts",
  key: "r",
  about: "",
  synonyms: [],
  handle: "mouth",
  picture: null,
  template: [
    { text: "Rotate the ", slot: "" },
    { text: "", slot: "dart" },
    { text: " to ", slot: "" },
    { text: "", slot: "to" },
    { text: ", ", slot: "" },
    { text: "", slot: "how much" },
  ],
  slots: [
    slot("piece", "piece", ["piece"]),
    slot("dart", "dart", ["dart"]),
    slot("to", "place", ["to"]),
    slot("how much", "how much", ["share", "amount"], true),
  ],
};
const dart = (name: string): Schemas["DrawnDart"] => ({
  name,
  d: "M 0 0 L 1 1",
  stitch: "M 0 0 L 1 1",
  pivot: { x: 0, y: 0 },
  point: { x: 0, y: 0 },
  middle: { x: 0, y: 0 },
  intake: "2.5 cm",
});
const edge = (name: string): Schemas["DrawnEdge"] => ({
  name,
  kind: "seam",
  d: "M 0 0 L 1 1",
  cut: false,
  sewn: "12 cm",
  middle: { x: 0.5, y: 0.5 },
});
const table: Schemas["Drawing"] = {
  box: { left: 0, top: 0, right: 9, bottom: 9 },
  pieces: [
    {
      name: "front",
      number: 1,
      turn: 0,
      bounds: { left: 0, top: 0, right: 9, bottom: 9 },
      cut: "cut 1 on the fold",
      combs: [],
      at: { x: 0, y: 0 },
      box: { left: 0, top: 0, right: 9, bottom: 9 },
      outline: "M 0 0 Z",
      edges: [edge("shoulder"), edge("waist"), edge("waist"), edge("to true")],
      darts: [dart("waist dart"), dart("side dart")],
      lenses: [],
      marks: [],
      lines: [],
      notches: [],
      tapes: [],
      patches: [],
      grain: "",
      label_at: { x: 0, y: 0 },
      label_room: 10,
      note: "",
    },
  ],
};

function editor(c: Composing, pointed: Record<string, unknown> | null = null) {
  const onFill = vi.fn();
  const onTry = vi.fn();
  const onTake = vi.fn();
  const open = c.move.slots.find((s) => s.name === c.open) ?? (c.move.slots[3] as Slot);
  render(
    <SlotEditor
      slot={open}
      composing={c}
      table={table}
      unit="cm"
      seams={["side"]}
      words={[]}
      pointed={pointed}
      onFill={onFill}
      onTry={onTry}
      onTake={onTake}
    />,
  );
  return { onFill, onTake, onTry };
}

describe("the open slot by keyboard", () => {
  it("offers every dart with its piece and intake, the first one focused", async () => {
    const { onFill } = editor(begin(move));
    expect(screen.getByRole("button", { name: /front: waist dart/ })).toHaveFocus();
    await userEvent.click(screen.getByRole("button", { name: /front: side dart/ }));
    expect(onFill).toHaveBeenCalledWith({ piece: "front", dart: "side dart" });
  });

  it("offers each edge once, no sliver, and only other darts", async () => {
    const { onTry, onFill } = editor(begin(move, { piece: "front", dart: "waist dart" }));
    const names = screen.getAllByRole("button").map((b) => b.textContent);
    expect(names).toEqual(["shoulder", "waist", "into the side dart"]);
    await userEvent.click(screen.getByRole("button", { name: "shoulder" }));
    expect(onTry).toHaveBeenCalledWith({ piece: "front", to: { edge: "shoulder", fraction: 0.5 } });
    await userEvent.click(screen.getByRole("button", { name: "into the side dart" }));
    expect(onFill).toHaveBeenCalledWith({ to: { dart: "side dart" } });
  });

  it("offers the edges of every piece where a place comes first, and brings the piece along", async () => {
    const { onTry } = editor({ ...begin(move), open: "to" });
    await userEvent.click(screen.getByRole("button", { name: "front: waist" }));
    expect(onTry).toHaveBeenCalledWith({ piece: "front", to: { edge: "waist", fraction: 0.5 } });
  });

  it("moves a place along its edge and takes it", async () => {
    const to = { edge: "shoulder", from: "neckline", fraction: 0.25 };
    const { onTake } = editor(begin(move, { piece: "front", dart: "waist dart" }), { to });
    expect(screen.getByRole("slider", { name: "along it" })).toHaveValue("0.25");
    await userEvent.click(screen.getByRole("button", { name: "Take this place" }));
    expect(onTake).toHaveBeenCalledWith("to");
  });

  it("takes a share or an amount, never both", async () => {
    const whole = { ...begin(move, { piece: "front", dart: "d", to: { dart: "e" } }), open: "how much" };
    const { onFill } = editor(whole);
    expect(screen.getByRole("button", { name: "all" })).toHaveAttribute("aria-pressed", "true");
    await userEvent.click(screen.getByRole("button", { name: "half" }));
    expect(onFill).toHaveBeenCalledWith({ share: 0.5, amount: undefined }, { amount: "" }, true);
    await userEvent.type(screen.getByRole("textbox"), "2");
    expect(onFill).toHaveBeenLastCalledWith({ amount: undefined, share: undefined }, { amount: "2" }, true);
  });
});

describe("sentences", () => {
  it("asks its question where a slot is open and says the server's words where it is filled", () => {
    const c = begin(move, { piece: "front", dart: "waist dart" });
    render(<OpenSentence composing={c} words={{ dart: "waist dart" }} onSlot={() => {}} />);
    expect(screen.getByTestId("sentence")).toHaveTextContent("Rotate the waist dart to to?, all");
    expect(screen.getByRole("button", { current: "step" })).toHaveTextContent("to?");
  });

  it("lets every filled word be changed, by mouse and by keyboard", async () => {
    const pick = vi.fn();
    render(
      <Sentence
        phrases={[
          { text: "End the ", slot: "" },
          { text: "side dart", slot: "dart" },
        ]}
        onSlot={pick}
      />,
    );
    await userEvent.click(screen.getByRole("button", { name: "side dart" }));
    screen.getByRole("button", { name: "side dart" }).focus();
    await userEvent.keyboard("{Enter} ");
    expect(pick.mock.calls).toEqual([["dart"], ["dart"], ["dart"]]);
  });
});
