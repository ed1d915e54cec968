/** Asks the server while a hand moves: at most one question under way, always the newest asked next, every answer shown. */
import { useCallback, useRef, useState } from "react";
import { Refusal } from "./client";

export function useNewest<Q, A>(put: (question: Q) => Promise<A>) {
  const [answer, setAnswer] = useState<A | null>(null);
  const [failed, setFailed] = useState("");
  const busy = useRef(false);
  const waiting = useRef<Q | null>(null);
  const round = useRef(0);
  const putting = useRef(put);
  putting.current = put;

  const ask = useCallback(async (question: Q) => {
    waiting.current = question;
    if (busy.current) return;
    busy.current = true;
    const mine = round.current;
    while (waiting.current !== null && mine === round.current) {
      const next: Q = waiting.current;
      waiting.current = null;
      try {
        const given = await putting.current(next);
        if (mine === round.current) {
          setAnswer(given);
          setFailed("");
        }
      } catch (e) {
        if (mine === round.current) setFailed(e instanceof Refusal ? e.message : String(e));
      }
    }
    if (mine === round.current) busy.current = false;
  }, []);

  const clear = useCallback(() => {
    round.current += 1;
    waiting.current = null;
    busy.current = false;
    setAnswer(null);
    setFailed("");
  }, []);
  return { answer, failed, ask, clear };
}
