/** Drafting a block from one chart: settings beside the drawing, the audit always in sight. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { client, ok } from "../../api/client";
import { keys, usePeople, useSchools, useSession } from "../../api/queries";
import { Button, Field, Notice, Page, Scroller, Waiting } from "../../ui/controls";
import { AuditList, Construction } from "./Construction";
import { type Settings, SettingsForm } from "./SettingsForm";

export function DraftPage() {
  const chartId = Number(useParams().chart);
  const people = usePeople();
  const schools = useSchools();
  const session = useSession();
  const queries = useQueryClient();
  const go = useNavigate();
  const [settings, setSettings] = useState<Settings>({});
  const person = people.data?.find((p) => p.charts.some((c) => c.id === chartId));
  const chart = person?.charts.find((c) => c.id === chartId);
  const school = schools.data?.[0];
  const [name, setName] = useState<string | null>(null);
  const blockName = name ?? (person ? `${person.name.split(" ")[0]}, bodice` : "");

  const draft = useQuery({
    queryKey: ["draft", chartId, school?.name, settings],
    queryFn: () =>
      ok(
        client.POST("/api/drafts", {
          body: { school: school?.name ?? "", measures: chart?.values ?? {}, settings },
        }),
      ),
    enabled: Boolean(chart && school),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const keep = useMutation({
    mutationFn: () =>
      ok(
        client.POST("/api/blocks", {
          body: { name: blockName, chart_id: chartId, school: school?.name ?? "", settings },
        }),
      ),
    onSuccess: async (block) => {
      await queries.invalidateQueries({ queryKey: keys.blocks });
      go(`/blocks/${block.id}`);
    },
  });

  if (people.isPending || schools.isPending) return <Waiting what="the chart" />;
  if (!chart || !person || !school)
    return (
      <Page title="Draft a block">
        <Notice>
          There is no such measure chart in this workroom.{" "}
          <Link to="/measures">Choose one of the people's charts.</Link>
        </Notice>
      </Page>
    );
  return (
    <main className="flex h-full min-h-[560px]">
      <section
        aria-label="The draft"
        className="w-[290px] shrink-0 overflow-auto border-ink border-r px-4 py-4"
      >
        <h1 className="font-serif text-[22px] leading-tight">{school.title}</h1>
        <p className="mt-1 text-quiet">
          For <Link to={`/measures/${person.id}`}>{person.name}</Link>, measured {chart.taken_on}.{" "}
          {school.reason}
        </p>
        <div className="my-4 grid gap-3 border-line border-y py-4">
          <Field label="Name of the block" value={blockName} onChange={(e) => setName(e.target.value)} />
          <Button
            weight="strong"
            disabled={!draft.data || draft.isError || keep.isPending}
            onClick={() => keep.mutate()}
          >
            Hang it on the shelf
          </Button>
          {keep.isError && <Notice>{keep.error.message}</Notice>}
        </div>
        <SettingsForm school={school} values={settings} onChange={setSettings} />
      </section>
      <div className="min-w-0 flex-1">
        {draft.isError && (
          <div className="p-4">
            <Notice>{draft.error.message}</Notice>
            <p className="mt-3">
              <Link to={`/measures/${person.id}`} className="text-chalk underline">
                Back to the measures
              </Link>
            </p>
          </div>
        )}
        {draft.data && !draft.isError && (
          <Construction
            draft={draft.data}
            unit={session.data?.unit ?? "cm"}
            label={`Draft for ${person.name}: back and front`}
          />
        )}
      </div>
      <Scroller
        label="Audit of the block"
        className="w-[270px] shrink-0 border-ink border-l px-4 py-4 max-lg:w-[220px]"
      >
        {draft.data && <AuditList lines={draft.data.audit} />}
      </Scroller>
    </main>
  );
}
