import { expect, it } from "vitest";
import { withValue } from "./HouseRules";

it("changes one rule and leaves the others and the old set alone", () => {
  const rules = { unit: "cm", allowances: { side: 2, waist: 1 } };
  expect(withValue(rules, "allowances.side", 3)).toEqual({ unit: "cm", allowances: { side: 3, waist: 1 } });
  expect(withValue(rules, "unit", "in")).toEqual({ unit: "in", allowances: { side: 2, waist: 1 } });
  expect(rules.allowances.side).toBe(2);
});
