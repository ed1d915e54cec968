/** Sheets slid and turned by hand: where they lie is kept with the style, and is no step. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { client, ok, type Schemas } from "../../api/client";
import { answered, keys } from "../../api/queries";

type Lies = Schemas["StyleDetail"]["laid"];
type Lie = NonNullable<Lies[string]>;
type Piece = Schemas["DrawnPiece"];
const STEP = 15;

export function useLaying(id: number, laid: Lies) {
  const queries = useQueryClient();
  const [on, setOn] = useState(false);
  const [moving, setMoving] = useState<{ piece: string; dx: number; dy: number } | null>(null);
  const [taken, setTaken] = useState<string | null>(null);
  /** What a quick hand has laid since, and is not kept yet: the next act goes on from there. */
  const newest = useRef<Lies | null>(null);
  const save = useMutation({
    // One after the other: of two under way at once the earlier could be kept last.
    scope: { id: `lies of ${id}` },
    mutationFn: (lies: Lies) =>
      ok(
        client.PUT("/api/styles/{style_id}/layout", {
          params: { path: { style_id: id } },
          body: { sheets: lies },
        }),
      ),
    onSuccess: (detail) => answered(queries, keys.style(id), detail),
    onSettled: (_kept, _failed, lies) => {
      if (newest.current === lies) newest.current = null;
    },
  });
  const now = (piece: Piece): Lie =>
    newest.current?.[piece.name] ?? { x: piece.at.x, y: piece.at.y, turn: piece.turn };
  const put = (piece: Piece, change: Partial<Lie>) => {
    newest.current = { ...(newest.current ?? laid), [piece.name]: { ...now(piece), ...change } };
    save.mutate(newest.current);
  };
  const tidy = () => {
    newest.current = {};
    save.mutate(newest.current);
  };
  return {
    on,
    toggle: () => setOn(!on),
    moving,
    taken,
    failed: save.error?.message ?? "",
    slide: (piece: Piece, dx: number, dy: number) => {
      setTaken(piece.name);
      setMoving({ piece: piece.name, dx, dy });
    },
    drop: (piece: Piece) => {
      if (moving && (moving.dx || moving.dy))
        put(piece, { x: piece.at.x + moving.dx, y: piece.at.y + moving.dy });
      setMoving(null);
    },
    turn: (piece: Piece, by: number) => put(piece, { turn: ((now(piece).turn ?? 0) + by * STEP) % 360 }),
    tidy,
  };
}
