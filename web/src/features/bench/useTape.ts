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

/** The sheet whose bounds (widened by a finger) hold a table point. */
export function pieceUnder(pieces: Piece[], at: TablePoint): Piece | undefined {
  const near = 2;
  return pieces.find(
    ({ bounds: b }) =>
      at.x > b.left - near && at.x < b.right + near && at.y > b.top - near && at.y < b.bottom + near,
  );
}

const bare = ({ x, y }: TablePoint) => ({ x, y });

export function useTape(style: Pick<Schemas["StyleDetail"], "id" | "blocks"> | undefined, steps: unknown[]) {
  const [on, setOn] = useState(false);
  const [first, setFirst] = useState<TapeEnd | null>(null);
  const measure = useMutation({
    mutationFn: (ends: { piece: string; a: Schemas["Point"]; b: Schemas["Point"] }) =>
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
    if (!first || first.piece !== piece.name) {
      measure.reset();
      setFirst({ piece: piece.name, at });
    } else {
      measure.mutate({ piece: piece.name, a: bare(first.at), b: bare(at) });
      setFirst(null);
    }
  };
  const toggle = () => {
    setOn(!on);
    setFirst(null);
    measure.reset();
  };
  return {
    on,
    toggle,
    tap,
    first,
    measured: measure.data ?? null,
    failed: measure.error?.message ?? "",
  };
}
