/** One sheet of paper as it lies on the table: block paper, new paper, tape, edges by their meaning. */
import { memo, useId } from "react";
import type { Schemas } from "../api/client";

export type DrawnPiece = Schemas["DrawnPiece"];

/** Line weights by meaning (docs/look.md): what the scissors follow is heaviest, guides are faintest. */
export const EDGE_LOOK: Record<string, string> = {
  seam: "stroke-ink [stroke-width:1.7]",
  hem: "stroke-ink [stroke-width:1.7] [stroke-dasharray:14_3]",
  fold: "stroke-ink [stroke-width:1.6] [stroke-dasharray:16_5_3_5]",
  opening: "stroke-ink [stroke-width:1.7]",
  raw: "stroke-madder [stroke-width:1.2]",
};

interface Props {
  piece: DrawnPiece;
  plain: boolean;
  dimmed?: boolean;
  /** Not touched by the step in hand: it steps back. */
  back?: boolean;
  scale: number;
}

export const Sheet = memo(function Sheet({ piece, plain, dimmed, back, scale }: Props) {
  const clip = useId();
  const text = 13 / scale;
  // A name as wide as its paper at most, and still to be read: a letter is about half as wide as high.
  const name = Math.max(text * 0.8, Math.min(text * 1.25, piece.label_room / (0.52 * piece.name.length)));
  return (
    <g
      transform={`translate(${piece.at.x} ${piece.at.y})${piece.turn ? ` rotate(${piece.turn})` : ""}`}
      opacity={dimmed ? 0.35 : back ? 0.6 : 1}
      data-piece={piece.name}
      className="sheet fill-none [stroke-linejoin:round]"
    >
      {!plain && (
        <>
          <path d={piece.outline} className="fill-ink/15" transform="translate(0.18 0.24)" />
          <path d={piece.outline} className="fill-paper" />
          <clipPath id={clip}>
            <path d={piece.outline} />
          </clipPath>
          <g clipPath={`url(#${clip})`}>
            {piece.patches.map((d) => (
              <path key={d} d={d} className="fill-fresh" />
            ))}
            {piece.tapes.map((d) => (
              <path key={d} d={d} className="stroke-tape/45" strokeWidth={1.1} />
            ))}
          </g>
        </>
      )}
      <g className="[vector-effect:non-scaling-stroke] *:[vector-effect:non-scaling-stroke]">
        {piece.lines.map((line, i) => (
          <path
            key={`${line.name}${i}`}
            d={line.d}
            className="stroke-quiet/70 [stroke-dasharray:2_5] [stroke-width:1]"
          />
        ))}
        {piece.tapes.map((d) => (
          <path key={d} d={d} className="stroke-quiet/60 [stroke-width:0.7]" />
        ))}
        {piece.darts.map((dart) => (
          <path key={`${dart.name} legs`} d={dart.d} className="legs stroke-ink/45 [stroke-width:0.9]" />
        ))}
        {piece.darts.map((dart) => (
          <path
            key={dart.name}
            d={dart.stitch}
            className="stitch stroke-ink [stroke-dasharray:6_4] [stroke-width:1.3]"
          />
        ))}
        {piece.lenses.map((lens, i) => (
          <path
            key={`${lens.name}${i}`}
            d={lens.d}
            className="stitch stroke-ink [stroke-dasharray:6_4] [stroke-width:1.3]"
            data-lens={lens.name}
          >
            <title>{`${lens.name}: ${lens.intake} wide, double-pointed`}</title>
          </path>
        ))}
        {piece.combs.map((d, i) => (
          <path
            key={`comb${i}`}
            d={d}
            className="stroke-chalk/70 [stroke-width:0.8]"
            data-comb={piece.name}
          />
        ))}
        {/* Dashes need light ground to be seen as dashes, whatever table the sheet lies on. */}
        {piece.edges
          .filter((edge) => edge.kind === "fold" || edge.kind === "hem")
          .map((edge, i) => (
            <path key={`under ${edge.name}${i}`} d={edge.d} className="stroke-paper [stroke-width:4]" />
          ))}
        {piece.edges.map((edge, i) => (
          <path
            key={`${edge.name}${i}`}
            d={edge.d}
            className={EDGE_LOOK[edge.kind] ?? EDGE_LOOK.seam}
            data-edge={edge.name}
          />
        ))}
        {piece.notches.map((n, i) => (
          <path key={`${n.name}${i}`} d={n.d} className="stroke-ink [stroke-width:1.6]" data-notch={n.name} />
        ))}
        {piece.grain && (
          <path
            d={piece.grain}
            className="stroke-quiet [stroke-width:1.1]"
            markerStart="url(#grain)"
            markerEnd="url(#grain)"
          />
        )}
      </g>
      {piece.darts.map((dart) => (
        <g key={dart.name} className="fill-ink stroke-none">
          <circle cx={dart.pivot.x} cy={dart.pivot.y} r={2.2 / scale} />
          <circle cx={dart.point.x} cy={dart.point.y} r={1.6 / scale} />
        </g>
      ))}
      <g
        className="fill-ink stroke-none font-serif"
        transform={`translate(${piece.label_at.x} ${piece.label_at.y})`}
      >
        <text fontSize={name} className="stroke-paper [paint-order:stroke]" strokeWidth={name * 0.24}>
          {piece.name}
        </text>
        {piece.note && (
          <text fontSize={text * 0.85} y={text * 1.3} className="fill-madder font-sans">
            {piece.note}
          </text>
        )}
      </g>
    </g>
  );
});

/** Arrow heads of the grainline; once per drawing. */
export function GrainArrow() {
  return (
    <defs>
      <marker id="grain" viewBox="-10 -5 12 10" markerWidth="9" markerHeight="8" orient="auto-start-reverse">
        <path d="M -8 -3.5 L 0 0 L -8 3.5" className="fill-none stroke-quiet" strokeWidth="1.4" />
      </marker>
    </defs>
  );
}
