/** The tape: two taps on one piece, and the server says what lies between. */
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { client, ok, type Schemas } from "../../api/client";
import type { TablePoint } from "../../table/Table";

type Piece = Schemas["DrawnPiece"];
export interface TapeEnd {
  piece: string;
  at: TablePoint;
}

/** The sheet whose box (widened by a finger) holds a table point. */
export function pieceUnder(pieces: Piece[], at: TablePoint): Piece | undefined {
  const near = 2;
  return pieces.find((p) => {
    const x = at.x - p.at.x;
    const y = at.y - p.at.y;
    return x > p.box.left - near && x < p.box.right + near && y > p.box.top - near && y < p.box.bottom + near;
  });
}

export function useTape(style: Pick<Schemas["StyleDetail"], "id" | "blocks"> | undefined, steps: unknown[]) {
  const [on, setOn] = useState(false);
  const [first, setFirst] = useState<TapeEnd | null>(null);
  const measure = useMutation({
    mutationFn: (ends: { piece: string; a: TablePoint; b: TablePoint }) =>
      ok(
        client.POST("/api/measure", {
          body: {
            style_id: style?.id,
            blocks: style?.blocks ?? {},
            steps: steps as Schemas["MeasureIn"]["steps"],
            ...ends,
          },
        }),
      ),
  });
  const tap = (pieces: Piece[], at: TablePoint) => {
    const piece = pieceUnder(pieces, at);
    if (!piece) return;
    const own = { x: at.x - piece.at.x, y: at.y - piece.at.y };
    if (!first || first.piece !== piece.name) {
      measure.reset();
      setFirst({ piece: piece.name, at: own });
    } else {
      measure.mutate({ piece: piece.name, a: first.at, b: own });
      setFirst(null);
    }
  };
  const toggle = () => {
    setOn(!on);
    setFirst(null);
    measure.reset();
  };
  const piece = measure.variables?.piece ?? first?.piece ?? "";
  return {
    on,
    toggle,
    tap,
    first,
    piece,
    measured: measure.data ?? null,
    failed: measure.error?.message ?? "",
  };
}
