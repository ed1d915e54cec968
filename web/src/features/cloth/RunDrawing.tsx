/** All bodies of a run over each other, a line for each; the chosen one in madder. */
import type { UseQueryResult } from "@tanstack/react-query";
import { Notice } from "../../ui/controls";
import type { Nest } from "./useRuns";

interface Props {
  nest: UseQueryResult<Nest>;
  chosen: number | null;
  label: string;
  onChoose: (body: number) => void;
}

export function RunDrawing({ nest, chosen, label, onChoose }: Props) {
  if (nest.isError)
    return (
      <div className="p-4">
        <Notice>{nest.error.message}</Notice>
      </div>
    );
  if (!nest.data) return <p className="p-8 text-quiet">Laying the sheets over each other …</p>;
  const { width, height, pieces } = nest.data;
  const letters = Math.max(width, height) / 65;
  return (
    <svg
      role="img"
      aria-label={`${label}, over each other`}
      className="absolute inset-0 size-full bg-fresh p-4"
      viewBox={`-1 -1 ${width + 2} ${height + 2}`}
      opacity={nest.isPlaceholderData ? 0.4 : 1}
    >
      {pieces.map((p) => (
        <g key={p.name}>
          {[...p.lain]
            .sort((a, b) => Number(a.body === chosen) - Number(b.body === chosen))
            .map((l) => (
              <g key={l.body} data-body={l.body} className="[&_path]:[vector-effect:non-scaling-stroke]">
                {/* biome-ignore lint/a11y/noStaticElementInteractions: the list beside it is for the keyboard */}
                <path
                  d={l.cut}
                  fill="none"
                  pointerEvents="stroke"
                  className={`cursor-pointer ${l.body === chosen ? "stroke-madder" : chosen === null ? "stroke-ink" : "stroke-ink/45"}`}
                  strokeWidth={l.body === chosen ? 2.4 : 1.2}
                  strokeDasharray={l.dash.map((v) => v * 8).join(" ")}
                  onClick={() => onChoose(l.body)}
                />
                {l.body === chosen &&
                  l.sew.map((d, i) => (
                    <path key={i} d={d} className="fill-none stroke-madder" strokeWidth={0.8} />
                  ))}
              </g>
            ))}
          <text
            x={p.at.x}
            y={p.at.y}
            fontSize={letters}
            textAnchor="middle"
            strokeWidth={letters / 4}
            className="pointer-events-none fill-quiet stroke-fresh font-serif [paint-order:stroke]"
          >
            {p.name}
          </text>
        </g>
      ))}
    </svg>
  );
}
