/** The typed way to the server. Every failure comes out as a `Refusal` with one sentence to show. */
import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Fault = Schemas["Fault"];

/** What the server would not do, in the trade's words. */
export class Refusal extends Error {
  constructor(
    readonly fault: Fault,
    readonly status: number,
  ) {
    super(fault.message);
  }
}

const OFFLINE: Fault = {
  code: "offline",
  message:
    "The workroom's server does not answer. What you typed is kept on this page; try again in a moment.",
  where: "",
  cure: "",
  field: "",
};

function token(): string {
  return /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";
}

/** How often one asks again by oneself while somebody else is writing for long. */
const AGAIN = 8;

/** Adds the token that proves the request comes from our own page; asks again while the library is busy. */
export async function sameSite(request: Request): Promise<Response> {
  if (request.method !== "GET") request.headers.set("X-CSRFToken", token());
  for (let k = 0; ; k++) {
    const answer = await globalThis.fetch(request.clone());
    const wait = Number(answer.headers.get("Retry-After"));
    // Nothing was changed by a busy library: the same request may be sent again.
    if (answer.status !== 503 || !(wait > 0) || k === AGAIN) return answer;
    await new Promise((done) => globalThis.setTimeout(done, 1000 * wait));
  }
}

export const client = createClient<paths>({ baseUrl: globalThis.location?.origin ?? "", fetch: sameSite });

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer, or a thrown Refusal. */
export async function ok<T>(asked: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await asked;
  } catch {
    throw new Refusal(OFFLINE, 0);
  }
  if (answer.response.ok && answer.data !== undefined) return answer.data;
  const fault = (answer.error as { error?: Fault } | undefined)?.error;
  throw new Refusal(fault ?? OFFLINE, answer.response.status);
}
