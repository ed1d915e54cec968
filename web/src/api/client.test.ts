import { afterEach, describe, expect, it, vi } from "vitest";
import { ok, Refusal, sameSite } from "./client";

const fault = {
  code: "bad_measure",
  message: "Bust: no.",
  where: "Bust",
  cure: "",
  field: "bust_girth",
  step: null,
};

afterEach(() => vi.unstubAllGlobals());

describe("answers of the server", () => {
  it("gives the data", async () => {
    await expect(ok(Promise.resolve({ data: 7, response: new Response() }))).resolves.toBe(7);
  });

  it("throws the server's own sentence", async () => {
    const asked = Promise.resolve({ error: { error: fault }, response: new Response(null, { status: 422 }) });
    const thrown = await ok(asked).catch((e: unknown) => e);
    expect(thrown).toBeInstanceOf(Refusal);
    expect((thrown as Refusal).message).toBe("Bust: no.");
    expect((thrown as Refusal).fault.field).toBe("bust_girth");
  });

  it("says in words that nobody answers", async () => {
    await expect(ok(Promise.reject(new TypeError("fetch")))).rejects.toThrow("does not answer");
    const odd = Promise.resolve({ error: "<html>", response: new Response(null, { status: 502 }) });
    await expect(ok(odd)).rejects.toThrow("does not answer");
  });

  it("sends the page's token with every change, and with no reading", async () => {
    // biome-ignore lint/suspicious/noDocumentCookie: the test plays the server that sets it
    document.cookie = "csrftoken=abc";
    const seen: Request[] = [];
    vi.stubGlobal("fetch", async (r: Request) => {
      seen.push(r);
      return new Response();
    });
    await sameSite(new Request("http://localhost/api/people", { method: "POST" }));
    await sameSite(new Request("http://localhost/api/people"));
    expect(seen.map((r) => r.headers.get("X-CSRFToken"))).toEqual(["abc", null]);
  });

  it("asks again while the library is busy, with the same words, and gives up in the end", async () => {
    vi.useFakeTimers();
    const busy = () => new Response(null, { status: 503, headers: { "Retry-After": "2" } });
    const bodies: string[] = [];
    let left = 3;
    vi.stubGlobal("fetch", async (r: Request) => {
      bodies.push(await r.text());
      return left-- > 0 ? busy() : new Response("done");
    });
    const asked = (body: string) =>
      sameSite(new Request("http://localhost/api/people", { method: "POST", body }));
    const done = asked("Ada");
    await vi.advanceTimersByTimeAsync(6000);
    expect(await (await done).text()).toBe("done");
    expect(bodies).toEqual(["Ada", "Ada", "Ada", "Ada"]);
    left = 99;
    const never = asked("Eve");
    await vi.advanceTimersByTimeAsync(60_000);
    expect((await never).status).toBe(503);
    vi.useRealTimers();
  });
});
