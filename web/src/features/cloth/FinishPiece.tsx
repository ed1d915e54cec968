/** One finished piece on its sheet: cut line, sewing line, its edges to choose from, by hand on the drawing or in words. */
import type { Schemas } from "../../api/client";
import { Button } from "../../ui/controls";
import type { Chosen } from "./FinishDesk";
import type { FinishLine } from "./useCloth";

const RIM = 1.5;

export function FinishPiece({
  piece,
  chosen,
  onChoose,
  onPut,
}: {
  piece: Schemas["PieceFinishOut"];
  chosen: Chosen | null;
  onChoose: (edge: Chosen) => void;
  onPut: (line: FinishLine) => void;
}) {
  const { left, top, right, bottom } = piece.box;
  const wide = right - left + 2 * RIM;
  const high = bottom - top + 2 * RIM;
  const one = Math.max(wide, high) / 300;
  const own = chosen?.piece === piece.name ? chosen.edge : null;
  return (
    <section aria-label={piece.name} className="border border-rule-strong bg-wall p-3">
      <h2 className="font-serif text-[17px]">
        {piece.number} {piece.name}
      </h2>
      <p className="text-quiet text-sm">
        {piece.how}
        {piece.net && " · net"}
      </p>
      <svg
        viewBox={`${left - RIM} ${top - RIM} ${wide} ${high}`}
        className="my-2 h-[210px] w-full"
        role="img"
        aria-label={`${piece.name}, finished`}
      >
        <path d={piece.cut} className="fill-paper stroke-ink" strokeWidth={1.6 * one} data-cut={piece.name} />
        {piece.sew.map((d, n) => (
          <path
            key={d}
            d={d}
            className="fill-none stroke-quiet"
            strokeWidth={one}
            strokeDasharray={`${4 * one} ${2.5 * one}`}
            data-sew={n}
          />
        ))}
        {piece.strokes.map((s) => (
          // biome-ignore lint/a11y/noStaticElementInteractions: the same edges stand below as buttons
          <path
            key={s.d}
            d={s.d}
            className={`cursor-pointer fill-none hover:stroke-chalk/45 ${own === s.edge ? "stroke-madder/60" : "stroke-transparent"}`}
            strokeWidth={9 * one}
            data-edge={s.edge}
            onClick={() => onChoose({ piece: piece.name, edge: s.edge })}
          />
        ))}
      </svg>
      <ul className="flex flex-wrap gap-1" aria-label={`Edges of the ${piece.name}`}>
        {piece.edges.map((e) => (
          <li key={e.edge}>
            <button
              type="button"
              aria-pressed={own === e.edge}
              onClick={() => onChoose({ piece: piece.name, edge: e.edge })}
              className={`rounded-[3px] border px-1.5 py-0.5 text-left text-sm ${own === e.edge ? "border-madder bg-madder-pale" : e.own ? "border-ink bg-fresh font-medium" : "border-line bg-fresh hover:border-ink"}`}
            >
              {e.edge} <span className="tabular-nums">{e.words}</span>
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-1.5 flex flex-wrap gap-1">
        {piece.darts
          .filter((d) => d.wide)
          .map((d) => (
            <Button
              key={d.dart}
              weight="bare"
              className="text-sm"
              onClick={() =>
                onPut({
                  finish: "dart",
                  piece: piece.name,
                  dart: d.dart,
                  cut_out: !d.cut_out,
                  allowance: null,
                })
              }
            >
              {d.cut_out ? `fold the ${d.dart}` : `cut out the ${d.dart} (${d.intake})`}
            </Button>
          ))}
        <Button
          weight="bare"
          className="text-sm"
          onClick={() => onPut({ finish: "net", piece: piece.name, net: !piece.net })}
        >
          {piece.net ? "with allowances" : "net"}
        </Button>
      </div>
    </section>
  );
}
