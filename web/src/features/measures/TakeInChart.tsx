/** A chart from a file: first what it would change, then kept as one chooses. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Refusal, type Schemas, sameSite } from "../../api/client";
import { keys } from "../../api/queries";
import { Button, Notice } from "../../ui/controls";
import { ChangesTable } from "./ChangesTable";
import { DayChoices } from "./SameDay";

type Plan = Schemas["ImportOut"];
type Keep = "look" | "new" | "merge" | "beside";

/** `seen`: what was looked at before, so that nothing else is changed than was shown. */
async function send(person: number, file: File, keep: Keep, seen?: Plan): Promise<Plan> {
  const day = new Date().toISOString().slice(0, 10);
  const query = new URLSearchParams({ taken_on: day, name: file.name.slice(-120), keep });
  if (seen?.chart && seen.version) {
    query.set("chart", String(seen.chart));
    query.set("version", String(seen.version));
  }
  const url = `/api/people/${person}/charts/import?${query}`;
  const answer = await sameSite(new Request(url, { method: "POST", body: file }));
  const data = (await answer.json()) as Plan & Partial<Schemas["ErrorOut"]>;
  if (!answer.ok && data.error) throw new Refusal(data.error, answer.status);
  return data;
}

export function TakeInChart({
  person,
  onKept,
}: {
  person: Schemas["PersonOut"];
  onKept: (id: number) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File>();
  const queries = useQueryClient();
  const look = useMutation({ mutationFn: (chosen: File) => send(person.id, chosen, "look") });
  const keep = useMutation({
    mutationFn: (how: Keep) => send(person.id, file as File, how, look.data),
    onSuccess: async (done) => {
      setFile(undefined);
      look.reset();
      await queries.invalidateQueries({ queryKey: keys.people });
      if (done.kept) onKept(done.kept.id);
    },
  });
  const failed = look.error ?? keep.error;
  return (
    <div>
      <Button onClick={() => input.current?.click()}>Take in a chart: CSV or open file</Button>
      <input
        ref={input}
        type="file"
        accept=".csv,.json,text/csv,application/json"
        aria-label="Chart file"
        tabIndex={-1}
        className="sr-only"
        onChange={(e) => {
          const chosen = e.target.files?.[0];
          e.target.value = "";
          if (!chosen) return;
          keep.reset();
          setFile(chosen);
          look.mutate(chosen);
        }}
      />
      {failed && (
        <div className="mt-2">
          <Notice>{failed.message}</Notice>
        </div>
      )}
      {look.data && file && (
        <Planned
          plan={look.data}
          name={file.name}
          who={person.name}
          busy={keep.isPending}
          onKeep={(how) => keep.mutate(how)}
          onLeave={() => look.reset()}
        />
      )}
    </div>
  );
}

interface PlannedProps {
  plan: Plan;
  name: string;
  who: string;
  busy: boolean;
  onKeep: (how: Keep) => void;
  onLeave: () => void;
}

function Planned({ plan, name, who, busy, onKeep, onLeave }: PlannedProps) {
  const count = plan.measures === 1 ? "One measure" : `${plan.measures} measures`;
  return (
    <div className="mt-3 border-line border-t pt-3" role="status">
      <p className="[overflow-wrap:anywhere]">
        {count} of {plan.taken_on} in “{name}”{plan.estimated > 0 && `, ${plan.estimated} of them estimated`}.{" "}
        {plan.chart !== null
          ? `${who} has a chart of that day. Put among its measures, they would change these:`
          : "Nothing is kept yet."}
      </p>
      {plan.chart !== null && plan.rows.length > 0 && (
        <div className="max-h-[240px] overflow-auto">
          <ChangesTable rows={plan.rows} before="now" after="then" />
        </div>
      )}
      {plan.chart !== null && plan.rows.length === 0 && <p className="text-quiet">none; all are the same.</p>}
      {plan.chart !== null && plan.same > 0 && plan.rows.length > 0 && (
        <p className="mt-1 text-quiet text-sm">
          {plan.same === 1 ? "1 stays as it is." : `${plan.same} stay as they are.`}
        </p>
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        {plan.chart !== null ? (
          <DayChoices busy={busy} onChoose={onKeep} />
        ) : (
          <Button weight="strong" disabled={busy} onClick={() => onKeep("new")}>
            Keep it
          </Button>
        )}
        <Button weight="bare" onClick={onLeave}>
          Leave it
        </Button>
      </div>
    </div>
  );
}
