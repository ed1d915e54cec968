/** Measures before and after, those that differ. */
import type { Schemas } from "../../api/client";

interface Props {
  rows: Schemas["ComparedRow"][];
  before: string;
  after: string;
}

export function ChangesTable({ rows, before, after }: Props) {
  return (
    <table className="mt-3 w-full border-collapse">
      <thead>
        <tr className="border-ink border-b text-left text-sm">
          <th className="py-1 font-medium">Measure</th>
          <th className="whitespace-nowrap py-1 pl-4 text-right font-medium">{before}</th>
          <th className="whitespace-nowrap py-1 pl-4 text-right font-medium">{after}</th>
          <th className="whitespace-nowrap py-1 pl-4 text-right font-medium">Difference</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => (
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
  );
}
