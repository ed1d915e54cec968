/** What one does with a chart besides typing it: compare, copy, take in and out, print the blank sheet. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, ok, Refusal, type Schemas } from "../../api/client";
import { keys } from "../../api/queries";
import { Button, Choice, Notice } from "../../ui/controls";
import { Fold } from "../../ui/Fold";
import { ChangesTable } from "./ChangesTable";
import { type Choice as DayChoice, SameDay } from "./SameDay";
import { TakeInChart } from "./TakeInChart";

/** The server's word for a measure that did not change. */
const SAME = "the same";

interface Props {
  person: Schemas["PersonOut"];
  people: Schemas["PersonOut"][];
  chart?: Schemas["ChartOut"];
  onKept: (chartId: number) => void;
}

const LINK = "text-chalk underline underline-offset-2";

export function ChartTools({ person, people, chart, onKept }: Props) {
  return (
    <div className="flex flex-wrap gap-2">
      {chart && <Compare chart={chart} people={people} />}
      <Fold label="In, out, print">
        <div className="grid w-[420px] max-w-[86vw] gap-3">
          <TakeInChart person={person} onKept={onKept} />
          {chart && (
            <p>
              Save this chart{" "}
              <a className={LINK} href={`/api/charts/${chart.id}/file.csv`}>
                for a spreadsheet
              </a>{" "}
              or as an{" "}
              <a className={LINK} href={`/api/charts/${chart.id}/file.json`}>
                open file
              </a>
              .
            </p>
          )}
          <p>
            <a className={LINK} href="/api/measuring-sheet.pdf">
              Print the blank measuring sheet
            </a>
            , every measure with its drawing and a line to write on.
          </p>
          {chart && <CopyChart chart={chart} people={people} />}
        </div>
      </Fold>
    </div>
  );
}

function Compare({ chart, people }: { chart: Schemas["ChartOut"]; people: Schemas["PersonOut"][] }) {
  const others = people.flatMap((p) =>
    p.charts.filter((c) => c.id !== chart.id).map((c) => ({ id: c.id, label: `${p.name}, ${c.taken_on}` })),
  );
  const owner = people.find((p) => p.charts.some((c) => c.id === chart.id));
  const older = owner?.charts.find((c) => c.id !== chart.id)?.id;
  const [chosen, setChosen] = useState<number | undefined>(older ?? others[0]?.id);
  const rows = useQuery({
    queryKey: ["compare", chosen, chart.id, chart.texts],
    queryFn: () =>
      ok(client.GET("/api/charts/compare", { params: { query: { before: chosen ?? 0, after: chart.id } } })),
    enabled: chosen !== undefined,
  });
  const same = rows.data?.rows.filter((r) => r.by === SAME) ?? [];
  return (
    <Fold label="Compare">
      <div className="w-[640px] max-w-[86vw]">
        {others.length === 0 ? (
          <p className="text-quiet">There is no other chart yet. Measure again, or measure somebody else.</p>
        ) : (
          <Choice
            label="This chart beside"
            value={chosen}
            onChange={(e) => setChosen(Number(e.target.value))}
          >
            {others.map((o) => (
              <option key={o.id} value={o.id}>
                {o.label}
              </option>
            ))}
          </Choice>
        )}
        {rows.data && (
          <ChangesTable
            rows={rows.data.rows.filter((r) => r.by !== SAME)}
            before={rows.data.before}
            after={rows.data.after}
          />
        )}
        {same.length > 0 && (
          <p className="mt-2 border-line border-t pt-2 text-quiet">
            {same.length === 1 ? "One measure is" : `${same.length} measures are`} the same:{" "}
            {same
              .map((r) => r.title)
              .join(", ")
              .toLowerCase()}
            .
          </p>
        )}
      </div>
    </Fold>
  );
}

function CopyChart({ chart, people }: { chart: Schemas["ChartOut"]; people: Schemas["PersonOut"][] }) {
  const others = people.filter((p) => !p.charts.some((c) => c.id === chart.id));
  const [to, setTo] = useState(others[0]?.id ?? 0);
  const queries = useQueryClient();
  const copy = useMutation({
    mutationFn: (sameDay: DayChoice | "ask") =>
      ok(
        client.POST("/api/charts/{chart_id}/copy", {
          params: { path: { chart_id: chart.id } },
          body: { person_id: to, taken_on: new Date().toISOString().slice(0, 10), same_day: sameDay },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.people }),
  });
  if (others.length === 0) return null;
  return (
    <div className="grid gap-2 border-line border-t pt-3">
      <Choice label="Copy this chart to" value={to} onChange={(e) => setTo(Number(e.target.value))}>
        {others.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </Choice>
      <Button onClick={() => copy.mutate("ask")} disabled={copy.isPending}>
        Copy
      </Button>
      <p role="status" className="text-quiet text-sm">
        {copy.isSuccess
          ? "Copied; every value is marked as estimated there."
          : "Every value arrives marked as estimated, until it is measured on that person."}
      </p>
      {copy.error instanceof Refusal && copy.error.fault.code === "same_day" ? (
        <SameDay
          message={copy.error.message}
          busy={copy.isPending}
          onChoose={(choice) => copy.mutate(choice)}
          onLeave={() => copy.reset()}
        />
      ) : (
        copy.isError && <Notice>{copy.error.message}</Notice>
      )}
    </div>
  );
}
