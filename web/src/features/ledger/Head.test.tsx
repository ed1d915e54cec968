import { render, screen } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import type { StyleDetail } from "../bench/useStyleWork";
import { Head } from "./Ledger";

const finding = (quiet: boolean, reason: string | null) => ({ quiet, reason }) as Schemas["FindingOut"];
const MENDED = finding(false, "worn open");
const CAUTION = finding(true, null);
const OPEN = finding(false, null);

const shown = (found: Schemas["FindingOut"][], broken: number) => {
  const detail = { id: 7, name: "Dress", work: { kept: 5, broken } } as unknown as StyleDetail;
  render(
    <MemoryRouter>
      <Head detail={detail} found={found} only onOnly={() => {}} />
    </MemoryRouter>,
  );
  return screen.getByTestId("verdict").textContent;
};

describe("the head of the ledger", () => {
  it.each([
    [[], 0, "▮▮ all 5 kept · nothing found"],
    [[MENDED, CAUTION, CAUTION], 0, "▮▮ all 5 kept · nothing found"],
    [[MENDED, CAUTION, OPEN, OPEN], 1, "✕ 1 broken, 5 kept · 2 found"],
  ])("counts what is open, and neither cautions nor what was let stand", (found, broken, words) => {
    expect(shown(found, broken)).toBe(words);
  });
});
