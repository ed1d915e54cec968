/** Edges laid together as they are sewn: both curves running over every joint, kink and step beside it, the blend as a ghost. */
import { useQuery } from "@tanstack/react-query";
import { client, ok, type Schemas } from "../../api/client";
import { Button, Notice } from "../../ui/controls";
import type { Shown } from "./Ledger";

interface Props {
  id: number;
  version: number;
  asked: Extract<Shown, { what: "join" }>;
  busy: boolean;
  onShow: (s: Shown) => void;
  onStep: (step: Record<string, unknown>, label: string) => void;
}

export function Join({ id, version, asked, busy, onShow, onStep }: Props) {
  const all = useQuery({
    queryKey: ["joins", id, version],
    queryFn: () => ok(client.GET("/api/styles/{style_id}/joins", { params: { path: { style_id: id } } })),
    placeholderData: (before) => before,
  });
  const first = all.data?.find((c) => c.broken) ?? all.data?.[0];
  const piece = asked.piece ?? first?.piece ?? "";
  const edge = asked.edge ?? first?.edge ?? "";
  const found = useQuery({
    queryKey: ["join", id, version, piece, edge],
    queryFn: () =>
      ok(
        client.GET("/api/styles/{style_id}/join", {
          params: { path: { style_id: id }, query: { piece, edge } },
        }),
      ),
    enabled: piece !== "" && edge !== "",
    placeholderData: (before) => before,
  });
  const fault = all.error ?? found.error;
  return (
    <div className="flex h-full flex-col bg-table">
      <div
        className="flex flex-wrap gap-1.5 border-line border-b bg-wall px-3 py-2"
        role="group"
        aria-label="Which edges"
      >
        {all.data?.map((c) => {
          const on = c.piece === piece && c.edge === edge;
          return (
            <button
              key={`${c.piece} ${c.edge}`}
              type="button"
              aria-pressed={on}
              className={`min-h-9 rounded-[3px] border px-2.5 ${on ? "border-ink bg-ink text-wall" : "border-rule-strong bg-fresh hover:border-ink"}`}
              onClick={() => onShow({ what: "join", piece: c.piece, edge: c.edge })}
            >
              {c.broken && <span className={on ? "" : "text-madder"}>✕ </span>}
              {c.title}
            </button>
          );
        })}
        {all.data?.length === 0 && <p className="text-quiet">No edge here runs on into another.</p>}
      </div>
      {fault && (
        <div className="p-4">
          <Notice>{fault.message}</Notice>
        </div>
      )}
      {found.data && <Picture found={found.data} />}
      {found.data && (
        <div className="flex flex-wrap items-center gap-x-5 gap-y-1 border-line border-t bg-fresh px-4 py-2.5">
          <p>
            {found.data.length} as sewn.{" "}
            <span className={found.data.broken ? "text-madder" : "text-moss"}>
              {found.data.broken ? "✕" : "▮▮"} {found.data.verdict}
            </span>
          </p>
          {found.data.cure && (
            <>
              <Button
                weight="strong"
                disabled={busy}
                onClick={() => onStep(found.data?.cure?.step ?? {}, `blended the ${found.data?.title}`)}
              >
                Blend it so
              </Button>
              <p className="text-quiet text-sm">The chalk line is how it would run then.</p>
            </>
          )}
          {found.data.refused && (
            <p className="max-w-[70ch] text-quiet text-sm">No blend: {found.data.refused}</p>
          )}
        </div>
      )}
    </div>
  );
}

function Picture({ found }: { found: Schemas["JoinOut"] }) {
  const { box } = found;
  const wide = box.right - box.left;
  const high = box.bottom - box.top;
  const scale = Math.max(wide / 900, high / 480);
  return (
    <svg
      role="img"
      aria-label={`${found.title}, laid together as sewn`}
      className="min-h-0 flex-1"
      viewBox={`${box.left} ${box.top} ${wide} ${high}`}
    >
      {found.bands.map((b, i) => (
        <path key={i} d={b.d} className="fill-paper stroke-rule-strong" strokeWidth={0.6 * scale} />
      ))}
      <g className="fill-none" strokeLinecap="round">
        {found.lines.map((d, i) => (
          <path key={i} d={d} className="stroke-ink" strokeWidth={2 * scale} data-edge-as-sewn />
        ))}
        {found.ghost.map((d, i) => (
          <path
            key={i}
            d={d}
            className="stroke-chalk"
            strokeWidth={2 * scale}
            strokeDasharray={`${7 * scale} ${4 * scale}`}
            data-testid="ghost"
          />
        ))}
      </g>
      {found.meets.map((m, i) => (
        <g key={i} data-testid="joint" data-kink={m.kink}>
          <circle
            cx={m.at.x}
            cy={m.at.y}
            r={8 * scale}
            className={`fill-none ${m.broken ? "stroke-madder" : "stroke-moss"}`}
            strokeWidth={2 * scale}
          />
          <line
            x1={m.at.x}
            x2={m.at.x}
            y1={m.at.y - 9 * scale}
            y2={m.at.y - (30 + (i % 3) * 36) * scale}
            className="stroke-quiet"
            strokeWidth={0.8 * scale}
          />
          <text
            y={m.at.y - (52 + (i % 3) * 36) * scale}
            textAnchor="middle"
            fontSize={14 * scale}
            className={m.broken ? "fill-madder font-semibold" : "fill-ink"}
          >
            <tspan x={m.at.x}>{m.over}</tspan>
            <tspan x={m.at.x} dy={16 * scale}>
              {m.broken ? "✕ " : ""}
              {m.kink} · {m.step}
              {m.as_block ? " · block" : ""}
            </tspan>
          </text>
        </g>
      ))}
    </svg>
  );
}
