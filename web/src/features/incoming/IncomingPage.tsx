/** One drawing or photograph: a photograph is made flat and traced first; then both are said to be what they are. */
import { useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useSession } from "../../api/queries";
import { Notice, Waiting } from "../../ui/controls";
import { PlanDesk } from "./PlanDesk";
import { SheetDesk } from "./SheetDesk";
import { TraceDesk } from "./TraceDesk";
import { useIncoming, useThrowAway } from "./useIncoming";

const STAGES = [
  ["sheet", "1 The sheet"],
  ["trace", "2 Trace"],
  ["plan", "3 Name it"],
] as const;
type Stage = (typeof STAGES)[number][0];

export function IncomingPage() {
  const id = Number(useParams().incoming);
  const came = useIncoming(id);
  const session = useSession();
  const away = useThrowAway();
  const go = useNavigate();
  const [chosen, setChosen] = useState<Stage | null>(null);
  const begun = useRef<Stage | null>(null);
  if (came.isError)
    return (
      <main className="p-6">
        <Notice>{came.error.message}</Notice>
        <p className="mt-3">
          <Link to="/incoming" className="text-chalk underline underline-offset-2">
            What waits
          </Link>
        </p>
      </main>
    );
  if (!came.data || !session.data) return <Waiting what="the drawing" />;
  const found = came.data;
  const photo = found.photograph;
  // Where one begins is where one stays, until one goes on.
  begun.current ??= !photo ? "plan" : !photo.flat ? "sheet" : found.outlines.length ? "plan" : "trace";
  const stage = chosen ?? begun.current;
  const head = (
    <div className="border-line border-b px-4 pt-3 pb-2">
      <h1 className="font-serif text-[20px] leading-tight [overflow-wrap:anywhere]">{found.name}</h1>
      <p className="mt-0.5 flex gap-3 text-sm">
        <Link to="/incoming" className="text-chalk underline underline-offset-2">
          what waits
        </Link>
        <button
          type="button"
          className="text-chalk underline underline-offset-2"
          disabled={away.isPending}
          onClick={() => away.mutate(id, { onSuccess: () => go("/incoming") })}
        >
          delete it
        </button>
      </p>
      {photo && (
        <nav aria-label="Stages" className="mt-2 flex gap-1">
          {STAGES.map(([name, words]) => (
            <button
              key={name}
              type="button"
              aria-current={stage === name ? "step" : undefined}
              disabled={name !== "sheet" && !photo.flat}
              onClick={() => setChosen(name)}
              className={`min-h-8 flex-1 border-b-2 px-1 text-left disabled:opacity-45 ${stage === name ? "border-madder font-medium" : "border-rule-strong"}`}
            >
              {words}
            </button>
          ))}
        </nav>
      )}
    </div>
  );
  const props = { found, unit: session.data.unit, head };
  if (photo && stage === "sheet")
    return <SheetDesk {...props} photo={photo} onDone={() => setChosen("trace")} />;
  if (photo && stage === "trace")
    return <TraceDesk {...props} photo={photo} onDone={() => setChosen("plan")} />;
  return <PlanDesk {...props} />;
}
