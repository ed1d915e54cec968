/** Where the schools differ and when to use which: each drawn for the same person, with the numbers they differ in. */
import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "react-router";
import { client, ok, type Schemas } from "../../api/client";
import { usePeople } from "../../api/queries";
import { Choice, Notice, Page, Waiting } from "../../ui/controls";
import { FAMILIES } from "../shelf/DraftPage";
import { Silhouette } from "../shelf/Silhouette";

type Row = Schemas["SchoolCompared"];

export function Schools() {
  const people = usePeople();
  const go = useNavigate();
  const charts = (people.data ?? []).flatMap((p) =>
    p.charts.map((c) => ({ id: c.id, label: `${p.name}, ${c.taken_on}` })),
  );
  const asked = Number(useParams().chart ?? 0);
  const chart = charts.find((c) => c.id === asked)?.id ?? charts[0]?.id ?? 0;
  const rows = useQuery({
    queryKey: ["schools-compared", chart],
    queryFn: () =>
      ok(client.GET("/api/charts/{chart_id}/schools/compared", { params: { path: { chart_id: chart } } })),
    enabled: chart > 0,
  });
  if (people.isPending) return <Waiting what="the people" />;
  return (
    <Page
      title="Schools of drafting"
      lead="Schools disagree, each for a reason. Here every one is drawn for the same person, so that you see what you choose."
      actions={
        charts.length > 0 && (
          <div className="w-[300px]">
            <Choice label="Drawn for" value={chart} onChange={(e) => go(`/schools/${e.target.value}`)}>
              {charts.map((c) => (
                <option key={c.id} value={c.id}>
                  {c.label}
                </option>
              ))}
            </Choice>
          </div>
        )
      }
    >
      {charts.length === 0 && (
        <Notice tone="quiet">
          Nobody has been measured yet. <Link to="/measures">Measure somebody first</Link>; then every school
          can be shown.
        </Notice>
      )}
      {rows.isError && <Notice>{rows.error.message}</Notice>}
      {rows.isLoading && <Waiting what="all the drafts" />}
      {Object.entries(FAMILIES).map(([family, title]) => {
        const own = rows.data?.filter((r) => r.family === family) ?? [];
        if (own.length === 0) return null;
        return (
          <section key={family} className="mt-4 mb-7">
            <h2 className="mb-1 font-serif text-[21px]">{title}</h2>
            {own.map((r) => (
              <School key={r.name} row={r} chart={chart} />
            ))}
          </section>
        );
      })}
    </Page>
  );
}

function School({ row: r, chart }: { row: Row; chart: number }) {
  return (
    <article className="grid grid-cols-[210px_minmax(0,1fr)_230px] gap-5 border-ink border-t py-3 max-md:grid-cols-1">
      <div className="flex h-[150px] items-center justify-center bg-table p-2">
        {r.drawing ? (
          <Silhouette drawing={r.drawing} label={`${r.title}: its pieces`} />
        ) : (
          <span className="text-center text-quiet text-sm">
            {r.refused ? "not for these measures" : "not drawn: measures are missing"}
          </span>
        )}
      </div>
      <div>
        <h3 className="font-serif text-[18px] leading-tight">
          <Link to={`/draft/${chart}?school=${r.name}`} className="underline-offset-2 hover:underline">
            {r.title}
          </Link>
        </h3>
        <p className="mt-0.5 font-medium">{r.reason}</p>
        <p className="mt-1 max-w-[64ch]">{r.differs}</p>
        {r.lacks.length > 0 && (
          <p className="mt-1 border-tape border-l-4 bg-paper px-2 py-0.5">
            This chart lacks {r.lacks.join(", ").toLowerCase()}.
          </p>
        )}
        {r.refused && <p className="mt-1 border-madder border-l-4 bg-madder-pale px-2 py-0.5">{r.refused}</p>}
      </div>
      <dl className="text-[14px]">
        {r.figures.map((f) => (
          <div key={f.label} className="flex justify-between gap-2 border-line border-b py-0.5">
            <dt className="text-quiet">{f.label}</dt>
            <dd>{f.text}</dd>
          </div>
        ))}
        {r.on && (
          <div className="flex justify-between gap-2 border-line border-b py-0.5">
            <dt className="text-quiet">Drawn on</dt>
            <dd className="text-right">{r.on}</dd>
          </div>
        )}
        <div className="py-0.5">
          <dt className="text-quiet">Measures it needs: {r.needs.length}</dt>
          <dd className="text-quiet text-sm">{r.needs.join(", ").toLowerCase()}</dd>
        </div>
      </dl>
    </article>
  );
}
