/** Notes pinned to the block, numbered as in the log; and the place just pointed at. */
import type { Schemas } from "../../api/client";
import type { TablePoint } from "../../table/Table";
import type { View } from "../../table/viewport";

export function Pins({
  notes,
  spot,
  view,
}: {
  notes: Schemas["NoteOut"][];
  spot: TablePoint | null;
  view: View;
}) {
  const one = 1 / view.scale;
  return (
    <g>
      {notes.map((n) => (
        <g key={n.id} transform={`translate(${n.at.x} ${n.at.y})`} data-pin={n.number} data-measure={n.text}>
          <path d={`M 0 0 L ${7 * one} ${-18 * one}`} className="stroke-madder" strokeWidth={2 * one} />
          <circle
            cx={9 * one}
            cy={-24 * one}
            r={11 * one}
            strokeWidth={1.6 * one}
            className="fill-fresh stroke-madder"
          />
          <text
            x={9 * one}
            y={-19.5 * one}
            fontSize={13 * one}
            textAnchor="middle"
            className="fill-madder stroke-none font-semibold"
          >
            {n.number}
          </text>
        </g>
      ))}
      {spot && (
        <circle
          cx={spot.x}
          cy={spot.y}
          r={6 * one}
          strokeWidth={2 * one}
          className="pointer-events-none fill-madder-pale stroke-madder"
        />
      )}
    </g>
  );
}
