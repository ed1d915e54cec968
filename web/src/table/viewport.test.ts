import { describe, expect, it } from "vitest";
import { fitted, zoomed } from "./viewport";

const box = { left: 0, top: 0, right: 60, bottom: 45 };

describe("the view of the table", () => {
  it("shows the whole box with room for the rulers", () => {
    const v = fitted(box, 900, 600);
    expect((0 - v.x) * v.scale).toBeGreaterThanOrEqual(30);
    expect((0 - v.y) * v.scale).toBeGreaterThanOrEqual(22);
    expect((60 - v.x) * v.scale).toBeLessThanOrEqual(900);
    expect((45 - v.y) * v.scale).toBeLessThanOrEqual(600);
  });

  it("keeps the point under the hand while zooming", () => {
    const v = fitted(box, 900, 600);
    const under = { x: v.x + 300 / v.scale, y: v.y + 200 / v.scale };
    const near = zoomed(v, 1.7, 300, 200);
    expect(near.x + 300 / near.scale).toBeCloseTo(under.x);
    expect(near.y + 200 / near.scale).toBeCloseTo(under.y);
  });

  it("stops at both ends", () => {
    const v = fitted(box, 900, 600);
    expect(zoomed(v, 1e6, 0, 0).scale).toBe(60);
    expect(zoomed(v, 1e-6, 0, 0).scale).toBe(2);
    expect(fitted({ left: 0, top: 0, right: 9000, bottom: 9000 }, 300, 200).scale).toBe(2);
  });
});
