/** Key lengths by body, the step from each to the next below them; a step unlike the others is marked. */
import { Fragment, useState } from "react";
import { Button, Scroller } from "../../ui/controls";
import type { Run } from "./useRuns";

export function RunLengths({ run, chosen }: { run: Run; chosen: string | null }) {
  const [oddOnly, setOddOnly] = useState(false);
  const odd = run.lengths.filter((k) => k.cells.some((c) => c.odd));
  const shown = oddOnly ? odd : run.lengths;
  const pieces = [...new Set(shown.map((k) => k.piece))];
  return (
    <div className="flex h-full flex-col bg-fresh">
      <p className="flex flex-wrap items-center gap-3 border-line border-b px-4 py-2">
        <span className="text-quiet">
          Lengths along the sewing line, {run.unit === "in" ? "inches" : "cm"}; below each the step from the
          body before.
        </span>
        <Button
          className="text-sm"
          aria-pressed={oddOnly}
          disabled={odd.length === 0}
          weight={oddOnly ? "strong" : "plain"}
          onClick={() => setOddOnly(!oddOnly)}
        >
          {odd.length === 0 ? "no step unlike the others" : `${odd.length} with a step unlike the others`}
        </Button>
      </p>
      <Scroller label="Lengths" className="min-h-0 flex-1">
        <table className="border-separate border-spacing-0 tabular-nums">
          <thead>
            <tr>
              <th className="sticky top-0 left-0 z-20 min-w-[150px] border-ink border-b bg-fresh" />
              {run.columns.map((c) => (
                <th
                  key={c}
                  scope="col"
                  className={`sticky top-0 z-10 min-w-[84px] max-w-[130px] border-ink border-b px-2 py-1.5 text-right align-bottom font-medium [overflow-wrap:anywhere] ${c === chosen ? "bg-chalk-pale" : "bg-fresh"}`}
                >
                  {c}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {pieces.map((piece) => (
              <Fragment key={piece}>
                <tr>
                  <th
                    scope="rowgroup"
                    className="sticky left-0 bg-fresh px-4 pt-3 pb-1 text-left font-medium font-serif text-[16px]"
                    colSpan={1}
                  >
                    {piece || "round the body"}
                  </th>
                  <td colSpan={run.columns.length} />
                </tr>
                {shown
                  .filter((k) => k.piece === piece)
                  .map((k) => (
                    <tr key={`${k.piece}|${k.name}`}>
                      <th
                        scope="row"
                        className="sticky left-0 border-line border-t bg-fresh px-4 py-1 text-left align-top font-normal"
                      >
                        {k.name}
                      </th>
                      {k.cells.map((c, i) => (
                        <td
                          key={run.columns[i]}
                          className={`border-line border-t px-2 py-1 text-right align-top ${run.columns[i] === chosen ? "bg-chalk-pale" : ""}`}
                        >
                          <span className="block leading-tight">{c.text}</span>
                          <span
                            className={`text-sm leading-tight ${c.odd ? "bg-tape/60 px-1 font-medium" : "text-quiet"}`}
                            title={c.odd ? "unlike the other steps" : undefined}
                          >
                            {c.step}
                          </span>
                        </td>
                      ))}
                    </tr>
                  ))}
              </Fragment>
            ))}
          </tbody>
        </table>
      </Scroller>
    </div>
  );
}
