import { expect, test } from "vitest";
import { inCm } from "./useIncoming";

test.each([
  ["1.5", "cm", 1.5],
  ["1,5", "cm", 1.5],
  ["1", "in", 2.54],
  ["1 1/2", "in", 3.81],
  ["5/8", "in", 1.5875],
  ["", "cm", null],
  ["wide", "cm", null],
  ["-1", "cm", null],
])("%s in %s is %s cm", (typed, unit, cm) => {
  const found = inCm(typed, unit);
  if (cm === null) expect(found).toBeNull();
  else expect(found).toBeCloseTo(cm, 6);
});
