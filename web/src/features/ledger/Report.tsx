/** A style's report: one page with every verdict, what was let stand, girths, and pictures of the places; to be printed. */
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { client, ok, type Schemas } from "../../api/client";
import { useStyle } from "../../api/queries";
import { Button, Notice, Waiting } from "../../ui/controls";

export function Report() {
  const { style } = useParams();
  const id = Number(style);
  const detail = useStyle(id);
  const found = useQuery({
    queryKey: ["report", id, detail.data?.version],
    queryFn: () => ok(client.GET("/api/styles/{style_id}/report", { params: { path: { style_id: id } } })),
    enabled: detail.data !== undefined,
  });
  const fault = detail.error ?? found.error;
  if (fault)
    return (
      <main className="p-6">
        <Notice>{fault.message}</Notice>
      </main>
    );
  if (!found.data || !detail.data) return <Waiting what="the report" />;
  const r = found.data;
  const seams = detail.data.work.promises.filter((p) => p.kind === "seam");
  return (
    <main className="report mx-auto max-w-[860px] bg-fresh px-8 py-6 max-md:px-4">
      <div className="flex items-start justify-between gap-4">
        <div>
          <h1 className="font-serif text-[26px] leading-tight">{r.name}</h1>
          <p className="text-quiet">
            {r.person && `for ${r.person} · `}
            {r.day}
          </p>
        </div>
        <div className="no-print flex gap-2">
          <Button weight="strong" onClick={() => window.print()}>
            Print
          </Button>
          <Link
            to={`/ledger/${id}`}
            className="inline-flex min-h-9 items-center rounded-[3px] border border-rule-strong px-3 font-medium hover:border-ink"
          >
            Ledger
          </Link>
        </div>
      </div>
      <p
        data-testid="verdict"
        className={`my-3 border-y-2 py-2 font-serif text-[20px] ${r.sound ? "border-moss text-moss" : "border-madder text-madder"}`}
      >
        {r.sound ? "▮▮" : "✕"} {r.verdict}
      </p>
      {r.stopped && <Notice>{r.stopped.message}</Notice>}
      {r.found.length > 0 && (
        <section>
          <h2 className="mb-1 font-serif text-[18px]">To be done</h2>
          <ul className="grid grid-cols-2 gap-x-6 max-md:grid-cols-1">
            {r.found.map((x, i) => (
              <li
                key={i}
                className="grid break-inside-avoid grid-cols-[110px_1fr] gap-3 border-line border-t py-2"
              >
                {x.picture ? <Place picture={x.picture} /> : <span />}
                <div>
                  <p>{x.finding.words}</p>
                  <p className="text-quiet text-sm">
                    {x.finding.code}
                    {x.finding.step ? ` · since step ${x.finding.step}` : ""} · {x.finding.advice}
                  </p>
                </div>
              </li>
            ))}
          </ul>
        </section>
      )}
      <Told title="Let stand, and why" findings={r.stand} />
      <Told title="Cautions" findings={r.cautions} />
      <section className="mt-3">
        <h2 className="mb-1 font-serif text-[18px]">Seams</h2>
        <table className="w-full text-sm">
          <thead className="text-left text-quiet">
            <tr>
              <th className="font-normal">seam</th>
              <th className="text-right font-normal">first side</th>
              <th className="text-right font-normal">second side</th>
              <th className="text-right font-normal">difference</th>
              <th className="pl-4 font-normal">promise</th>
              <th className="font-normal">verdict</th>
            </tr>
          </thead>
          <tbody>
            {seams.map((p) => (
              <tr key={p.name} className="break-inside-avoid border-line border-t">
                <td>{p.name}</td>
                <td className="text-right">{p.text_a}</td>
                <td className="text-right">{p.text_b}</td>
                <td className="text-right">{p.length_b === null ? "" : p.difference}</td>
                <td className="pl-4">{p.rule}</td>
                <td className={p.kept ? "text-moss" : "text-madder"}>
                  {p.kept ? "▮▮ kept" : `✕ ${p.text_over}`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <section className="mt-3 grid grid-cols-2 gap-6">
        <div>
          <h2 className="mb-1 font-serif text-[18px]">Round the body, as sewn</h2>
          {r.girths.length === 0 && <p className="text-quiet">Nothing here goes round the body.</p>}
          <dl className="grid grid-cols-[1fr_auto] gap-x-4 text-sm">
            {r.girths.map((g) => (
              <div key={g.what} className="contents">
                <dt>{g.what}</dt>
                <dd className="text-right">{g.text}</dd>
              </div>
            ))}
          </dl>
        </div>
        <div>
          <h2 className="mb-1 font-serif text-[18px]">Paper</h2>
          <p className="text-sm">{r.account}</p>
          <p className="text-sm">
            {detail.data.work.table.pieces.length} pieces, {detail.data.work.recipe.length} steps.
          </p>
        </div>
      </section>
      <p className="mt-4 text-quiet text-xs">
        Looked over by rule and tape. A fitting in cloth decides; for children’s and protective clothes local
        rules and a qualified person do.
      </p>
    </main>
  );
}

function Told({ title, findings }: { title: string; findings: Schemas["FindingOut"][] }) {
  if (findings.length === 0) return null;
  return (
    <section className="mt-3">
      <h2 className="mb-1 font-serif text-[18px]">{title}</h2>
      <ul className="text-sm">
        {findings.map((f, i) => (
          <li key={i} className="break-inside-avoid border-line border-t py-1">
            {f.words} {f.reason && <span className="italic">“{f.reason}”</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Place({ picture: p }: { picture: Schemas["PictureOut"] }) {
  const { box } = p;
  return (
    <svg
      role="img"
      aria-label={`The place on the ${p.piece}`}
      className="h-[77px] w-[110px] border border-line bg-table"
      viewBox={`${box.left} ${box.top} ${box.right - box.left} ${box.bottom - box.top}`}
    >
      <path d={p.outline} className="fill-paper stroke-ink" strokeWidth={0.2} />
      {p.lines.map((d, i) => (
        <path key={i} d={d} className="fill-none stroke-quiet" strokeWidth={0.1} strokeDasharray="0.5 0.4" />
      ))}
      <circle cx={p.at.x} cy={p.at.y} r={1.4} className="fill-none stroke-madder" strokeWidth={0.3} />
    </svg>
  );
}
