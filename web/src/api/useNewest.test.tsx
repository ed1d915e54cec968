import { act, renderHook } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { useNewest } from "./useNewest";

describe("the newest answer", () => {
  it("says what went wrong where an answer that is waited for does not come", async () => {
    const waiting: ((fail: boolean) => void)[] = [];
    const put = (question: string) =>
      new Promise<string>((come, fail) => {
        waiting.push((fails) =>
          fails ? fail(new Error("the server is busy")) : come(`answer to ${question}`),
        );
      });
    const { result } = renderHook(() => useNewest(put));
    act(() => result.current.ask("one"));
    // Still under way: it is asked once more, and that fails.
    let settled: string | null = "not yet";
    await act(async () => {
      const answer = result.current.settled();
      waiting[1]?.(true);
      settled = await answer;
    });
    expect(settled).toBeNull();
    expect(result.current.failed).toContain("the server is busy");
    // What was under way comes after all.
    await act(async () => waiting[0]?.(false));
    expect([result.current.answer, result.current.failed]).toEqual(["answer to one", ""]);
    expect(await result.current.settled()).toBe("answer to one");
  });
});
