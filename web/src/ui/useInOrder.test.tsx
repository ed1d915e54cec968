import { renderHook } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { useInOrder } from "./useInOrder";

describe("one thing after another", () => {
  it("waits for what is slower and was asked for first", async () => {
    const { inOrder, waits } = renderHook(() => useInOrder()).result.current;
    const done: string[] = [];
    let answer = () => {};
    const slow = inOrder(async () => {
      await new Promise<void>((come) => {
        answer = come;
      });
      done.push("first");
    });
    const quick = inOrder(async () => done.push("second"));
    expect(waits()).toBe(true);
    await Promise.resolve();
    expect(done).toEqual([]);
    answer();
    await Promise.all([slow, quick]);
    expect(done).toEqual(["first", "second"]);
    expect(waits()).toBe(false);
  });

  it("begins at once where nothing waits, and is not held up by what failed", async () => {
    const { inOrder } = renderHook(() => useInOrder()).result.current;
    let begun = false;
    const failing = inOrder(async () => {
      begun = true;
      throw new Error("refused");
    });
    expect(begun).toBe(true);
    let after = false;
    await inOrder(async () => {
      after = true;
    });
    await failing;
    expect(after).toBe(true);
  });
});
