/** A grip beside the sheet being spread: drag it out, and every strip opens. */
import type { PointerEvent } from "react";
import type { Schemas } from "../../../api/client";
import type { View } from "../../../table/viewport";

interface Props {
  piece: Schemas["DrawnPiece"];
  view: View;
  onTake: (e: PointerEvent<SVGGElement>) => void;
}

export function StripHandle({ piece, view, onTake }: Props) {
  const { bounds } = piece;
  const x = bounds.right + 14 / view.scale;
  const y = (bounds.top + bounds.bottom) / 2;
  const one = 1 / view.scale;
  return (
    <g
      data-testid="strip"
      data-measure="drag: open every strip"
      className="cursor-ew-resize"
      onPointerDown={(e) => {
        e.stopPropagation();
        e.preventDefault();
        onTake(e);
      }}
    >
      <rect
        x={x - 16 * one}
        y={y - 30 * one}
        width={32 * one}
        height={60 * one}
        className="fill-transparent"
      />
      <rect
        x={x - 6 * one}
        y={y - 22 * one}
        width={12 * one}
        height={44 * one}
        rx={3 * one}
        strokeWidth={2 * one}
        className="fill-fresh stroke-chalk"
      />
      <path
        d={`M ${x - 2 * one} ${y - 9 * one} v ${18 * one} M ${x + 2 * one} ${y - 9 * one} v ${18 * one}`}
        strokeWidth={1.5 * one}
        className="fill-none stroke-chalk"
      />
    </g>
  );
}
