import { render, screen, within } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ComponentProps } from "react";
import { MemoryRouter } from "react-router";
import { describe, expect, it, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { fullnessOf, inOrder, Promises } from "./Promises";

const Band = (props: Omit<ComponentProps<typeof Promises>, "found" | "ledger"> & { found?: number }) => (
  <MemoryRouter>
    <Promises found={0} ledger="/ledger/7" {...props} />
  </MemoryRouter>
);

const interval = (
  start: string,
  end: string,
  a: number,
  b: number,
  kind: Schemas["IntervalOut"]["kind"] = "equal",
): Schemas["IntervalOut"] => ({
  ...{ start, end, kind, a: `${a} cm`, b: `${b} cm`, difference: `${a - b} cm`, rule: "", kept: true },
  ...{ length_a: a, length_b: b },
});

const seam = (name: string, a: number, b: number, kept: boolean): Schemas["PromiseOut"] => ({
  name,
  kind: "seam",
  side_a: `front ${name}`,
  side_b: `back ${name}`,
  length_a: a,
  length_b: b,
  text_a: `${a} cm`,
  text_b: `${b} cm`,
  difference: `${(a - b).toFixed(2)} cm`,
  over: kept ? 0 : a - b,
  text_over: `${(kept ? 0 : a - b).toFixed(2)} cm`,
  rule: "equal",
  kept,
  cure: kept ? "" : "True one of them.",
  ticks_a: [4],
  ticks_b: [4],
  notches: [{ number: 1, name: "notch", style: "single", a: "4 cm", b: "4 cm", at_a: 4, at_b: 4 }],
  has_partner: true,
  closed_by: "",
  intervals: [interval("start", "notch", 4, 4), interval("notch", "end", 5, 5)],
  edges: [{ piece: "front", edge: name }],
});

describe("the promises", () => {
  it("counts what the checks find, and leads to the ledger", () => {
    render(<Band promises={[]} kept={3} broken={0} account={[]} touched={[]} onShow={() => {}} found={2} />);
    expect(screen.getByRole("link", { name: "✕ 2 found" })).toHaveAttribute("href", "/ledger/7");
  });

  it("says in words, not by colour alone, which seam is broken and by how much", () => {
    render(
      <Band
        promises={[seam("side", 20, 20, true), seam("shoulder", 12.4, 12, false)]}
        kept={1}
        broken={1}
        account={[]}
        touched={[]}
        onShow={() => {}}
      />,
    );
    expect(screen.getByTestId("verdict")).toHaveTextContent("1 broken, 1 kept");
    expect(screen.getByRole("button", { name: /shoulder\s*broken by\s*0.40 cm/ })).toBeInTheDocument();
    expect(screen.getByRole("button", { name: /side\s*kept/ })).toBeInTheDocument();
  });

  it("puts broken seams first, then those that the step in hand touches", () => {
    const seams = [
      seam("neckline", 9, 9, true),
      seam("side", 20, 20, true),
      seam("shoulder", 12.4, 12, false),
    ];
    const side = { ...seams[1], edges: [{ piece: "sleeve", edge: "cap" }] } as (typeof seams)[number];
    const order = inOrder(
      [seams[0], side, seams[2]].filter((s) => s !== undefined),
      ["sleeve"],
    );
    expect(order.map((p) => p.name)).toEqual(["shoulder", "side", "neckline"]);
  });

  it("shows a pleat where it lies, on the side that is pleated, and what both come to", () => {
    const waist = {
      ...seam("waist", 13, 11, true),
      intervals: [interval("start", "pleat 1", 5, 5), interval("pleat 1", "pleat 2", 4, 2, "pleat")],
    };
    const turned = { ...waist, intervals: [interval("start", "p", 5, 5), interval("p", "q", 2, 4, "pleat")] };
    expect(fullnessOf(waist)).toEqual([{ kind: "pleat", top: 0, from: 5, to: 9 }]);
    expect(fullnessOf(turned)).toEqual([{ kind: "pleat", top: 10, from: 5, to: 9 }]);
    render(<Band promises={[waist]} kept={1} broken={0} account={[]} touched={[]} onShow={() => {}} />);
    expect(screen.getByRole("button", { name: /waist\s*kept.*13 cm to 11 cm/ })).toBeInTheDocument();
  });

  it("shows that all the paper is there, sheet by sheet and in all", async () => {
    const line = { piece: "front", block: "800.0", new: "12.5", away: "0.4", area: "812.1", balanced: true };
    const all = { ...line, piece: "all", balanced: false };
    render(<Band promises={[]} kept={0} broken={0} account={[line, all]} touched={[]} onShow={() => {}} />);
    await userEvent.click(screen.getByRole("button", { name: "open the ledger" }));
    const rows = within(screen.getByTestId("account")).getAllByRole("row");
    expect(rows[1]).toHaveTextContent("front800.012.50.4812.1▮▮ all there");
    expect(rows[2]).toHaveTextContent("does not come out");
  });

  it("shows a seam on the table when it is clicked", async () => {
    const show = vi.fn();
    render(
      <Band
        promises={[seam("side", 20, 20, true)]}
        kept={1}
        broken={0}
        account={[]}
        touched={[]}
        onShow={show}
      />,
    );
    await userEvent.click(screen.getByRole("button", { name: /side\s*kept/ }));
    expect(show).toHaveBeenCalledWith([{ piece: "front", edge: "side" }]);
  });

  it("opens the ledger with every interval between notches and the cure", async () => {
    render(
      <Band
        promises={[seam("shoulder", 12.4, 12, false)]}
        kept={0}
        broken={1}
        account={[]}
        touched={[]}
        onShow={() => {}}
      />,
    );
    await userEvent.click(screen.getByRole("button", { name: "open the ledger" }));
    const table = within(screen.getAllByRole("table")[0] as HTMLElement);
    expect(table.getByText("start to notch")).toBeInTheDocument();
    expect(table.getByText(/broken. True one of them/)).toBeInTheDocument();
  });
});
