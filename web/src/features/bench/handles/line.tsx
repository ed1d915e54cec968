/** The line being drawn on the paper: its places numbered, each to be dragged. */
import type { PointerEvent } from "react";
import type { Schemas } from "../../../api/client";
import type { View } from "../../../table/viewport";

interface Props {
  sketch: Schemas["Sketch"];
  view: View;
  /** How many of its places are taken; the next one only hovers. */
  taken: number;
  onTake: (index: number, e: PointerEvent<SVGGElement>) => void;
}

export function LineHandle({ sketch, view, taken, onTake }: Props) {
  return (
    <g data-testid="sketch" className="stroke-chalk">
      {sketch.d && (
        <path
          d={sketch.d}
          className="pointer-events-none fill-none [stroke-dasharray:9_4] [stroke-width:2.5] [vector-effect:non-scaling-stroke]"
        />
      )}
      {sketch.points.map((p, i) => (
        <g
          key={i}
          data-place={i + 1}
          className={i < taken ? "cursor-grab" : "pointer-events-none"}
          onPointerDown={(e) => {
            e.stopPropagation();
            e.preventDefault();
            onTake(i, e);
          }}
        >
          <circle cx={p.at.x} cy={p.at.y} r={16 / view.scale} className="fill-transparent stroke-none" />
          <circle
            cx={p.at.x}
            cy={p.at.y}
            r={(i < taken ? 8 : 5) / view.scale}
            strokeWidth={2 / view.scale}
            className={i < taken ? "fill-fresh" : "fill-chalk"}
          />
          {i < taken && (
            <text
              x={p.at.x}
              y={p.at.y + 4.2 / view.scale}
              fontSize={12 / view.scale}
              textAnchor="middle"
              className="fill-chalk stroke-none font-semibold"
            >
              {i + 1}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}
