/** Runs that were made, the newest first. */
import { Link } from "react-router";
import { Button } from "../../ui/controls";
import { useRuns, useThrowRun } from "./useRuns";

const STATES = {
  waiting: "waits its turn",
  running: "being cut",
  stopped: "stopped",
  done: "cut",
  failed: "not cut",
} as const;

export function RunList({ style }: { style?: number }) {
  const runs = useRuns(style);
  const away = useThrowRun();
  if (!runs.data?.length) return null;
  return (
    <section aria-label="Size runs" className="mb-6">
      <h2 className="mb-1 font-serif text-lg">Size runs</h2>
      <ul className="grid">
        {runs.data.map((r) => (
          <li key={r.id} className="flex flex-wrap items-baseline gap-x-4 border-line border-t py-1.5">
            <Link
              to={`/cloth/runs/${r.id}`}
              className="min-w-0 text-chalk underline underline-offset-2 [overflow-wrap:anywhere]"
            >
              {r.name}
            </Link>
            <span className="text-quiet">
              {STATES[r.state]}
              {r.state === "done" && ` on ${r.bodies}`}
            </span>
            {r.stale && <span className="border-tape border-b-2">the style has changed since</span>}
            <span className="ml-auto text-quiet tabular-nums">{r.when}</span>
            <Button
              weight="bare"
              className="text-quiet"
              disabled={away.isPending}
              onClick={() => away.mutate(r.id)}
            >
              throw away
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
