/** What lies over the sheets while a sentence is open: what can be picked, and the ghost of the result. */
import { useId } from "react";
import type { Schemas } from "../../api/client";
import type { View } from "../../table/viewport";
import type { EdgeOf } from "./benchState";
import { sheetAt } from "./handles/sheetAt";

type Piece = Schemas["DrawnPiece"];

/** The result, lying there at once, in chalk. */
export function Ghost({ pieces, view }: { pieces: Piece[]; view: View }) {
  const clip = useId();
  return (
    <g
      className="sheet pointer-events-none fill-none stroke-chalk [stroke-linejoin:round] [&_path]:[vector-effect:non-scaling-stroke]"
      data-testid="ghost"
    >
      {pieces.map((p) => (
        <g key={p.name} transform={sheetAt(p)}>
          <path d={p.outline} className="fill-paper/80" strokeWidth={2} data-ghost={p.name} />
          <clipPath id={`${clip} ${p.name}`}>
            <path d={p.outline} />
          </clipPath>
          <g clipPath={`url("#${clip} ${p.name}")`}>
            {p.patches.map((d) => (
              <path key={d} d={d} className="fill-fresh/80" strokeWidth={0.8} />
            ))}
            {p.tapes.map((d) => (
              <path key={d} d={d} className="[stroke-dasharray:3_3]" strokeWidth={1} />
            ))}
          </g>
          {p.notches.map((n, i) => (
            <path key={`${n.name}${i}`} d={n.d} strokeWidth={1.6} />
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
          <text
            x={p.label_at.x}
            y={p.label_at.y}
            fontSize={15 / view.scale}
            className="fill-chalk stroke-none font-serif"
          >
            {p.name}
          </text>
        </g>
      ))}
    </g>
  );
}

/** The darts that can be chosen, lit; a click takes one. `onLens`: double-pointed ones too. */
export function DartTargets({
  pieces,
  onPick,
  onLens,
}: {
  pieces: Piece[];
  onPick: (piece: string, dart: string) => void;
  onLens?: (piece: string, dart: string) => void;
}) {
  const look =
    "cursor-pointer fill-chalk/25 stroke-chalk [stroke-width:2.5] [vector-effect:non-scaling-stroke] hover:fill-chalk/50";
  return (
    <g>
      {pieces.map((p) => (
        <g key={p.name} transform={sheetAt(p)}>
          {p.darts.map((d) => (
            <path
              key={d.name}
              d={`${d.d} Z`}
              data-pick-dart={`${p.name} ${d.name}`}
              data-measure={`${d.name}: ${d.intake} at the mouth`}
              className={look}
              onPointerUp={(e) => {
                e.stopPropagation();
                onPick(p.name, d.name);
              }}
              onPointerDown={(e) => e.stopPropagation()}
            />
          ))}
          {onLens &&
            p.lenses.map((d) => (
              <path
                key={d.name}
                d={d.d}
                data-pick-dart={`${p.name} ${d.name}`}
                data-measure={`${d.name}: ${d.intake} at its widest, double-pointed`}
                className={look}
                onPointerUp={(e) => {
                  e.stopPropagation();
                  onLens(p.name, d.name);
                }}
                onPointerDown={(e) => e.stopPropagation()}
              />
            ))}
        </g>
      ))}
    </g>
  );
}

/** Edges that can be chosen, lit; a click takes one. */
export function EdgePicks({
  pieces,
  onPick,
}: {
  pieces: Piece[];
  onPick: (piece: string, edge: string) => void;
}) {
  return (
    <g className="fill-none">
      {pieces.map((p) => (
        <g key={p.name} transform={sheetAt(p)}>
          {p.edges
            .filter((e) => e.name !== "to true")
            .map((e, i) => (
              <path
                key={i}
                d={e.d}
                data-pick-edge={`${p.name} ${e.name}`}
                data-measure={`${p.name}, ${e.name}: ${e.sewn} sewn`}
                className="cursor-pointer stroke-chalk/45 [stroke-linecap:round] [stroke-width:9] [vector-effect:non-scaling-stroke] hover:stroke-chalk"
                onPointerUp={(ev) => {
                  ev.stopPropagation();
                  onPick(p.name, e.name);
                }}
                onPointerDown={(ev) => ev.stopPropagation()}
              />
            ))}
        </g>
      ))}
    </g>
  );
}

/** The edges a place may lie on, lit; `only`: of these names. */
export function EdgeTargets({ piece, only }: { piece: Piece; only?: unknown[] }) {
  return (
    <g transform={sheetAt(piece)} className="pointer-events-none fill-none stroke-chalk/55">
      {piece.edges
        .filter((e) => !only || only.includes(e.name))
        .map((e, i) => (
          <path
            key={i}
            d={e.d}
            className="[stroke-linecap:round] [stroke-width:6] [vector-effect:non-scaling-stroke]"
          />
        ))}
    </g>
  );
}

/** Edges already chosen for the sentence, numbered in the order in which they were. */
export function ChosenEdges({ pieces, edges, view }: { pieces: Piece[]; edges: EdgeOf[]; view: View }) {
  return (
    <g className="pointer-events-none">
      {edges.map((chosen, k) => {
        const piece = pieces.find((p) => p.name === chosen.piece);
        if (!piece) return null;
        const drawn = piece.edges.filter((e) => e.name === chosen.edge);
        return (
          <g key={`${chosen.piece} ${chosen.edge}`} transform={sheetAt(piece)}>
            {drawn.map((e, i) => (
              <path
                key={i}
                d={e.d}
                className="fill-none stroke-chalk [stroke-width:5] [vector-effect:non-scaling-stroke]"
              />
            ))}
            {drawn[0] && (
              <text
                x={drawn[0].middle.x}
                y={drawn[0].middle.y}
                fontSize={15 / view.scale}
                strokeWidth={4 / view.scale}
                className="fill-chalk stroke-fresh font-semibold [paint-order:stroke]"
              >
                {k + 1}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** A seam shown on the table when its promise is clicked. */
export function ShownEdges({ pieces, edges }: { pieces: Piece[]; edges: EdgeOf[] }) {
  return (
    <g className="pointer-events-none fill-none stroke-tape [stroke-linecap:round]">
      {pieces.map((p) => (
        <g key={p.name} transform={sheetAt(p)}>
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
