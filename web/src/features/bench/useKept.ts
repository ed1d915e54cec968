/** Nothing that was being composed is lost with a closed tab. */
import { useState } from "react";
import type { Composing, MoveOut } from "./composing";

/** The open sentence, kept in this browser so that a closed tab loses nothing. */
export function useKept(id: number, moves: MoveOut[]) {
  const key = `steady-shear:sentence:${id}`;
  const [composing, setComposing] = useState<Composing | null>(() => {
    try {
      const kept = JSON.parse(localStorage.getItem(key) ?? "null") as (Composing & { name: string }) | null;
      const move = moves.find((m) => m.move === kept?.name);
      return kept && move ? { ...kept, move } : null;
    } catch {
      return null;
    }
  });
  const keep = (next: Composing | null) => {
    setComposing(next);
    if (next) localStorage.setItem(key, JSON.stringify({ ...next, name: next.move.move, move: undefined }));
    else localStorage.removeItem(key);
  };
  return [composing, keep] as const;
}
