/** The table of differences: all round, then piece by piece; what is alike only when asked for. */
import { useState } from "react";
import type { Schemas } from "../../api/client";

/** Two patterns in figures, whatever they are: styles, blocks, revisions. */
export type Differing = Pick<Schemas["LaidOverOut"], "tables" | "under" | "only_a" | "only_b">;

interface Props {
  found: Differing;
  names: [string, string];
  onShow: (piece: string) => void;
}

export function Differences({ found, names, onShow }: Props) {
  const [all, setAll] = useState(false);
  const tables = found.tables
    .map((t) => ({ ...t, figures: all ? t.figures : t.figures.filter((f) => !f.alike) }))
    .filter((t) => t.figures.length > 0);
  const alike = found.tables.reduce((n, t) => n + t.figures.filter((f) => f.alike).length, 0);
  return (
    <div className="grid gap-3">
      <div className="flex items-baseline justify-between gap-2">
        <h2 className="font-serif text-[17px]">In figures</h2>
        {alike > 0 && (
          <label className="flex items-center gap-1.5 text-quiet text-sm">
            <input type="checkbox" checked={all} onChange={(e) => setAll(e.target.checked)} />
            also the {alike} that are alike
          </label>
        )}
      </div>
      {tables.length === 0 && <p className="text-quiet">Nothing differs that one could cut.</p>}
      {tables.map((t) => (
        <table key={t.title} className="w-full border-collapse text-[13.5px] tabular-nums">
          <caption className="text-left font-medium">
            {found.under.pieces.some((p) => p.name === t.title) ? (
              <button
                type="button"
                className="underline decoration-rule-strong underline-offset-2 hover:text-chalk"
                title="Show it on the table"
                onClick={() => onShow(t.title)}
              >
                {t.title}
              </button>
            ) : (
              t.title
            )}
          </caption>
          <thead className="text-left text-quiet text-sm">
            <tr>
              <th className="font-normal">measured</th>
              <th className="text-right font-normal">paper</th>
              <th className="text-right font-normal">chalk</th>
              <th className="text-right font-normal">by</th>
            </tr>
          </thead>
          <tbody>
            {t.figures.map((f) => (
              <tr key={f.what} className="border-line border-t">
                <th scope="row" className="pr-2 text-left font-normal">
                  {f.what}
                </th>
                <td className="whitespace-nowrap text-right">{f.a || "none"}</td>
                <td className="whitespace-nowrap pl-2 text-right">{f.b || "none"}</td>
                <td className="whitespace-nowrap pl-2 text-right font-semibold">{f.difference}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ))}
      <Only of={names[0]} pieces={found.only_a} />
      <Only of={names[1]} pieces={found.only_b} />
    </div>
  );
}

function Only({ of, pieces }: { of: string; pieces: string[] }) {
  if (pieces.length === 0) return null;
  return (
    <p>
      <span className="text-quiet">Only in {of}:</span> {pieces.join(", ")}
    </p>
  );
}
