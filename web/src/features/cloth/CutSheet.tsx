/** The cut sheet: one page to look at and to print. */
import { Notice, Waiting } from "../../ui/controls";
import { Respelt } from "../../ui/Respelt";
import { useCutSheet } from "./useCloth";

const link =
  "no-print inline-flex min-h-9 items-center rounded-[3px] border border-ink bg-ink px-3 font-medium text-wall hover:border-chalk hover:bg-chalk";

export function CutSheet({ id }: { id: number }) {
  const sheet = useCutSheet(id);
  if (sheet.isPending) return <Waiting what="the cut sheet" />;
  if (sheet.isError)
    return (
      <div className="p-5">
        <Notice>{sheet.error.message}</Notice>
      </div>
    );
  const { rows, cloths, notions, working, order, title } = sheet.data;
  return (
    <main className="mx-auto max-w-[980px] px-5 py-5">
      <div className="mb-3 flex flex-wrap items-center justify-between gap-3">
        <h2 className="font-serif text-[21px] [overflow-wrap:anywhere]">Cut sheet · {title}</h2>
        <span className="flex flex-wrap gap-2">
          <a className={link} href={`/api/styles/${id}/cut-sheet.pdf`} download>
            Save it as one page
          </a>
          <a
            className="no-print inline-flex min-h-9 items-center rounded-[3px] border border-rule-strong bg-fresh px-3 font-medium hover:border-ink"
            href={`/api/styles/${id}/making-sheet.pdf`}
            download
          >
            Making sheet, step by step
          </a>
        </span>
      </div>
      <Respelt texts={[title, ...rows.map((r) => r.name)]} />
      <table className="w-full border-collapse bg-fresh tabular-nums">
        <thead>
          <tr className="border-ink border-b-2 text-left">
            {["", "Piece", "Cut", "Cloth", "Grain", "Lies in", "Area"].map((h) => (
              <th key={h} scope="col" className="px-2 py-1.5 font-medium">
                {h || <span className="sr-only">Picture</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.number} className="border-line border-b">
              <td className="px-2 py-1">
                <svg
                  viewBox={`${r.box.left} ${r.box.top} ${r.box.right - r.box.left} ${r.box.bottom - r.box.top}`}
                  className="h-11 w-16"
                  aria-hidden
                >
                  <path
                    d={r.picture}
                    className="fill-paper stroke-ink"
                    strokeWidth={(r.box.bottom - r.box.top) / 30}
                  />
                </svg>
              </td>
              <th scope="row" className="px-2 py-1 text-left font-medium">
                {r.number} {r.name}
              </th>
              <td className="px-2 py-1">{r.how}</td>
              <td className="px-2 py-1">{r.cloth}</td>
              <td className="px-2 py-1">{r.grain}</td>
              <td className="whitespace-nowrap px-2 py-1">{r.size}</td>
              <td className="whitespace-nowrap px-2 py-1 text-quiet">{r.area}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-quiet text-sm">
        Lies in: across × along the grain, as it is cut; half of a piece on the fold. Area: opened out.
      </p>
      <div className="mt-5 grid gap-6 md:grid-cols-2">
        <Pairs title="Cloth" pairs={cloths} none="No cloth." />
        <Pairs title="Notions" pairs={notions} none="Nothing but thread." />
        {working.length > 0 && <Pairs title="Sums" pairs={working} none="" />}
      </div>
      <section aria-label="How it can be sewn" className="mt-6">
        <h3 className="font-serif text-lg">How it can be sewn</h3>
        <p className="text-quiet text-sm">
          A suggestion, read off the seams: what runs over a joint waits until the joint is sewn.
        </p>
        <ol className="mt-1 grid list-decimal gap-1 pl-6">
          {order.map(([words, after]) => (
            <li key={words}>
              {words} {after && <span className="text-quiet">After {after}.</span>}
            </li>
          ))}
        </ol>
      </section>
      <p className="mt-5 text-quiet text-sm">
        Blades and needles counted before and after; cut away from your hand.
      </p>
    </main>
  );
}

function Pairs({ title, pairs, none }: { title: string; pairs: string[][]; none: string }) {
  return (
    <section aria-label={title}>
      <h3 className="font-serif text-lg">{title}</h3>
      {pairs.length === 0 && <p className="text-quiet">{none}</p>}
      <dl className="grid gap-1">
        {pairs.map(([label, words]) => (
          <div key={`${label} ${words}`} className="flex justify-between gap-4 border-line border-t pt-1">
            <dt>{label}</dt>
            <dd className="text-right tabular-nums">{words}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
