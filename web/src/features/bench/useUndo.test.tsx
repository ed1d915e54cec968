import { renderHook } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { useUndo } from "./useUndo";

test("an undo asked for while a step is saved comes once, when it is saved and out of the hand", () => {
  const undo = vi.fn();
  const putting = { current: true };
  const ways = (saving: boolean, busy: boolean) => ({ saving, putting, busy, undo, redo: null });
  const { result, rerender } = renderHook((p: ReturnType<typeof ways>) => useUndo(p), {
    initialProps: ways(false, true),
  });
  result.current.onUndo();
  result.current.onUndo();
  rerender(ways(true, true));
  putting.current = false;
  result.current.onUndo();
  rerender(ways(false, true));
  expect(undo).not.toHaveBeenCalled();
  rerender(ways(false, false));
  expect(undo).toHaveBeenCalledTimes(1);
  rerender(ways(false, false));
  expect(undo).toHaveBeenCalledTimes(1);
});

test("with a step in the hand and nothing on its way, undo does nothing", () => {
  const undo = vi.fn();
  const { result, rerender } = renderHook(
    (busy: boolean) => useUndo({ saving: false, putting: { current: false }, busy, undo, redo: null }),
    { initialProps: true },
  );
  result.current.onUndo();
  rerender(false);
  expect(undo).not.toHaveBeenCalled();
});
