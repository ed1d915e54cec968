/** The walk: one side of a seam rolled along the other on the table, pausing at each notch with what is left over. */
import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { client, ok, type Schemas } from "../../api/client";
import { Button, Notice } from "../../ui/controls";

type Way = Schemas["WalkOut"]["way"];
const WAYS: [Way, string][] = [
  ["on", "from its start"],
  ["back", "from its end"],
  ["both", "from both ends to the middle"],
];
const PACE = 40;
const PAUSE = 900;

interface Props {
  id: number;
  seam: string;
  version: number;
  unit: string;
  busy: boolean;
  onStep: (step: Record<string, unknown>, label: string) => void;
}

export function Walk({ id, seam, version, busy, onStep }: Props) {
  const [way, setWay] = useState<Way>("on");
  const walked = useQuery({
    queryKey: ["walk", id, seam, way, version],
    queryFn: () =>
      ok(
        client.GET("/api/styles/{style_id}/walk", {
          params: { path: { style_id: id }, query: { seam, way } },
        }),
      ),
  });
  return (
    <div className="flex h-full flex-col bg-table">
      <div
        className="flex flex-wrap items-center gap-2 border-line border-b bg-wall px-3 py-2"
        role="group"
        aria-label="How it is walked"
      >
        {WAYS.map(([value, words]) => (
          <Button
            key={value}
            weight={way === value ? "strong" : "plain"}
            aria-pressed={way === value}
            onClick={() => setWay(value)}
          >
            {words}
          </Button>
        ))}
      </div>
      {walked.isError && (
        <div className="p-4">
          <Notice>{walked.error.message}</Notice>
        </div>
      )}
      {walked.isPending && <p className="p-4 text-quiet">Laying the sheets together …</p>}
      {walked.data && (
        <Rolling key={`${seam} ${way} ${version}`} walk={walked.data} busy={busy} onStep={onStep} />
      )}
    </div>
  );
}

function Rolling({
  walk,
  busy,
  onStep,
}: {
  walk: Schemas["WalkOut"];
  busy: boolean;
  onStep: Props["onStep"];
}) {
  const [at, setAt] = useState(0);
  const [playing, setPlaying] = useState(false);
  const last = walk.frames.length - 1;
  const frame = walk.frames[at];
  const pause = walk.stops.find((s) => s.frame === at);
  const rest = pause !== undefined;
  useEffect(() => {
    if (!playing) return;
    if (at >= last) {
      setPlaying(false);
      return;
    }
    const timer = window.setTimeout(() => setAt(at + 1), rest ? PAUSE : PACE);
    return () => window.clearTimeout(timer);
  }, [playing, at, last, rest]);
  if (!frame) return null;
  const { box } = walk;
  const scale = Math.max((box.right - box.left) / 900, (box.bottom - box.top) / 480);
  const jump = (by: 1 | -1) => {
    const frames = walk.stops.map((s) => s.frame);
    const next = by > 0 ? frames.find((f) => f > at) : frames.findLast((f) => f < at);
    setAt(next ?? (by > 0 ? last : 0));
  };
  return (
    <>
      <svg
        role="img"
        aria-label={`${walk.side_rolling} rolled along ${walk.side_fixed}, at ${frame.along}`}
        className="min-h-0 flex-1"
        viewBox={`${box.left} ${box.top} ${box.right - box.left} ${box.bottom - box.top}`}
      >
        <g className="[&_path]:[vector-effect:non-scaling-stroke]">
          {walk.fixed.map((s) => (
            <Paper key={s.name} sheet={s} />
          ))}
          {walk.line_fixed.map((d, i) => (
            <path key={i} d={d} className="fill-none stroke-ink" strokeWidth={3} />
          ))}
          <g transform={frame.place} data-testid="rolling">
            {walk.rolling.map((s) => (
              <Paper key={s.name} sheet={s} over />
            ))}
            {walk.line_rolling.map((d, i) => (
              <path key={i} d={d} className="fill-none stroke-chalk" strokeWidth={3} />
            ))}
          </g>
        </g>
        <circle cx={frame.at.x} cy={frame.at.y} r={6 * scale} className="fill-madder" />
      </svg>
      <div className="grid gap-2 border-line border-t bg-fresh px-4 py-2.5">
        <div className="flex flex-wrap items-center gap-3">
          <Button
            weight="strong"
            className="w-[74px]"
            onClick={() => {
              if (at >= last) setAt(0);
              setPlaying(!playing);
            }}
          >
            {playing ? "Pause" : "Play"}
          </Button>
          <Button onClick={() => jump(-1)} aria-label="Back to the notch before">
            ◂ notch
          </Button>
          <Button onClick={() => jump(1)} aria-label="On to the next notch">
            notch ▸
          </Button>
          <label className="flex min-w-[180px] flex-1 items-center gap-3">
            <span className="sr-only">Along the seam</span>
            <input
              type="range"
              className="w-full accent-chalk"
              min={0}
              max={last}
              value={at}
              aria-valuetext={frame.along}
              onChange={(e) => {
                setPlaying(false);
                setAt(Number(e.target.value));
              }}
            />
          </label>
          <span className="min-w-[130px] text-right">{frame.along}</span>
        </div>
        <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
          <p role="status" data-testid="pause" className="min-h-6">
            {pause ? (
              <>
                At {pause.name}: {pause.a} on the table, {pause.b} rolled,{" "}
                <span className={pause.kept ? "text-moss" : "font-semibold text-madder"}>
                  {pause.kept ? "" : "✕ "}
                  {pause.difference}
                </span>
                ; left over so far: {pause.left}.
              </>
            ) : (
              <span className="text-quiet">
                {walk.side_rolling} rolls along {walk.side_fixed}.
              </span>
            )}
          </p>
          <Button
            className="ml-auto"
            disabled={busy || rest}
            title={rest ? "A notch, or an end, is here already" : undefined}
            onClick={() =>
              onStep(
                { move: "notch", seam: walk.seam, at: Math.round(frame.first * 1000) / 1000 },
                "notch from the walk",
              )
            }
          >
            Set a notch here
          </Button>
        </div>
        <Stops walk={walk} at={at} onGo={setAt} />
      </div>
    </>
  );
}

function Paper({ sheet, over = false }: { sheet: Schemas["SheetOut"]; over?: boolean }) {
  return (
    <g transform={sheet.place}>
      <path
        d={sheet.d}
        className={over ? "fill-paper/70 stroke-chalk" : "fill-paper stroke-ink"}
        strokeWidth={1.4}
      />
      {sheet.notches.map((d, i) => (
        <path key={i} d={d} className={`fill-none ${over ? "stroke-chalk" : "stroke-ink"}`} strokeWidth={2} />
      ))}
    </g>
  );
}

function Stops({ walk, at, onGo }: { walk: Schemas["WalkOut"]; at: number; onGo: (frame: number) => void }) {
  return (
    <ol className="flex flex-wrap gap-1.5" aria-label="Pauses of the walk">
      {walk.stops.map((s) => (
        <li key={s.frame}>
          <button
            type="button"
            aria-current={at === s.frame}
            className={`min-h-9 rounded-[3px] border px-2 text-sm ${at === s.frame ? "border-ink bg-ink text-wall" : "border-rule-strong hover:border-ink"}`}
            onClick={() => onGo(s.frame)}
          >
            {s.name}{" "}
            <span className={s.kept ? "" : at === s.frame ? "" : "font-semibold text-madder"}>
              {s.kept ? "" : "✕ "}
              {s.difference}
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
}
