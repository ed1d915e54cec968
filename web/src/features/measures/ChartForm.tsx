/** One chart: typed texts, read by the server as they are typed; nothing typed is lost when the tab closes. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { client, ok, type Schemas } from "../../api/client";
import { keys } from "../../api/queries";
import { Button, Field, Notice } from "../../ui/controls";

interface Props {
  person: Schemas["PersonOut"];
  chart?: Schemas["ChartOut"];
  measureKeys: Schemas["MeasureKeyOut"][];
  /** Measures that a school asks for; marked, so that one knows where to begin. */
  needs: Set<string>;
  unit: string;
  onKept: (chartId: number) => void;
}

type Texts = Record<string, string>;

export function ChartForm({ person, chart, measureKeys, needs, unit, onKept }: Props) {
  const [texts, setTexts, forget] = useDraftTexts(
    `steady-shear:chart:${person.id}:${chart?.id ?? "new"}`,
    chart?.texts ?? {},
  );
  const [day, setDay] = useState(chart?.taken_on ?? new Date().toISOString().slice(0, 10));
  const queries = useQueryClient();
  const typed = useDeferredValue(texts);
  const reading = useQuery({
    queryKey: ["reading", unit, typed],
    queryFn: () => ok(client.POST("/api/measures/read", { body: { texts: typed } })),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const keep = useMutation({
    mutationFn: () =>
      ok(
        client.POST("/api/people/{person_id}/charts", {
          params: { path: { person_id: person.id } },
          body: { taken_on: day, texts },
        }),
      ),
    onSuccess: async (kept) => {
      forget();
      await queries.invalidateQueries({ queryKey: keys.people });
      onKept(kept.id);
    },
  });
  const changed = JSON.stringify(texts) !== JSON.stringify(chart?.texts ?? {}) || day !== chart?.taken_on;
  const faults = new Map(reading.data?.faults.map((f) => [f.field, f.message]));
  const doubts = new Map(reading.data?.doubts.map((d) => [d.key, d.message]));
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        keep.mutate();
      }}
    >
      <div className="mb-4 flex flex-wrap items-end gap-3">
        <div className="w-44">
          <Field label="Taken on" type="date" value={day} onChange={(e) => setDay(e.target.value)} required />
        </div>
        <Button weight="strong" type="submit" disabled={keep.isPending || !changed || faults.size > 0}>
          Keep this chart
        </Button>
        <span role="status" className="pb-2 text-quiet">
          {keep.isPending ? "keeping …" : changed ? "typed, not kept yet" : "kept"}
        </span>
      </div>
      {keep.isError && (
        <div className="mb-3">
          <Notice>{keep.error.message}</Notice>
        </div>
      )}
      <p className="mb-3 max-w-[70ch] text-quiet">
        Type {unit === "in" ? "inches: 37 1/2 or 37.5" : "centimetres: 96 or 37.5 in"}. Marked measures (●)
        are what the drafting schools here ask for; the others wait for later ones. Leave out what you do not
        have.
      </p>
      {(["Girths", "Widths", "Lengths"] as const).map((group) => (
        <fieldset key={group} className="mb-5">
          <legend className="mb-1 font-serif text-lg">{group}</legend>
          <div className="grid grid-cols-[repeat(auto-fill,minmax(400px,1fr))] gap-x-8">
            {measureKeys
              .filter((m) => m.group === group)
              .map((m) => (
                <MeasureRow
                  key={m.key}
                  measure={m}
                  wanted={needs.has(m.key)}
                  value={texts[m.key] ?? ""}
                  fault={faults.get(m.key)}
                  doubt={doubts.get(m.key)}
                  onChange={(v) => setTexts({ ...texts, [m.key]: v })}
                />
              ))}
          </div>
        </fieldset>
      ))}
    </form>
  );
}

interface RowProps {
  measure: Schemas["MeasureKeyOut"];
  wanted: boolean;
  value: string;
  fault?: string;
  doubt?: string;
  onChange: (v: string) => void;
}

function MeasureRow({ measure: m, wanted, value, fault, doubt, onChange }: RowProps) {
  const id = `measure-${m.key}`;
  return (
    <div className="grid grid-cols-[1fr_104px] gap-x-3 border-line border-t py-1.5">
      <div>
        <label htmlFor={id} className="font-medium">
          {wanted && <span title="A school here asks for it">● </span>}
          {m.title}
        </label>
        <p className="text-quiet text-sm leading-snug">
          {m.how} <span className="whitespace-nowrap">Usual: {m.range}.</span>
        </p>
      </div>
      <input
        id={id}
        inputMode="decimal"
        autoComplete="off"
        aria-invalid={fault ? true : undefined}
        aria-describedby={fault || doubt ? `${id}-note` : undefined}
        className={`h-9 rounded-[3px] border bg-fresh px-2 text-right ${fault ? "border-madder" : "border-rule-strong"}`}
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
      {(fault || doubt) && (
        <p
          id={`${id}-note`}
          className={`col-span-2 mt-1 border-l-4 px-2 py-0.5 text-sm ${fault ? "border-madder bg-madder-pale" : "border-tape bg-paper"}`}
        >
          {fault || doubt}
        </p>
      )}
    </div>
  );
}

/** Texts kept in this browser until the chart is kept in the workroom. */
function useDraftTexts(key: string, start: Texts) {
  const [texts, setTexts] = useState<Texts>(() => {
    try {
      return (JSON.parse(localStorage.getItem(key) ?? "null") as Texts | null) ?? start;
    } catch {
      return start;
    }
  });
  const set = (next: Texts) => {
    setTexts(next);
    localStorage.setItem(key, JSON.stringify(next));
  };
  return [texts, set, () => localStorage.removeItem(key)] as const;
}
