/** What lies over the sheets while a sentence is open: what can be picked, and the ghost of the result. */
import type { PointerEvent } from "react";
import type { Schemas } from "../../api/client";
import type { View } from "../../table/viewport";

type Piece = Schemas["DrawnPiece"];
export type EdgeOf = Schemas["EdgeOf"];

const at = (p: Piece) => `translate(${p.at.x} ${p.at.y})`;

/** The result, lying there at once, in chalk. */
export function Ghost({ pieces, view }: { pieces: Piece[]; view: View }) {
  return (
    <g
      className="pointer-events-none fill-none stroke-chalk [stroke-linejoin:round] [&_path]:[vector-effect:non-scaling-stroke]"
      data-testid="ghost"
    >
      {pieces.map((p) => (
        <g key={p.name} transform={at(p)}>
          <path d={p.outline} className="fill-paper/80" strokeWidth={2} data-ghost={p.name} />
          {p.tapes.map((d) => (
            <path key={d} d={d} className="[stroke-dasharray:3_3]" strokeWidth={1} />
          ))}
          {p.darts.map((d) => (
            <g key={d.name}>
              <path d={d.stitch} strokeWidth={1.5} className="[stroke-dasharray:6_4]" />
              <text
                x={d.middle.x}
                y={d.middle.y}
                fontSize={13 / view.scale}
                textAnchor="middle"
                className="fill-chalk stroke-fresh [paint-order:stroke]"
                strokeWidth={4 / view.scale}
              >
                {d.intake}
              </text>
            </g>
          ))}
        </g>
      ))}
    </g>
  );
}

/** The darts that can be chosen, lit; a click takes one. */
export function DartTargets({
  pieces,
  onPick,
}: {
  pieces: Piece[];
  onPick: (piece: string, dart: string) => void;
}) {
  return (
    <g>
      {pieces.map((p) => (
        <g key={p.name} transform={at(p)}>
          {p.darts.map((d) => (
            <path
              key={d.name}
              d={`${d.d} Z`}
              data-pick-dart={`${p.name} ${d.name}`}
              data-measure={`${d.name}: ${d.intake} at the mouth`}
              className="cursor-pointer fill-chalk/25 stroke-chalk [stroke-width:2.5] [vector-effect:non-scaling-stroke] hover:fill-chalk/50"
              onPointerUp={(e) => {
                e.stopPropagation();
                onPick(p.name, d.name);
              }}
              onPointerDown={(e) => e.stopPropagation()}
            />
          ))}
        </g>
      ))}
    </g>
  );
}

/** The edges a place may lie on, lit. */
export function EdgeTargets({ piece }: { piece: Piece }) {
  return (
    <g transform={at(piece)} className="pointer-events-none fill-none stroke-chalk/55">
      {piece.edges.map((e, i) => (
        <path
          key={i}
          d={e.d}
          className="[stroke-linecap:round] [stroke-width:6] [vector-effect:non-scaling-stroke]"
        />
      ))}
    </g>
  );
}

/** Handles on the mouths of all darts: take one and drag it along the outline. */
export function MouthHandles({
  pieces,
  view,
  onTake,
}: {
  pieces: Piece[];
  view: View;
  onTake: (piece: string, dart: string, e: PointerEvent<SVGGElement>) => void;
}) {
  return (
    <g>
      {pieces.map((p) => (
        <g key={p.name} transform={at(p)}>
          {p.darts.map((d) => (
            <g
              key={d.name}
              data-mouth={`${p.name} ${d.name}`}
              data-measure={`${d.name}: drag it to its new place`}
              className="group cursor-grab"
              onPointerDown={(e) => {
                e.stopPropagation();
                e.preventDefault();
                onTake(p.name, d.name, e);
              }}
            >
              <circle cx={d.middle.x} cy={d.middle.y} r={22 / view.scale} className="fill-transparent" />
              <circle
                cx={d.middle.x}
                cy={d.middle.y}
                r={9 / view.scale}
                strokeWidth={2 / view.scale}
                className="fill-fresh stroke-chalk group-hover:fill-chalk-pale"
              />
            </g>
          ))}
        </g>
      ))}
    </g>
  );
}

/** A seam shown on the table when its promise is clicked. */
export function ShownEdges({ pieces, edges }: { pieces: Piece[]; edges: EdgeOf[] }) {
  return (
    <g className="pointer-events-none fill-none stroke-tape [stroke-linecap:round]">
      {pieces.map((p) => (
        <g key={p.name} transform={at(p)}>
          {p.edges
            .filter((e) => edges.some((x) => x.piece === p.name && x.edge === e.name))
            .map((e, i) => (
              <path
                key={i}
                d={e.d}
                className="[stroke-width:9] [vector-effect:non-scaling-stroke]"
                opacity={0.6}
              />
            ))}
        </g>
      ))}
    </g>
  );
}
