import { fireEvent, render, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { Button } from "./controls";

function pressed(released: { x: number; y: number }, detail = 1) {
  const done = vi.fn();
  render(<Button onClick={done}>Put it in</Button>);
  const button = screen.getByRole("button");
  fireEvent(button, new MouseEvent("pointerdown", { bubbles: true, clientX: 100, clientY: 100 }));
  fireEvent.click(button, { clientX: released.x, clientY: released.y, detail });
  return done;
}

describe("a button that is pressed", () => {
  it("counts where the hand stayed, or slid a little", () => {
    expect(pressed({ x: 100, y: 100 })).toHaveBeenCalledTimes(1);
  });
  it("counts up to its slip and no further", () => {
    expect(pressed({ x: 124, y: 132 })).toHaveBeenCalledTimes(1);
  });
  it("does not count where the hand let go elsewhere", () => {
    expect(pressed({ x: 100, y: 141 })).not.toHaveBeenCalled();
  });
  it("counts by the keyboard, which has no place", () => {
    expect(pressed({ x: 0, y: 0 }, 0)).toHaveBeenCalledTimes(1);
  });
});
