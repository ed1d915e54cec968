/** Asks the server while a hand moves: at most one question under way, always the newest asked next, every answer shown. */
import { useCallback, useRef, useState } from "react";
import { Refusal } from "./client";

const said = (e: unknown) => (e instanceof Refusal ? e.message : String(e));

export function useNewest<Q, A>(put: (question: Q) => Promise<A>) {
  const [answer, setAnswer] = useState<A | null>(null);
  const [failed, setFailed] = useState("");
  const newest = useRef<A | null>(null);
  const busy = useRef(false);
  const asked = useRef<Q | null>(null);
  const waiting = useRef<Q | null>(null);
  const round = useRef(0);
  const putting = useRef(put);
  putting.current = put;

  const show = useCallback((given: A | null, words: string) => {
    newest.current = words ? null : given;
    if (!words) setAnswer(given);
    setFailed(words);
  }, []);

  const work = useCallback(async () => {
    busy.current = true;
    const mine = round.current;
    while (waiting.current !== null && mine === round.current) {
      const next: Q = waiting.current;
      waiting.current = null;
      try {
        const given = await putting.current(next);
        if (mine === round.current) show(given, "");
      } catch (e) {
        if (mine === round.current) show(null, said(e));
      }
    }
    if (mine === round.current) busy.current = false;
  }, [show]);

  const ask = useCallback(
    (question: Q) => {
      asked.current = question;
      waiting.current = question;
      if (!busy.current) void work();
    },
    [work],
  );

  /** The answer to the question that is the newest now, also when newer ones follow; null where it was refused, and said so. What is
   * shown may still be an older one. */
  const settled = useCallback(async () => {
    const question = asked.current;
    if (!busy.current || question === null) return newest.current;
    return putting.current(question).catch((e) => {
      if (asked.current === question) show(null, said(e));
      return null;
    });
  }, [show]);

  const clear = useCallback(() => {
    round.current += 1;
    waiting.current = null;
    busy.current = false;
    asked.current = null;
    show(null, "");
  }, [show]);
  return { answer, failed, ask, settled, clear };
}
