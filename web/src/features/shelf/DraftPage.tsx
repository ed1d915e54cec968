/** Drafting a block from one chart: the school and its settings beside the drawing, the audit always in sight. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { client, ok, type Schemas } from "../../api/client";
import { keys, useBlocks, useChartSchools, usePeople, useSchools, useSession } from "../../api/queries";
import { useNewest } from "../../api/useNewest";
import { Button, Choice, Field, Notice, Page, Scroller, Waiting } from "../../ui/controls";
import { AuditList } from "./AuditList";
import { Construction } from "./Construction";
import { type Settings, SettingsForm } from "./SettingsForm";

export const FAMILIES: Record<string, string> = {
  bodice: "Bodices",
  garment: "Whole garments",
  skirt: "Skirts",
  sleeve: "Sleeves",
};
const WORDS: Record<string, string> = { bodice: "bodice", garment: "top", skirt: "skirt", sleeve: "sleeve" };

export function DraftPage() {
  const chartId = Number(useParams().chart);
  const people = usePeople();
  const schools = useSchools();
  const blocks = useBlocks();
  const person = people.data?.find((p) => p.charts.some((c) => c.id === chartId));
  const chart = person?.charts.find((c) => c.id === chartId);
  if (people.isPending || schools.isPending || blocks.isPending) return <Waiting what="the chart" />;
  if (!chart || !person || !schools.data)
    return (
      <Page title="Draft a block">
        <Notice>
          There is no such measure chart in this workroom.{" "}
          <Link to="/measures">Choose one of the people's charts.</Link>
        </Notice>
      </Page>
    );
  return (
    <Drafting key={chartId} person={person} chart={chart} schools={schools.data} blocks={blocks.data ?? []} />
  );
}

interface Props {
  person: Schemas["PersonOut"];
  chart: Schemas["ChartOut"];
  schools: Schemas["SchoolOut"][];
  blocks: Schemas["BlockName"][];
}

/** Blocks a school can be drawn on come first by person: her own fitted ones before anybody else's. */
export function groundsFor(school: Schemas["SchoolOut"], blocks: Schemas["BlockName"][], person: number) {
  const families = school.base.includes("skirt") ? ["skirt"] : ["bodice", "garment"];
  return blocks
    .filter((b) => families.includes(b.family))
    .sort((a, b) => Number(b.person_id === person) - Number(a.person_id === person));
}

function Drafting({ person, chart, schools, blocks }: Props) {
  const session = useSession();
  const queries = useQueryClient();
  const go = useNavigate();
  const [query, setQuery] = useSearchParams();
  const ready = useChartSchools(chart.id);
  const school = schools.find((s) => s.name === query.get("school")) ?? schools[0];
  const [settings, setSettings] = useState<Settings>({});
  const [base, setBase] = useState<number | null | undefined>(undefined);
  const [name, setName] = useState<string | null>(null);
  const grounds = school?.base ? groundsFor(school, blocks, person.id) : [];
  const baseId = base === undefined ? (school?.base_optional ? null : (grounds[0]?.id ?? null)) : base;
  const blockName = name ?? `${person.name.split(" ")[0]}, ${WORDS[school?.family ?? "bodice"]}`;
  const lacks = ready.data?.find((r) => r.school === school?.name)?.lacks ?? [];
  const draft = useNewest((body: Schemas["DraftIn"]) => ok(client.POST("/api/drafts", { body })));
  const { ask } = draft;
  useEffect(() => {
    if (school) ask({ school: school.name, measures: chart.values, settings, base_id: baseId });
  }, [ask, school, chart.values, settings, baseId]);
  const keep = useMutation({
    mutationFn: () =>
      ok(
        client.POST("/api/blocks", {
          body: {
            name: blockName,
            chart_id: chart.id,
            school: school?.name ?? "",
            settings,
            base_id: baseId,
          },
        }),
      ),
    onSuccess: async (block) => {
      await queries.invalidateQueries({ queryKey: keys.blocks });
      go(`/blocks/${block.id}`);
    },
  });
  if (!school) return <Notice>There is no school of drafting here.</Notice>;
  const choose = (next: string) => {
    setQuery({ school: next }, { replace: true });
    setSettings({});
    setBase(undefined);
    keep.reset();
    draft.clear();
  };
  // The group says what is lacking, so that a long title is not cut off by a remark behind it.
  const short = new Set(ready.data?.filter((r) => !r.ready).map((r) => r.school));
  const groups = Object.entries(FAMILIES).flatMap(([family, title]) => {
    const all = schools.filter((s) => s.family === family);
    return [
      { title, of: all.filter((s) => !short.has(s.name)) },
      { title: `${title}, more measures needed`, of: all.filter((s) => short.has(s.name)) },
    ].filter((g) => g.of.length > 0);
  });
  return (
    <main className="flex h-full min-h-[560px]">
      <section
        aria-label="The draft"
        className="w-[300px] shrink-0 overflow-auto border-ink border-r px-4 py-3"
      >
        <h1 className="sr-only">{school.title}</h1>
        <Choice label="School" value={school.name} onChange={(e) => choose(e.target.value)}>
          {groups.map(({ title, of }) => (
            <optgroup key={title} label={title}>
              {of.map((s) => (
                <option key={s.name} value={s.name}>
                  {s.title}
                </option>
              ))}
            </optgroup>
          ))}
        </Choice>
        <p className="mt-1.5 text-quiet text-sm">
          {school.reason}{" "}
          <Link to={`/schools/${chart.id}`} className="text-chalk underline underline-offset-2">
            How the schools differ
          </Link>
        </p>
        {school.base && (
          <div className="mt-3">
            <Choice
              label={`Drawn on ${school.base}`}
              value={baseId ?? ""}
              onChange={(e) => setBase(e.target.value ? Number(e.target.value) : null)}
            >
              {(school.base_optional || grounds.length === 0) && (
                <option value="">
                  {school.base_optional ? "none, from the body" : "none on the shelf yet"}
                </option>
              )}
              {grounds.map((b) => (
                <option key={b.id} value={b.id}>
                  {b.name}
                </option>
              ))}
            </Choice>
          </div>
        )}
        <p className="mt-3 text-quiet">
          For{" "}
          <Link to={`/measures/${person.id}`} className="text-chalk underline underline-offset-2">
            {person.name}
          </Link>
          , measured {chart.taken_on}.
          {chart.estimated.length > 0 && (
            <span className="block text-ink">
              {chart.estimated.length} of the measures {chart.estimated.length === 1 ? "is" : "are"}{" "}
              estimated: toile before you trust it.
            </span>
          )}
        </p>
        <div className="my-3 grid gap-2 border-line border-y py-3">
          <Field label="Name of the block" value={blockName} onChange={(e) => setName(e.target.value)} />
          <Button
            weight="strong"
            disabled={!draft.answer || Boolean(draft.failed) || keep.isPending}
            onClick={() => keep.mutate()}
          >
            Hang it on the shelf
          </Button>
          {keep.isError && <Notice>{keep.error.message}</Notice>}
        </div>
        <SettingsForm school={school} values={settings} onChange={setSettings} />
      </section>
      <div className="min-w-0 flex-1">
        {!draft.answer && !draft.failed && <Waiting what="the draft" />}
        {draft.failed && (
          <div className="p-4">
            <Notice>{draft.failed}</Notice>
            <p className="mt-3">
              <Link to={`/measures/${person.id}`} className="text-chalk underline">
                {lacks.length > 0 ? `Measure ${lacks.join(", ").toLowerCase()}` : "Back to the measures"}
              </Link>
            </p>
          </div>
        )}
        {draft.answer && !draft.failed && (
          <Construction
            key={school.name}
            draft={draft.answer}
            unit={session.data?.unit ?? "cm"}
            label={`${school.title} for ${person.name}`}
          />
        )}
      </div>
      <Scroller
        label="Audit of the block"
        className="w-[260px] shrink-0 border-ink border-l px-4 py-3 max-lg:w-[220px]"
      >
        {draft.answer && !draft.failed && (
          <AuditList
            lines={draft.answer.audit}
            onCure={(remedy) => setSettings({ ...settings, ...remedy.settings })}
          />
        )}
      </Scroller>
    </main>
  );
}
