import { describe, expect, it } from "vitest";
import type { Schemas } from "../../api/client";
import { askedBy } from "../measures/Measures";
import { kept } from "../measures/useChartDraft";
import { groundsFor } from "./DraftPage";
import { centimetres } from "./SettingsForm";

const setting = (unit: string): Schemas["SettingOut"] => ({
  name: "bust_ease",
  title: "Bust ease",
  why: "",
  kind: "length",
  default: 2.54,
  default_text: "2.54",
  unit,
  house: false,
  minimum: 0,
  maximum: 15,
  choices: [],
});

describe("where the slider's thumb stands", () => {
  it.each([
    ["", "cm", 2.54],
    ["4 cm", "cm", 4],
    ["4 cm", "in", 4],
    ["4", "cm", 4],
    ["2", "in", 5.08],
    ["1 1/2", "in", 2.54],
    ["much", "cm", 2.54],
  ])("%s in a house of %s", (text, unit, at) => {
    expect(centimetres(text, setting(unit))).toBeCloseTo(at);
  });
});

const school = (name: string, needs: string[], base = ""): Schemas["SchoolOut"] => ({
  name,
  title: name,
  family: "sleeve",
  reason: "",
  differs: "",
  needs,
  uses: [],
  base,
  base_optional: false,
  settings: [],
});
const block = (id: number, family: string, person_id: number | null) =>
  ({ id, family, person_id }) as Schemas["BlockOut"];

it("offers a sleeve the person's own bodices before anybody else's, and never a skirt", () => {
  const blocks = [
    block(1, "bodice", 7),
    block(2, "skirt", 9),
    block(3, "garment", 9),
    block(4, "bodice", null),
  ];
  const found = groundsFor(school("sleeve", [], "a block with an armhole"), blocks, 9);
  expect(found.map((b) => b.id)).toEqual([3, 1, 4]);
  expect(groundsFor(school("gores", [], "a skirt block"), blocks, 9).map((b) => b.id)).toEqual([2]);
});

it("tells which schools ask for a measure", () => {
  const asked = askedBy([school("one", ["bust_girth"]), school("two", ["bust_girth", "hip_girth"])]);
  expect(asked.get("bust_girth")).toEqual(["one", "two"]);
  expect(asked.get("hip_girth")).toEqual(["two"]);
  expect(asked.get("head_girth")).toBeUndefined();
});

it("takes up a chart left half typed, also one without estimates, and no rubbish", () => {
  localStorage.setItem("a", JSON.stringify({ texts: { bust_girth: "92" } }));
  localStorage.setItem("b", "{");
  localStorage.setItem("c", JSON.stringify({ bust_girth: "92" }));
  expect(kept("a")).toEqual({ texts: { bust_girth: "92" }, estimated: [] });
  expect([kept("b"), kept("c"), kept("nothing")]).toEqual([null, null, null]);
});
