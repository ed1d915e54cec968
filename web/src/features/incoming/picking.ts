/** What is being pointed out on a drawing: so many places, one after the other, and what they become in the plan. */
import type { PiecePlan, Place, Plan } from "./useIncoming";

export type What = "corner" | "grain" | "dart" | "mark" | "known" | "square";

export interface Picking {
  what: What;
  places: Place[];
  /** Of a mark or a dart. */
  name: string;
}

/** What is asked for next. */
export const WANTED: Record<What, string[]> = {
  corner: ["Click the line to put a corner in, or a corner to take it out."],
  grain: ["Click the upper end of the grainline.", "Now its lower end."],
  dart: [
    "Click the dart's point.",
    "Now one end of its mouth, on the edge.",
    "Now the other end of its mouth.",
  ],
  mark: ["Click where it lies."],
  known: ["Click one end of the length you know.", "Now its other end."],
  square: ["Click the test square."],
};

/** One place more; with the last of them the plan is changed. */
export function picked(
  picking: Picking,
  at: Place,
  plan: Plan,
  own: number,
): { next: Picking | null; plan?: Plan } {
  const places = [...picking.places, at];
  if (places.length < WANTED[picking.what].length) return { next: { ...picking, places } };
  const [a, b, c] = places;
  if (picking.what === "known" && a && b)
    return {
      next: null,
      plan: { ...plan, square: null, known: { a, b, length: Math.hypot(a[0] - b[0], a[1] - b[1]) } },
    };
  const piece = plan.pieces?.[own];
  if (!piece) return { next: null };
  const changed = withPlaces(piece, picking, a, b, c);
  return {
    next: null,
    plan: { ...plan, pieces: (plan.pieces ?? []).map((p, i) => (i === own ? changed : p)) },
  };
}

function withPlaces(piece: PiecePlan, { what, name }: Picking, a?: Place, b?: Place, c?: Place): PiecePlan {
  if (what === "grain" && a && b) return { ...piece, grain: { start: a, end: b } };
  if (what === "dart" && a && b && c)
    return { ...piece, darts: [...(piece.darts ?? []), { name, point: a, mouth: [b, c], set_back: 0 }] };
  if (what === "mark" && a) return { ...piece, marks: [...(piece.marks ?? []), { name, at: a }] };
  return piece;
}
