/** The work on the table, with a ring about the place that is looked at and the edges of a seam drawn over. */
import type { Schemas } from "../../api/client";
import { Table } from "../../table/Table";
import type { View } from "../../table/viewport";
import { sheetAt } from "../bench/handles/sheetAt";
import type { StyleDetail } from "../bench/useStyleWork";
import type { Shown } from "./Ledger";

const NEAR = 26;

export function OnTable({
  detail,
  unit,
  shown,
}: {
  detail: StyleDetail;
  unit: string;
  shown: Extract<Shown, { what: "table" }>;
}) {
  const { table } = detail.work;
  const at = shown.finding?.at ?? null;
  const edges = shown.edges ?? (shown.finding ? edgesOf(shown.finding) : []);
  const focus = at
    ? { left: at.x - NEAR, top: at.y - NEAR * 0.7, right: at.x + NEAR, bottom: at.y + NEAR * 0.7 }
    : null;
  return (
    <Table
      drawing={table}
      unit={unit}
      label={`${detail.name} on the table`}
      focus={focus}
      overlay={(view) => (
        <>
          <Chalked pieces={table.pieces} edges={edges} />
          {at && <Ring x={at.x} y={at.y} view={view} />}
        </>
      )}
    />
  );
}

const edgesOf = (f: Schemas["FindingOut"]): Schemas["EdgeOf"][] =>
  f.piece && f.edge ? [{ piece: f.piece, edge: f.edge }] : [];

function Chalked({ pieces, edges }: { pieces: Schemas["DrawnPiece"][]; edges: Schemas["EdgeOf"][] }) {
  return (
    <g className="pointer-events-none fill-none stroke-chalk [&_path]:[vector-effect:non-scaling-stroke]">
      {pieces.map((p) => (
        <g key={p.name} transform={sheetAt(p)}>
          {p.edges
            .filter((e) => edges.some((x) => x.piece === p.name && x.edge === e.name))
            .map((e, i) => (
              <path key={`${e.name}${i}`} d={e.d} strokeWidth={4} />
            ))}
        </g>
      ))}
    </g>
  );
}

function Ring({ x, y, view }: { x: number; y: number; view: View }) {
  return (
    <g className="pointer-events-none fill-none stroke-madder" data-testid="place">
      <circle cx={x} cy={y} r={18 / view.scale} strokeWidth={2.5 / view.scale} />
      <circle cx={x} cy={y} r={2.5 / view.scale} className="fill-madder stroke-none" />
    </g>
  );
}
