/** The second pattern over the sheets of the first: outlines, darts and notches in chalk, nothing filled. */
import type { Schemas } from "../../api/client";
import type { View } from "../../table/viewport";
import { sheetAt } from "../bench/handles/sheetAt";

interface Props {
  pieces: Schemas["DrawnPiece"][];
  /** Pieces that the first pattern has not: they bear their names. */
  alone: string[];
  view: View;
}

export function Overlaid({ pieces, alone, view }: Props) {
  return (
    <g className="pointer-events-none fill-none stroke-chalk [stroke-linejoin:round] [&_path]:[vector-effect:non-scaling-stroke]">
      {pieces.map((p) => (
        <g key={p.name} transform={sheetAt(p)} data-over={p.name}>
          {p.edges.map((e, i) => (
            <path key={`${e.name}${i}`} d={e.d} strokeWidth={2.4} data-over-edge={e.name} />
          ))}
          {[...p.darts.map((d) => d.stitch), ...p.lenses.map((x) => x.d)].map((d, i) => (
            <path key={i} d={d} strokeWidth={1.8} className="[stroke-dasharray:6_4]" />
          ))}
          {p.notches.map((n, i) => (
            <path key={`${n.name}${i}`} d={n.d} strokeWidth={1.8} />
          ))}
          {alone.includes(p.name) && (
            <text
              x={p.label_at.x}
              y={p.label_at.y}
              fontSize={15 / view.scale}
              className="fill-chalk stroke-none font-serif"
            >
              {p.name}
            </text>
          )}
        </g>
      ))}
    </g>
  );
}
