import { act, renderHook, waitFor } from "@testing-library/react";
import { expect, it } from "vitest";
import { Refusal } from "./client";
import { useNewest } from "./useNewest";

/** Questions that are answered when the test says so. */
function held() {
  const open: { question: number; answer: (text: string) => void; refuse: (words: string) => void }[] = [];
  const put = (question: number) =>
    new Promise<string>((answer, fail) => {
      const refuse = (message: string) =>
        fail(new Refusal({ code: "", message, where: "", cure: "", field: "" }, 422));
      open.push({ question, answer, refuse });
    });
  return { open, put };
}

it("has one question under way, asks the newest next, and shows every answer on the way", async () => {
  const { open, put } = held();
  const { result } = renderHook(() => useNewest(put));
  act(() => {
    result.current.ask(1);
    result.current.ask(2);
    result.current.ask(3);
  });
  expect(open.map((o) => o.question)).toEqual([1]);
  await act(async () => open[0]?.answer("one"));
  expect(result.current.answer).toBe("one");
  expect(open.map((o) => o.question)).toEqual([1, 3]);
  await act(async () => open[1]?.answer("three"));
  expect(result.current.answer).toBe("three");
});

it("keeps the last answer beside a refusal, and forgets both when cleared", async () => {
  const { open, put } = held();
  const { result } = renderHook(() => useNewest(put));
  act(() => result.current.ask(1));
  await act(async () => open[0]?.answer("one"));
  act(() => result.current.ask(2));
  await act(async () => open[1]?.refuse("not so"));
  expect([result.current.answer, result.current.failed]).toEqual(["one", "not so"]);
  act(() => result.current.ask(3));
  act(() => result.current.clear());
  await act(async () => open[2]?.answer("late"));
  await waitFor(() => expect([result.current.answer, result.current.failed]).toEqual([null, ""]));
});

it("waits for the answer to the newest question, not for the one that is shown", async () => {
  const { open, put } = held();
  const { result } = renderHook(() => useNewest(put));
  act(() => result.current.ask(1));
  await act(async () => open[0]?.answer("one"));
  act(() => {
    result.current.ask(2);
    result.current.ask(3);
  });
  const told = result.current.settled();
  act(() => result.current.ask(4));
  expect(open.map((o) => o.question)).toEqual([1, 2, 3]);
  await act(async () => open[2]?.answer("three"));
  expect(await told).toBe("three");
  expect(result.current.answer).toBe("one");
  const refused = result.current.settled();
  await act(async () => open[3]?.refuse("not so"));
  expect(await refused).toBeNull();
});
