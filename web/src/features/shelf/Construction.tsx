/** A draft being drawn, point by point, forward and back, with the sum beside each stage. */
import { useEffect, useState } from "react";
import type { Schemas } from "../../api/client";
import { Table } from "../../table/Table";
import { Button } from "../../ui/controls";

type Drawn = Pick<Schemas["DraftOut"], "drawing" | "stages">;

/** `stage` counts the stages drawn so far; null shows what is finished: a block, or the part a step made. */
export function Construction({
  draft,
  unit,
  label,
  finished = "Finished block",
}: {
  draft: Drawn;
  unit: string;
  label: string;
  finished?: string;
}) {
  const [stage, setStage] = useState<number | null>(null);
  const [playing, setPlaying] = useState(false);
  const last = draft.stages.length;
  const at = stage ?? last;

  useEffect(() => {
    if (!playing) return;
    const timer = setTimeout(() => {
      if (at >= last) setPlaying(false);
      else setStage(at + 1);
    }, 900);
    return () => clearTimeout(timer);
  }, [playing, at, last]);

  const drawn = stage === null ? [] : draft.stages.slice(0, at);
  const now = drawn.at(-1);
  const places = new Map(draft.drawing.pieces.map((p) => [p.name, p.at]));
  const empty: Schemas["Drawing"] = stage === null ? draft.drawing : { ...draft.drawing, pieces: [] };
  return (
    <div className="flex h-full min-h-0 flex-col border border-ink">
      <div className="min-h-0 flex-1">
        <Table
          drawing={empty}
          unit={unit}
          label={label}
          overlay={(view) => (
            <g className="fill-none *:[vector-effect:non-scaling-stroke]">
              {drawn.map((s) => {
                const place = places.get(s.piece) ?? { x: 0, y: 0 };
                const fresh = s === now;
                return (
                  <g
                    key={s.number}
                    transform={`translate(${place.x} ${place.y})`}
                    className="[&_path]:[vector-effect:non-scaling-stroke]"
                  >
                    {s.paths.map((d) => (
                      <path
                        key={d}
                        d={d}
                        className={fresh ? "stroke-chalk" : "stroke-ink"}
                        strokeWidth={fresh ? 2.6 : s.guide ? 0.9 : 1.6}
                        strokeDasharray={s.guide ? "3 4" : undefined}
                      />
                    ))}
                    {s.points.map((p) => (
                      <g key={p.label} className={fresh ? "fill-chalk" : "fill-ink"}>
                        <circle cx={p.at.x} cy={p.at.y} r={(fresh ? 4 : 3) / view.scale} />
                        <text
                          x={p.at.x + 6 / view.scale}
                          y={p.at.y - 6 / view.scale}
                          fontSize={13 / view.scale}
                        >
                          {p.label}
                        </text>
                      </g>
                    ))}
                  </g>
                );
              })}
            </g>
          )}
        />
      </div>
      <div className="border-ink border-t bg-fresh px-3 py-2">
        <div className="flex flex-wrap items-center gap-2">
          <Button
            disabled={at <= 1 && stage !== null}
            onClick={() => setStage(Math.max(1, at - 1))}
            aria-label="One stage back"
          >
            ‹ back
          </Button>
          <Button
            onClick={() => {
              if (!playing && at >= last) setStage(1);
              setPlaying(!playing);
            }}
          >
            {playing ? "Pause" : "Show it being drawn"}
          </Button>
          <Button
            disabled={at >= last}
            onClick={() => setStage(Math.min(last, at + 1))}
            aria-label="One stage forward"
          >
            forward ›
          </Button>
          <input
            type="range"
            aria-label="Stage of the construction"
            min={1}
            max={last}
            value={at}
            className="min-w-24 flex-1 accent-chalk"
            onChange={(e) => setStage(Number(e.target.value))}
          />
          <span className="w-14 text-right text-quiet">
            {at} / {last}
          </span>
          <Button disabled={stage === null} onClick={() => setStage(null)}>
            {finished}
          </Button>
        </div>
        <div className="mt-1.5 min-h-[46px]" aria-live="polite">
          {now ? (
            <>
              <p className="font-serif text-[16px]">
                <span className="text-quiet">{now.piece}: </span>
                {now.rule}
              </p>
              <p className="text-quiet">
                {now.sums.map((s) => (
                  <span key={s.label} className="mr-5">
                    {s.label} <span className="text-ink">{s.text}</span>
                  </span>
                ))}
              </p>
            </>
          ) : (
            <p className="text-quiet">{`The ${finished.toLowerCase()}. Hover an edge for its sewn length.`}</p>
          )}
        </div>
      </div>
    </div>
  );
}
