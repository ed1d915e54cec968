/** The button that puts something away, and the line that says so and takes it back. */
import { useState } from "react";
import { Button, Notice } from "../../ui/controls";
import { type Away, type Thing, usePutAway, useTakeBack } from "./putAway";

interface Props extends Thing {
  name: string;
  onAway: (what: Away) => void;
  className?: string;
}

export function PutAway({ kind, id, name, onAway, className = "" }: Props) {
  const put = usePutAway(onAway);
  return (
    <>
      <Button
        weight="bare"
        className={`min-h-7! bg-wall! px-2! text-quiet text-sm hover:text-ink ${className}`}
        aria-label={`Put away “${name}”`}
        title="Off the list; what uses it goes on using it. It can be taken back."
        disabled={put.isPending}
        onClick={() => put.mutate({ kind, id })}
      >
        Put away
      </Button>
      {put.isError && <Notice>{put.error.message}</Notice>}
    </>
  );
}

/** Told after something was put away: what goes on using it, and the way back. */
export function WasPutAway({ what, onGone }: { what: Away; onGone: () => void }) {
  const back = useTakeBack(onGone);
  return (
    <div
      className="mb-4 flex flex-wrap items-center gap-3 border border-rule-strong bg-paper px-4 py-2"
      role="status"
    >
      <span className="min-w-0 [overflow-wrap:anywhere]">
        “{what.name}” is put away.{" "}
        {what.kept && <span className="text-quiet">{what.kept} Nothing changes there.</span>}
      </span>
      <span className="ml-auto flex gap-2">
        <Button onClick={() => back.mutate({ kind: what.kind, id: what.id })} disabled={back.isPending}>
          Take it back
        </Button>
        <Button weight="bare" onClick={onGone}>
          Leave it there
        </Button>
      </span>
      {back.isError && <Notice>{back.error.message}</Notice>}
    </div>
  );
}

/** What was put away last on this page, until it is taken back or left there. */
export function useJustPutAway() {
  const [what, setWhat] = useState<Away>();
  return {
    onAway: setWhat,
    told: what && (
      <WasPutAway key={`${what.kind} ${what.id}`} what={what} onGone={() => setWhat(undefined)} />
    ),
  };
}
