/** Asks the server what a step would do, at most one question under way, always the newest asked next. */
import { useCallback, useRef, useState } from "react";
import { client, ok, Refusal, type Schemas } from "../../api/client";

export type Preview = Schemas["PreviewOut"];
export type Question = Schemas["PreviewIn"];

export function usePreview() {
  const [preview, setPreview] = useState<Preview | null>(null);
  const [failed, setFailed] = useState("");
  const busy = useRef(false);
  const waiting = useRef<Question | null>(null);
  const round = useRef(0);

  const ask = useCallback(async (question: Question) => {
    waiting.current = question;
    if (busy.current) return;
    busy.current = true;
    const mine = round.current;
    while (waiting.current) {
      const next: Question = waiting.current;
      waiting.current = null;
      try {
        const answer = await ok(client.POST("/api/preview", { body: next }));
        if (mine === round.current) {
          setPreview(answer);
          setFailed("");
        }
      } catch (e) {
        setFailed(e instanceof Refusal ? e.message : String(e));
      }
    }
    busy.current = false;
  }, []);

  const clear = useCallback(() => {
    round.current += 1;
    waiting.current = null;
    busy.current = false;
    setPreview(null);
    setFailed("");
  }, []);
  return { preview, failed, ask, clear };
}
