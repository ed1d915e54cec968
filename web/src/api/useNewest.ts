/** Asks the server while a hand moves: two questions under way at most, always the newest asked next, no answer shown over a newer one. */
import { useCallback, useRef, useState } from "react";
import { Refusal } from "./client";

const QUICK = 60;
/** milliseconds: only a server that answers within these is asked two things at once; a busy one is not made busier */

export function useNewest<Q, A>(put: (question: Q) => Promise<A>) {
  const [answer, setAnswer] = useState<A | null>(null);
  const [failed, setFailed] = useState("");
  const newest = useRef<A | null>(null);
  const lanes = useRef(0);
  const sent = useRef(0);
  const shown = useRef(0);
  const took = useRef(Number.POSITIVE_INFINITY);
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
    lanes.current += 1;
    const mine = round.current;
    while (waiting.current !== null && mine === round.current) {
      const next: Q = waiting.current;
      waiting.current = null;
      const number = ++sent.current;
      const began = performance.now();
      const tell = (given: A | null, words: string) => {
        took.current = performance.now() - began;
        // One that was overtaken says nothing any more.
        if (mine !== round.current || number < shown.current) return;
        shown.current = number;
        show(given, words);
      };
      await putting.current(next).then(
        (given) => tell(given, ""),
        (e) => tell(null, e instanceof Refusal ? e.message : String(e)),
      );
    }
    if (mine === round.current) lanes.current -= 1;
  }, [show]);

  const ask = useCallback(
    (question: Q) => {
      asked.current = question;
      waiting.current = question;
      if (lanes.current < (took.current < QUICK ? 2 : 1)) void work();
    },
    [work],
  );

  /** The answer to the question that is the newest now, also when newer ones follow; null where it was refused. What is shown
   * may still be an older one. */
  const settled = useCallback(async () => {
    const question = asked.current;
    const whole = waiting.current === null && shown.current === sent.current;
    if (whole || question === null) return newest.current;
    return putting.current(question).catch(() => null);
  }, []);

  const clear = useCallback(() => {
    round.current += 1;
    waiting.current = null;
    lanes.current = 0;
    shown.current = sent.current;
    asked.current = null;
    show(null, "");
  }, [show]);
  return { answer, failed, ask, settled, clear };
}
