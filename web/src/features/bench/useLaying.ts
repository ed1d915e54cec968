/** Sheets slid and turned by hand: where they lie is kept with the style, and is no step. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, ok, type Schemas } from "../../api/client";
import { keys } from "../../api/queries";

type Lies = Schemas["StyleDetail"]["laid"];
type Piece = Schemas["DrawnPiece"];
const STEP = 15;

export function useLaying(id: number, laid: Lies) {
  const queries = useQueryClient();
  const [on, setOn] = useState(false);
  const [moving, setMoving] = useState<{ piece: string; dx: number; dy: number } | null>(null);
  const [taken, setTaken] = useState<string | null>(null);
  const save = useMutation({
    mutationFn: (lies: Lies) =>
      ok(
        client.PUT("/api/styles/{style_id}/layout", {
          params: { path: { style_id: id } },
          body: { sheets: lies },
        }),
      ),
    onSuccess: (detail) => queries.setQueryData(keys.style(id), detail),
  });
  const put = (piece: Piece, x: number, y: number, turn: number) =>
    save.mutate({ ...laid, [piece.name]: { x, y, turn } });
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
        put(piece, piece.at.x + moving.dx, piece.at.y + moving.dy, piece.turn);
      setMoving(null);
    },
    turn: (piece: Piece, by: number) => put(piece, piece.at.x, piece.at.y, (piece.turn + by * STEP) % 360),
    tidy: () => save.mutate({}),
  };
}
