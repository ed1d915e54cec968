/** What one does with a chart besides typing it: compare, copy, take in and out, print the blank sheet. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { client, ok, Refusal, type Schemas, sameSite } from "../../api/client";
import { keys } from "../../api/queries";
import { Button, Choice, Notice } from "../../ui/controls";
import { Fold } from "../../ui/Fold";

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
        <div className="grid w-[320px] gap-3">
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
          <table className="mt-3 w-full border-collapse">
            <thead>
              <tr className="border-ink border-b text-left text-sm">
                <th className="py-1 font-medium">Measure</th>
                <th className="whitespace-nowrap py-1 pl-4 text-right font-medium">{rows.data.before}</th>
                <th className="whitespace-nowrap py-1 pl-4 text-right font-medium">{rows.data.after}</th>
                <th className="whitespace-nowrap py-1 pl-4 text-right font-medium">Difference</th>
              </tr>
            </thead>
            <tbody>
              {rows.data.rows
                .filter((r) => r.by !== SAME)
                .map((r) => (
                  <tr key={r.title} className="border-line border-t align-top">
                    <td className="py-0.5">
                      {r.title}
                      {r.hint && <span className="block max-w-[30ch] text-sm">{r.hint}</span>}
                    </td>
                    <td className="py-0.5 pl-4 text-right">{r.before || "–"}</td>
                    <td className="py-0.5 pl-4 text-right">{r.after || "–"}</td>
                    <td className={`py-0.5 pl-4 text-right ${r.hint ? "font-semibold" : "text-quiet"}`}>
                      {r.by || "–"}
                    </td>
                  </tr>
                ))}
            </tbody>
          </table>
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
    mutationFn: () =>
      ok(
        client.POST("/api/charts/{chart_id}/copy", {
          params: { path: { chart_id: chart.id } },
          body: { person_id: to, taken_on: new Date().toISOString().slice(0, 10) },
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
      <Button onClick={() => copy.mutate()} disabled={copy.isPending}>
        Copy
      </Button>
      <p role="status" className="text-quiet text-sm">
        {copy.isSuccess
          ? "Copied; every value is marked as estimated there."
          : "Every value arrives marked as estimated, until it is measured on that person."}
      </p>
      {copy.isError && <Notice>{copy.error.message}</Notice>}
    </div>
  );
}

function TakeInChart({ person, onKept }: { person: Schemas["PersonOut"]; onKept: (id: number) => void }) {
  const input = useRef<HTMLInputElement>(null);
  const queries = useQueryClient();
  const take = useMutation({
    mutationFn: async (file: File) => {
      const day = new Date().toISOString().slice(0, 10);
      const query = new URLSearchParams({ taken_on: day, name: file.name });
      const url = `/api/people/${person.id}/charts/import?${query}`;
      const answer = await sameSite(new Request(url, { method: "POST", body: file }));
      const data = (await answer.json()) as Schemas["ChartOut"] & Partial<Schemas["ErrorOut"]>;
      if (!answer.ok && data.error) throw new Refusal(data.error, answer.status);
      return data;
    },
    onSuccess: async (chart) => {
      await queries.invalidateQueries({ queryKey: keys.people });
      onKept(chart.id);
    },
  });
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
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file) take.mutate(file);
        }}
      />
      {take.isError && (
        <div className="mt-2">
          <Notice>{take.error.message}</Notice>
        </div>
      )}
    </div>
  );
}
