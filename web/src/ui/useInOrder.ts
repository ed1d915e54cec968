/** What a hand does more quickly than the answers come is done one after the other, in the order in which the hand did it. */
import { useCallback, useRef } from "react";

type Job = () => Promise<unknown>;

export function useInOrder() {
  const last = useRef<Promise<void> | null>(null);

  /** Does it at once, or after what is still waiting. A job that fails holds up nothing after it. */
  const inOrder = useCallback((job: Job): Promise<void> => {
    const settle = (work: Promise<unknown>) => work.then(nothing, nothing);
    const mine: Promise<void> = settle(last.current ? last.current.then(job) : job()).then(() => {
      if (last.current === mine) last.current = null;
    });
    last.current = mine;
    return mine;
  }, []);

  /** Whether something still waits for its answer. */
  const waits = useCallback(() => last.current !== null, []);
  return { inOrder, waits };
}

const nothing = () => undefined;
