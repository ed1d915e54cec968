/** A seam's history: a small staircase of what each step made of both its sides. */
import { useQuery } from "@tanstack/react-query";
import { client, ok, type Schemas } from "../../api/client";
import { Notice, Scroller } from "../../ui/controls";

export function History({ id, seam, version }: { id: number; seam: string; version: number }) {
  const found = useQuery({
    queryKey: ["seam-history", id, seam, version],
    queryFn: () =>
      ok(
        client.GET("/api/styles/{style_id}/seam-history", {
          params: { path: { style_id: id }, query: { seam } },
        }),
      ),
  });
  if (found.isPending) return <p className="p-5 text-quiet">Reading back …</p>;
  if (found.isError)
    return (
      <div className="p-5">
        <Notice>{found.error.message}</Notice>
      </div>
    );
  const stairs = found.data.steps;
  return (
    <Scroller label={`History of the ${seam}`} className="h-full bg-table p-5">
      <div className="mx-auto max-w-[860px] border border-rule-strong bg-fresh p-5">
        <h2 className="font-serif text-[19px]">How the {seam} came to be as it is</h2>
        <p className="mb-3 text-quiet">
          {stairs.length > 1
            ? `${stairs.length - 1} ${stairs.length === 2 ? "step" : "steps"} changed it. The first side is drawn full, the second hatched; the bars begin a little below the shortest, not at nought.`
            : "No step has changed it."}
        </p>
        <Stairs steps={stairs} />
        <ol className="mt-4">
          {stairs.map((s) => (
            <li
              key={s.number}
              className="grid grid-cols-[34px_1fr_auto_auto] items-baseline gap-x-4 border-line border-t py-1.5"
            >
              <span className="text-quiet">{s.number || "–"}</span>
              <span>{s.sentence}</span>
              <span className="text-quiet text-sm">{s.changed}</span>
              <span className="text-right">{s.text_b ? `${s.text_a} : ${s.text_b}` : s.text_a}</span>
            </li>
          ))}
        </ol>
      </div>
    </Scroller>
  );
}

/** Bars from a common foot, so that a change is a step in the roof. */
function Stairs({ steps }: { steps: Schemas["StairOut"][] }) {
  const all = steps.flatMap((s) => (s.b === null ? [s.a] : [s.a, s.b]));
  const high = Math.max(...all);
  // What all have in common says nothing: the foot stands a little below the lowest.
  const foot = Math.max(0, Math.min(...all) - Math.max(1, (high - Math.min(...all)) * 0.6));
  const tall = (v: number) => (92 * (v - foot)) / Math.max(high - foot, 0.001);
  const wide = 100 / Math.max(steps.length, 4);
  return (
    <svg viewBox="0 0 100 40" className="h-[150px] w-full" preserveAspectRatio="none" aria-hidden="true">
      <defs>
        <pattern
          id="hatched"
          width="1.4"
          height="1.4"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="0.7" height="1.4" className="fill-quiet" />
        </pattern>
      </defs>
      {steps.map((s, k) => (
        <g key={s.number} transform={`translate(${k * wide} 0)`}>
          <rect
            x={wide * 0.08}
            width={wide * 0.38}
            y={38 - tall(s.a) * 0.38}
            height={tall(s.a) * 0.38}
            className="fill-ink"
          />
          {s.b !== null && (
            <rect
              x={wide * 0.5}
              width={wide * 0.38}
              y={38 - tall(s.b) * 0.38}
              height={tall(s.b) * 0.38}
              fill="url(#hatched)"
              className="stroke-quiet"
              strokeWidth={0.2}
            />
          )}
        </g>
      ))}
      <line x1={0} x2={100} y1={38} y2={38} className="stroke-ink" strokeWidth={0.4} />
    </svg>
  );
}
