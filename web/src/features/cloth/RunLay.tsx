/** All bodies of a run laid on one cloth. */
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { Button, Choice, Notice, Waiting } from "../../ui/controls";
import { type How, Seconds, Spread } from "./HowItLies";
import { useAskLay, useCloths } from "./useCloth";
import type { Run } from "./useRuns";

export function RunLay({ run }: { run: Run }) {
  const cloths = useCloths();
  const ask = useAskLay();
  const go = useNavigate();
  const [cloth, setCloth] = useState(0);
  const [how, setHow] = useState<How>("folded");
  const [seconds, setSeconds] = useState("30");
  if (!cloths.data) return <Waiting what="the cloths" />;
  if (cloths.data.length === 0)
    return (
      <div className="p-5">
        <Notice tone="quiet">
          There is no cloth yet.{" "}
          <Link to="/cloths" className="text-chalk underline underline-offset-2">
            Write a cloth card
          </Link>{" "}
          first; its width is enough.
        </Notice>
      </div>
    );
  const chosen = cloth || cloths.data[0]?.id || 0;
  return (
    <form
      aria-label="All on one cloth"
      className="grid max-w-[640px] gap-4 p-5"
      onSubmit={(e) => {
        e.preventDefault();
        ask.mutate(
          {
            name: "",
            use: "shell",
            cloth_id: chosen,
            run_id: run.id,
            items: [],
            order: { how, seconds: Math.max(1, Number(seconds) || 30) },
          },
          { onSuccess: (made) => void go(`/cloth/lays/${made.id}`) },
        );
      }}
    >
      <p>
        The shell of all {run.columns.length} bodies, each once, on one length of cloth; the pieces are
        numbered by body.
      </p>
      <div className="flex flex-wrap items-end gap-4">
        <Choice label="Cloth" value={chosen} onChange={(e) => setCloth(Number(e.target.value))}>
          {cloths.data.map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </Choice>
        <Spread value={how} onChange={setHow} />
        <Seconds value={seconds} onChange={setSeconds} />
        <Button weight="strong" type="submit" disabled={ask.isPending}>
          Lay all of them
        </Button>
      </div>
      {ask.isError && <Notice>{ask.error.message}</Notice>}
    </form>
  );
}
