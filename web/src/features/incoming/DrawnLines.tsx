/** The drawing on the table: outlines to be taken, edges named, corners numbered, and what was pointed out. */
import type { View } from "../../table/viewport";
import type { Picking } from "./picking";
import type { Came, Plan } from "./useIncoming";

interface Props {
  found: Came;
  plan: Plan;
  own: number;
  picking: Picking | null;
  view: View;
}

export function DrawnLines({ found, plan, own, picking, view }: Props) {
  const one = 1 / view.scale;
  const pieces = plan.pieces ?? [];
  const piece = pieces[own];
  const taken = (n: number) => pieces.some((p) => p.outline === n);
  return (
    <g className="fill-none" strokeLinejoin="round">
      {found.outlines.map((o) => (
        <path
          key={o.number}
          d={o.d}
          data-outline={o.number}
          strokeWidth={1.4 * one}
          pointerEvents={picking ? "none" : "all"}
          className={`${taken(o.number) ? "fill-paper stroke-ink" : "fill-fresh/60 stroke-quiet"} ${picking ? "" : "cursor-pointer hover:stroke-madder"}`}
          data-touch-piece={o.number}
          data-touch-edge="outline"
        />
      ))}
      {found.inner.map((d, i) => (
        <path
          key={i}
          d={d}
          strokeWidth={one}
          className="pointer-events-none stroke-chalk [stroke-dasharray:none]"
        />
      ))}
      {found.outlines.map(
        (o) =>
          o.crosses && (
            <circle
              key={o.number}
              cx={o.crosses.x}
              cy={o.crosses.y}
              r={12 * one}
              strokeWidth={2 * one}
              className="stroke-madder"
              data-measure="The outline runs over itself here"
            />
          ),
      )}
      {found.edges
        .filter((e) => e.piece === piece?.name)
        .map((e) => (
          <g key={e.index}>
            <path
              d={e.d}
              strokeWidth={(e.index % 2 ? 3.4 : 2.2) * one}
              className="pointer-events-none stroke-ink"
              data-edge={e.name}
            />
            <path
              d={e.d}
              strokeWidth={14 * one}
              className="stroke-transparent"
              data-measure={`${e.name}: ${e.length} as drawn`}
              pointerEvents={picking ? "none" : "stroke"}
            />
            <text
              x={e.middle.x}
              y={e.middle.y}
              fontSize={13 * one}
              textAnchor="middle"
              className="pointer-events-none fill-ink stroke-wall [paint-order:stroke]"
              strokeWidth={4 * one}
            >
              {e.name}
            </text>
          </g>
        ))}
      {piece?.corners.map((c, i) => (
        <g key={`${c[0]} ${c[1]}`} transform={`translate(${c[0]} ${c[1]})`} className="pointer-events-none">
          <rect
            x={-4 * one}
            y={-4 * one}
            width={8 * one}
            height={8 * one}
            strokeWidth={1.6 * one}
            className="fill-fresh stroke-madder"
            data-corner={i + 1}
          />
        </g>
      ))}
      <Pointed piece={piece} one={one} />
      {picking?.places.map(([x, y]) => (
        <circle
          key={`${x} ${y}`}
          cx={x}
          cy={y}
          r={5 * one}
          strokeWidth={2 * one}
          className="pointer-events-none fill-madder-pale stroke-madder"
        />
      ))}
      {plan.known && (
        <path
          d={`M ${plan.known.a.join(" ")} L ${plan.known.b.join(" ")}`}
          strokeWidth={2 * one}
          className="pointer-events-none stroke-madder"
        />
      )}
    </g>
  );
}

function Pointed({ piece, one }: { piece: NonNullable<Plan["pieces"]>[number] | undefined; one: number }) {
  if (!piece) return null;
  return (
    <g className="pointer-events-none stroke-madder" strokeWidth={1.6 * one}>
      {piece.grain && (
        <path
          d={`M ${piece.grain.start.join(" ")} L ${piece.grain.end.join(" ")}`}
          strokeDasharray={`${8 * one} ${3 * one}`}
        />
      )}
      {piece.darts?.map((d) => (
        <path
          key={d.name}
          data-plan-dart={d.name}
          d={`M ${d.mouth[0].join(" ")} L ${d.point.join(" ")} L ${d.mouth[1].join(" ")}`}
        />
      ))}
      {piece.marks?.map((m) => (
        <path
          key={m.name}
          d={`M ${m.at[0] - 6 * one} ${m.at[1]} h ${12 * one} M ${m.at[0]} ${m.at[1] - 6 * one} v ${12 * one}`}
        />
      ))}
    </g>
  );
}
