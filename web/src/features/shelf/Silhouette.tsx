/** A block or style as it hangs: its sheets, small, edges drawn, darts open. */
import type { Schemas } from "../../api/client";

export function Silhouette({ drawing, label }: { drawing: Schemas["Drawing"]; label: string }) {
  const { left, top, right, bottom } = drawing.box;
  return (
    <svg
      viewBox={`${left - 1} ${top - 1} ${right - left + 2} ${bottom - top + 2}`}
      role="img"
      aria-label={label}
      className="h-full w-full fill-none"
      preserveAspectRatio="xMidYMin meet"
    >
      {drawing.pieces.map((p) => (
        <g
          key={p.name}
          transform={`translate(${p.at.x} ${p.at.y})${p.turn ? ` rotate(${p.turn})` : ""}`}
          className="stroke-ink *:[vector-effect:non-scaling-stroke]"
        >
          <path d={p.outline} className="fill-paper stroke-none" />
          {p.tapes.map((d) => (
            <path key={d} d={d} className="stroke-tape/60" strokeWidth={4} />
          ))}
          {p.darts.map((d) => (
            <path key={d.name} d={d.stitch} strokeWidth={1} className="[stroke-dasharray:4_3]" />
          ))}
          {p.lenses.map((x, i) => (
            <path key={`${x.name}${i}`} d={x.d} strokeWidth={1} className="[stroke-dasharray:4_3]" />
          ))}
          {p.edges.map((e, i) => (
            <path
              key={i}
              d={e.d}
              strokeWidth={1.3}
              className={e.kind === "fold" ? "[stroke-dasharray:9_3_2_3]" : ""}
            />
          ))}
        </g>
      ))}
    </svg>
  );
}
