/** Lays that were made, the newest first, or those that a style is in. */
import { Link } from "react-router";
import { Button } from "../../ui/controls";
import { useLays, useThrowLay } from "./useCloth";

const STATES = {
  waiting: "waits its turn",
  running: "being made",
  stopped: "stopped",
  done: "made",
  failed: "not made",
} as const;

export function LayList({ style }: { style?: number }) {
  const lays = useLays(style);
  const away = useThrowLay();
  if (!lays.data?.length) return null;
  return (
    <section aria-label="Lays" className="mb-6">
      <h2 className="mb-1 font-serif text-lg">Lays</h2>
      <ul className="grid">
        {lays.data.map((l) => (
          <li key={l.id} className="flex flex-wrap items-baseline gap-x-4 border-line border-t py-1.5">
            <Link
              to={`/cloth/lays/${l.id}`}
              className="min-w-0 text-chalk underline underline-offset-2 [overflow-wrap:anywhere]"
            >
              {l.name}
            </Link>
            <span className="text-quiet">
              {l.use} on {l.cloth}
            </span>
            <span className="tabular-nums">{l.buy}</span>
            <span className="text-quiet">{STATES[l.state]}</span>
            {l.stale && <span className="border-tape border-b-2">the style has changed since</span>}
            <span className="ml-auto text-quiet tabular-nums">{l.when}</span>
            <Button
              weight="bare"
              className="text-quiet"
              disabled={away.isPending}
              onClick={() => away.mutate(l.id)}
            >
              throw away
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
