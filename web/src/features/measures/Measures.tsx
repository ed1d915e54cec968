/** People and their measures, in the order one takes them down the body. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, NavLink, useNavigate, useParams } from "react-router";
import { client, ok, type Schemas } from "../../api/client";
import { keys, useMeasureKeys, usePeople, useSchools, useSession } from "../../api/queries";
import { Button, Field, Notice, Waiting } from "../../ui/controls";
import { useJustPutAway } from "../workroom/PutAway";
import type { Away } from "../workroom/putAway";
import { ChartForm } from "./ChartForm";
import { ChartTools } from "./ChartTools";
import { EarlierStates } from "./EarlierStates";
import { EnoughFor } from "./EnoughFor";
import { PersonTools } from "./PersonTools";
import { draftKey } from "./useChartDraft";

export function Measures() {
  const id = Number(useParams().person ?? 0);
  const people = usePeople();
  const measureKeys = useMeasureKeys();
  const schools = useSchools();
  const session = useSession();
  const put = useJustPutAway();
  if (people.isPending || measureKeys.isPending || schools.isPending) return <Waiting what="the people" />;
  const failed = people.error ?? measureKeys.error ?? schools.error;
  if (failed || !people.data || !measureKeys.data || !schools.data)
    return (
      <main className="p-6">
        <Notice>{failed?.message}</Notice>
      </main>
    );
  const person = people.data.find((p) => p.id === id) ?? (id ? undefined : people.data[0]);
  return (
    <main className="flex h-full min-h-[520px]">
      <section aria-label="People" className="w-[230px] shrink-0 overflow-auto border-ink border-r px-4 py-4">
        <h1 className="font-serif text-[22px]">Measures</h1>
        <ul className="my-3 grid grid-cols-[minmax(0,1fr)] gap-1">
          {people.data.map((p) => (
            <li key={p.id}>
              <NavLink
                to={`/measures/${p.id}`}
                className={`block rounded-[3px] border px-2.5 py-1.5 ${p === person ? "border-ink bg-fresh" : "border-transparent hover:bg-ink/8"}`}
              >
                <span className="block truncate font-medium" title={p.name}>
                  {p.name}
                </span>
                <span className="text-quiet text-sm">
                  {p.charts[0] ? `measured ${p.charts[0].taken_on}` : "not measured yet"}
                </span>
              </NavLink>
            </li>
          ))}
        </ul>
        <AddPerson first={people.data.length === 0} />
      </section>
      <div className="flex min-w-0 flex-1 flex-col">
        {put.told && <div className="px-5 pt-3">{put.told}</div>}
        {person ? (
          <PersonCharts
            key={person.id}
            person={person}
            people={people.data}
            measures={measureKeys.data}
            schools={schools.data}
            unit={session.data?.unit ?? "cm"}
            onAway={put.onAway}
          />
        ) : (
          <div className="p-6">
            <Notice tone="quiet">Nobody is here to be measured. Add a person on the left.</Notice>
          </div>
        )}
      </div>
    </main>
  );
}

function AddPerson({ first }: { first: boolean }) {
  const [name, setName] = useState("");
  const queries = useQueryClient();
  const go = useNavigate();
  const add = useMutation({
    mutationFn: () => ok(client.POST("/api/people", { body: { name, note: "" } })),
    onSuccess: async (person) => {
      setName("");
      await queries.invalidateQueries({ queryKey: keys.people });
      go(`/measures/${person.id}`);
    },
  });
  return (
    <form
      className="grid gap-2 border-line border-t pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        add.mutate();
      }}
    >
      <Field
        label={first ? "Add the first person" : "Add a person"}
        placeholder="Name"
        value={name}
        onChange={(e) => setName(e.target.value)}
        required
      />
      <Button type="submit" disabled={add.isPending}>
        Add
      </Button>
      {add.isError && <Notice>{add.error.message}</Notice>}
    </form>
  );
}

interface ChartsProps {
  person: Schemas["PersonOut"];
  people: Schemas["PersonOut"][];
  measures: Schemas["MeasureKeysOut"];
  schools: Schemas["SchoolOut"][];
  unit: string;
  onAway: (what: Away) => void;
}

function PersonCharts({ person, people, measures, schools, unit, onAway }: ChartsProps) {
  const [wanted, setChosen] = useState<number | "new">(person.charts[0]?.id ?? "new");
  const [backs, setBacks] = useState(0);
  const chosen =
    wanted === "new" || person.charts.some((c) => c.id === wanted) ? wanted : (person.charts[0]?.id ?? "new");
  const chart = person.charts.find((c) => c.id === chosen);
  return (
    <>
      <header className="px-5 pt-3 pb-3">
        <div className="flex flex-wrap items-end justify-between gap-3">
          <div className="min-w-0">
            <h2 className="font-serif text-[23px] leading-tight">{person.name}</h2>
            {person.note && <p className="text-quiet">{person.note}</p>}
          </div>
          {chart && (
            <div className="flex flex-wrap gap-2">
              <EnoughFor chart={chart} />
              <Link
                to={`/draft/${chart.id}`}
                className="inline-flex min-h-9 items-center rounded-[3px] border border-ink bg-ink px-3 font-medium text-wall hover:bg-chalk"
              >
                Draft a block from these
              </Link>
            </div>
          )}
        </div>
        <div className="mt-2 flex flex-wrap items-center justify-between gap-2">
          <div role="group" aria-label="Charts" className="flex flex-wrap gap-1.5">
            {person.charts.map((c) => (
              <Button
                key={c.id}
                aria-pressed={c.id === chosen}
                className={c.id === chosen ? "border-ink! bg-chalk-pale!" : ""}
                onClick={() => setChosen(c.id)}
              >
                {c.taken_on}
              </Button>
            ))}
            <Button
              aria-pressed={chosen === "new"}
              className={chosen === "new" ? "border-ink! bg-chalk-pale!" : ""}
              onClick={() => setChosen("new")}
            >
              {person.charts.length ? "Measure again" : "First chart"}
            </Button>
          </div>
          <div className="flex flex-wrap gap-2">
            {chart && (
              <EarlierStates
                chart={chart}
                onBack={() => {
                  // The state that was asked for is what should be seen, not what was typed over it.
                  localStorage.removeItem(draftKey(person.id, chart.id));
                  setBacks(backs + 1);
                }}
              />
            )}
            <PersonTools
              key={`${person.name} ${person.note}`}
              person={person}
              chart={chart}
              onAway={onAway}
            />
            <ChartTools key={chosen} person={person} people={people} chart={chart} onKept={setChosen} />
          </div>
        </div>
      </header>
      <ChartForm
        key={`${chosen} ${JSON.stringify(chart?.estimated)} ${backs}`}
        person={person}
        chart={chart}
        measures={measures}
        asked={askedBy(schools)}
        unit={unit}
        onKept={setChosen}
      />
    </>
  );
}

/** Titles of the schools that need a measure, by its key. */
export function askedBy(schools: Schemas["SchoolOut"][]): Map<string, string[]> {
  const asked = new Map<string, string[]>();
  for (const s of schools) for (const k of s.needs) asked.set(k, [...(asked.get(k) ?? []), s.title]);
  return asked;
}
