/** Asks the server while a hand moves: at most one question under way, always the newest asked next, every answer shown. */
import { useCallback, useRef, useState } from "react";
import { Refusal } from "./client";

export function useNewest<Q, A>(put: (question: Q) => Promise<A>) {
  const [answer, setAnswer] = useState<A | null>(null);
  const [failed, setFailed] = useState("");
  const newest = useRef<A | null>(null);
  const busy = useRef(false);
  const running = useRef<Promise<void>>(Promise.resolve());
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
        if (mine === round.current) show(null, e instanceof Refusal ? e.message : String(e));
      }
    }
    if (mine === round.current) busy.current = false;
  }, [show]);

  const ask = useCallback(
    (question: Q) => {
      waiting.current = question;
      if (!busy.current) running.current = work();
    },
    [work],
  );

  /** The answer to the newest question, waited for; null where it was refused. What is shown may still be an older one. */
  const settled = useCallback(async () => {
    await running.current;
    return newest.current;
  }, []);

  const clear = useCallback(() => {
    round.current += 1;
    waiting.current = null;
    busy.current = false;
    running.current = Promise.resolve();
    show(null, "");
  }, [show]);
  return { answer, failed, ask, settled, clear };
}
