/** One chart, entered in the order one measures down the body. The server reads it as it is typed; nothing typed is lost
 *  when the tab closes. What came from a size table stays marked until it is measured. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { client, ok, Refusal, type Schemas } from "../../api/client";
import { keys } from "../../api/queries";
import { Button, Field, Notice, Scroller } from "../../ui/controls";
import { FromTable } from "./FromTable";
import { type Choice as DayChoice, SameDay } from "./SameDay";
import { MeasureCard } from "./TapeDrawing";
import { draftKey, useChartDraft } from "./useChartDraft";

interface Props {
  person: Schemas["PersonOut"];
  chart?: Schemas["ChartOut"];
  measures: Schemas["MeasureKeysOut"];
  /** How many schools ask for a measure, by key. */
  asked: Map<string, string[]>;
  unit: string;
  onKept: (chartId: number) => void;
}

export function ChartForm({ person, chart, measures, asked, unit, onKept }: Props) {
  const draft = useChartDraft(draftKey(person.id, chart?.id), {
    texts: chart?.texts ?? {},
    estimated: chart?.estimated ?? [],
  });
  const { texts, estimated } = draft.value;
  const [day, setDay] = useState(chart?.taken_on ?? new Date().toISOString().slice(0, 10));
  const [shown, setShown] = useState(measures.keys[0]?.key ?? "");
  const queries = useQueryClient();
  const typed = useDeferredValue(texts);
  const reading = useQuery({
    queryKey: ["reading", unit, typed],
    queryFn: () => ok(client.POST("/api/measures/read", { body: { texts: typed } })),
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const keep = useMutation({
    mutationFn: (sameDay: DayChoice | "ask") =>
      ok(
        client.POST("/api/people/{person_id}/charts", {
          params: { path: { person_id: person.id } },
          body: {
            taken_on: day,
            texts,
            estimated,
            changes: chart ? { id: chart.id, version: chart.version } : null,
            same_day: sameDay,
          },
        }),
      ),
    // Changed elsewhere: what it holds now is fetched, what was typed stays.
    onError: (e) => code(e) === "changed_meanwhile" && queries.invalidateQueries({ queryKey: keys.people }),
    onSuccess: async (kept) => {
      draft.forget();
      await queries.invalidateQueries({ queryKey: keys.people });
      void queries.invalidateQueries({ queryKey: ["chart-schools"] });
      onKept(kept.id);
    },
  });
  const changed = draft.changed || day !== chart?.taken_on;
  const faults = new Map(reading.data?.faults.map((f) => [f.field, f.message]));
  const doubts = new Map<string, string>();
  for (const d of reading.data?.doubts ?? [])
    doubts.set(d.key, [doubts.get(d.key), d.message].filter(Boolean).join(" "));
  const marked = estimated.filter((k) => texts[k]);
  const stations = [...new Set(measures.keys.map((m) => m.station))];
  const card = measures.keys.findIndex((m) => m.key === shown);
  const measure = measures.keys[card];
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_320px] border-line border-t max-lg:grid-cols-[minmax(0,1fr)_250px]">
      <form
        className="overflow-auto px-5 py-3"
        onSubmit={(e) => {
          e.preventDefault();
          keep.mutate("ask");
        }}
      >
        <div className="mb-3 flex flex-wrap items-end gap-3">
          <div className="w-40">
            <Field
              label="Taken on"
              type="date"
              value={day}
              onChange={(e) => setDay(e.target.value)}
              required
            />
          </div>
          <Button weight="strong" type="submit" disabled={keep.isPending || !changed || faults.size > 0}>
            Keep this chart
          </Button>
          <span role="status" className="pb-2 text-quiet">
            {keep.isPending ? "keeping …" : changed ? "typed, not kept yet" : "kept"}
            {marked.length > 0 && ` · ${marked.length} estimated, not measured yet`}
          </span>
          <FromTable
            texts={texts}
            onFilled={(filled) =>
              draft.set({ texts: filled.texts, estimated: [...new Set([...marked, ...filled.estimated])] })
            }
          />
        </div>
        {keep.isError && code(keep.error) === "same_day" && (
          <SameDay
            message={keep.error.message}
            busy={keep.isPending}
            onChoose={(choice) => keep.mutate(choice)}
            onLeave={() => keep.reset()}
          />
        )}
        {keep.isError && code(keep.error) !== "same_day" && (
          <div className="mb-3">
            <Notice>{keep.error.message}</Notice>
            {code(keep.error) === "changed_meanwhile" && chart && (
              <Differing chart={chart} texts={texts} measures={measures} />
            )}
          </div>
        )}
        <p className="mb-2 max-w-[66ch] text-quiet">
          Tie the waist cord first. Type{" "}
          {unit === "in" ? "inches: 37 1/2 or 37.5" : "centimetres: 96, or 37 1/2 in"}; leave out what you do
          not have.
        </p>
        {stations.map((station) => (
          <fieldset key={station} className="mb-3">
            <legend className="font-serif text-[17px]">{station}</legend>
            {measures.keys.map(
              (m, i) =>
                m.station === station && (
                  <MeasureRow
                    key={m.key}
                    number={i + 1}
                    measure={m}
                    asked={asked.get(m.key) ?? []}
                    value={texts[m.key] ?? ""}
                    estimated={marked.includes(m.key)}
                    fault={faults.get(m.key)}
                    doubt={doubts.get(m.key)}
                    current={m.key === shown}
                    onFocus={() => setShown(m.key)}
                    onChange={(v) =>
                      draft.set({
                        texts: { ...texts, [m.key]: v },
                        estimated: marked.filter((k) => k !== m.key),
                      })
                    }
                    onMeasured={() => draft.set({ texts, estimated: marked.filter((k) => k !== m.key) })}
                  />
                ),
            )}
          </fieldset>
        ))}
      </form>
      <Scroller label="How this measure is taken" className="border-line border-l bg-fresh px-4 py-3">
        {measure && <MeasureCard measure={measure} figures={measures.figures} number={card + 1} />}
      </Scroller>
    </div>
  );
}

const code = (error: Error) => (error instanceof Refusal ? error.fault.code : "");

/** What the chart holds now beside what is typed here. */
function Differing({
  chart,
  texts,
  measures,
}: {
  chart: Schemas["ChartOut"];
  texts: Record<string, string>;
  measures: Schemas["MeasureKeysOut"];
}) {
  const differing = measures.keys.filter((m) => (chart.texts[m.key] ?? "") !== (texts[m.key] ?? ""));
  return (
    <ul className="mt-1 ml-4 text-sm">
      {differing.map((m) => (
        <li key={m.key}>
          {m.title}: now {chart.texts[m.key] || "nothing"}, yours {texts[m.key] || "nothing"}
        </li>
      ))}
    </ul>
  );
}

interface RowProps {
  number: number;
  measure: Schemas["MeasureKeyOut"];
  asked: string[];
  value: string;
  estimated: boolean;
  fault?: string;
  doubt?: string;
  current: boolean;
  onFocus: () => void;
  onChange: (v: string) => void;
  onMeasured: () => void;
}

function MeasureRow(p: RowProps) {
  const { measure: m, fault, doubt } = p;
  const id = `measure-${m.key}`;
  return (
    <div
      className={`grid grid-cols-[26px_minmax(0,1fr)_auto_104px] items-center gap-x-2 border-line border-t py-[3px] ${p.current ? "bg-chalk-pale/60" : ""}`}
    >
      <span className="text-right text-quiet">{p.number}</span>
      <span className="flex min-w-0 flex-wrap items-baseline gap-x-2 leading-tight">
        <label htmlFor={id} className="font-medium" onPointerDown={p.onFocus}>
          {m.title}
        </label>
        <span className="text-quiet text-sm" title={p.asked.join(", ")}>
          {p.asked.length === 0
            ? "for later"
            : p.asked.length === 1
              ? p.asked[0]
              : `${p.asked.length} schools`}
        </span>
      </span>
      {p.estimated ? (
        <button
          type="button"
          className="rounded-[3px] border border-tape border-dashed bg-paper px-1.5 text-sm hover:border-ink"
          title="From a size table. Click when you have measured it and it is right; typing another value does the same."
          onClick={p.onMeasured}
        >
          estimated
        </button>
      ) : (
        <span />
      )}
      <input
        id={id}
        inputMode="decimal"
        autoComplete="off"
        aria-invalid={fault ? true : undefined}
        aria-describedby={fault || doubt ? `${id}-note` : undefined}
        className={`h-8 rounded-[3px] border bg-fresh px-2 text-right ${fault ? "border-madder" : p.estimated ? "border-tape border-dashed italic" : "border-rule-strong"}`}
        value={p.value}
        onFocus={p.onFocus}
        onChange={(e) => p.onChange(e.target.value)}
      />
      {(fault || doubt) && (
        <p
          id={`${id}-note`}
          className={`col-span-4 mt-1 ml-8 border-l-4 px-2 py-0.5 text-sm ${fault ? "border-madder bg-madder-pale" : "border-tape bg-paper"}`}
        >
          {fault || doubt}
        </p>
      )}
    </div>
  );
}
