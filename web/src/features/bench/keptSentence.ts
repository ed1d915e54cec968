/** Nothing that was being composed is lost with a closed tab. */
import type { Composing, MoveOut } from "./composing";

const keyOf = (id: number) => `steady-shear:sentence:${id}`;

/** The open sentence as this browser kept it, if its verb still exists. */
export function keptSentence(id: number, moves: MoveOut[]): Composing | null {
  try {
    const kept = JSON.parse(localStorage.getItem(keyOf(id)) ?? "null") as
      | (Composing & { name: string })
      | null;
    const move = moves.find((m) => m.move === kept?.name);
    return kept && move ? { ...kept, move } : null;
  } catch {
    return null;
  }
}

export function keepSentence(id: number, composing: Composing | null) {
  if (composing)
    localStorage.setItem(
      keyOf(id),
      JSON.stringify({ ...composing, name: composing.move.move, move: undefined }),
    );
  else localStorage.removeItem(keyOf(id));
}
