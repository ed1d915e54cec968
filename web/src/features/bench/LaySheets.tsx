/** Taking hold of whole sheets: slide one with the hand, turn it with the buttons or the keys. */
import { useRef } from "react";
import type { Schemas } from "../../api/client";
import { ToolButton } from "../../table/Table";
import type { View } from "../../table/viewport";
import type { useLaying } from "./useLaying";

type Piece = Schemas["DrawnPiece"];
type Laying = ReturnType<typeof useLaying>;

export function SheetGrips({ pieces, laying, view }: { pieces: Piece[]; laying: Laying; view: View }) {
  const from = useRef<{ x: number; y: number } | null>(null);
  return (
    <g>
      {pieces.map((p) => {
        const { bounds: b } = p;
        const off = laying.moving?.piece === p.name ? laying.moving : { dx: 0, dy: 0 };
        const chosen = laying.taken === p.name;
        return (
          <rect
            key={p.name}
            data-sheet={p.name}
            x={b.left + off.dx}
            y={b.top + off.dy}
            width={b.right - b.left}
            height={b.bottom - b.top}
            className={`cursor-move fill-chalk/10 stroke-chalk [vector-effect:non-scaling-stroke] ${chosen ? "[stroke-width:2.5]" : "[stroke-dasharray:5_4] [stroke-width:1]"}`}
            onPointerDown={(e) => {
              e.stopPropagation();
              e.currentTarget.setPointerCapture(e.pointerId);
              from.current = { x: e.clientX, y: e.clientY };
              laying.slide(p, 0, 0);
            }}
            onPointerMove={(e) => {
              if (!from.current) return;
              laying.slide(
                p,
                (e.clientX - from.current.x) / view.scale,
                (e.clientY - from.current.y) / view.scale,
              );
            }}
            onPointerUp={(e) => {
              e.stopPropagation();
              from.current = null;
              laying.drop(p);
            }}
          />
        );
      })}
    </g>
  );
}

export function LayTools({ pieces, laying }: { pieces: Piece[]; laying: Laying }) {
  const piece = pieces.find((p) => p.name === laying.taken);
  return (
    <div className="absolute bottom-3 left-10 flex items-center gap-1.5 border border-ink bg-fresh px-3 py-1.5">
      <span>{piece ? piece.name : "Take hold of a sheet and slide it."}</span>
      {piece && (
        <>
          <ToolButton label={`Turn ${piece.name} to the left`} onClick={() => laying.turn(piece, -1)}>
            turn left
          </ToolButton>
          <ToolButton label={`Turn ${piece.name} to the right`} onClick={() => laying.turn(piece, 1)}>
            turn right
          </ToolButton>
        </>
      )}
      <ToolButton label="Lay all sheets anew" onClick={laying.tidy}>
        tidy
      </ToolButton>
      {laying.failed && <span className="text-madder">{laying.failed}</span>}
    </div>
  );
}
