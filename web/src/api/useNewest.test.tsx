import { act, renderHook } from "@testing-library/react";
import { beforeEach, expect, it, vi } from "vitest";
import { useNewest } from "./useNewest";

interface Asked {
  question: number;
  answer: (value: string) => Promise<void>;
  refuse: (words: string) => Promise<void>;
}
let clock = 0;
beforeEach(() => {
  clock = 0;
  vi.spyOn(performance, "now").mockImplementation(() => clock);
});

/** A server whose answers come when the test says so. */
function bench() {
  const open: Asked[] = [];
  const put = (question: number) =>
    new Promise<string>((resolve, reject) => {
      open.push({
        question,
        answer: (value) => act(async () => resolve(value)),
        refuse: (words) => act(async () => reject(new Error(words))),
      });
    });
  const { result } = renderHook(() => useNewest(put));
  const ask = (question: number) => act(() => result.current.ask(question));
  return { open, result, ask, asked: () => open.map((o) => o.question) };
}

/** Has it answered once, that quickly. */
async function known(took: number) {
  const b = bench();
  b.ask(0);
  clock += took;
  await b.open[0]?.answer("first");
  return b;
}

it("asks a quick server two things at once, and then the newest", async () => {
  const { open, ask, asked, result } = await known(20);
  for (const q of [1, 2, 3, 4]) ask(q);
  expect(asked()).toEqual([0, 1, 2]);
  await open[1]?.answer("one");
  expect(result.current.answer).toBe("one");
  expect(asked()).toEqual([0, 1, 2, 4]);
});

it("asks a slow one for one thing at a time", async () => {
  const { ask, asked } = await known(200);
  for (const q of [1, 2, 3]) ask(q);
  expect(asked()).toEqual([0, 1]);
});

it("shows no answer over a newer one", async () => {
  const { open, ask, result } = await known(20);
  ask(1);
  ask(2);
  await open[2]?.answer("two");
  await open[1]?.answer("one, late");
  expect(result.current.answer).toBe("two");
  ask(3);
  await open[3]?.refuse("it cannot be");
  expect(result.current.failed).toContain("it cannot be");
});

it("settles on the newest question's own answer, asked anew where it is not there yet", async () => {
  const { open, ask, result, asked } = await known(20);
  expect(await result.current.settled()).toBe("first");
  ask(1);
  const settled = result.current.settled();
  expect(asked()).toEqual([0, 1, 1]);
  await open[2]?.answer("asked anew");
  expect(await settled).toBe("asked anew");
});

it("forgets what is under way when it is cleared", async () => {
  const { open, ask, result, asked } = await known(20);
  ask(1);
  act(() => result.current.clear());
  await open[1]?.answer("of the step before");
  expect(result.current.answer).toBeNull();
  ask(2);
  expect(asked()).toEqual([0, 1, 2]);
  await open[2]?.answer("two");
  expect(result.current.answer).toBe("two");
});
