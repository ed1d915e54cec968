import { QueryClient, QueryObserver } from "@tanstack/react-query";
import { expect, it } from "vitest";
import { answered } from "./queries";

it("keeps what a change was answered with, though an older reading comes in after it", async () => {
  const queries = new QueryClient();
  const readings: ((read: string) => void)[] = [];
  const shown = new QueryObserver(queries, {
    queryKey: ["plan"],
    queryFn: () => new Promise<string>((read) => readings.push(read)),
  });
  const away = shown.subscribe(() => undefined);
  await answered(queries, ["plan"], "one piece");
  for (const read of readings) read("none");
  await new Promise((done) => setTimeout(done, 10));
  expect(readings).toHaveLength(1);
  expect(queries.getQueryData(["plan"])).toBe("one piece");
  away();
});
