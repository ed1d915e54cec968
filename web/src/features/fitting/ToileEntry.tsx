/** One toile of the log: what was seen, what is corrected and what that changes, its pictures, and what came of it. */
import { useState } from "react";
import { Link } from "react-router";
import { client, ok } from "../../api/client";
import { Button, Notice } from "../../ui/controls";
import { Photographs } from "./Photographs";
import { type Toile, useLogChange } from "./useLog";

interface Props {
  block: number;
  toile: Toile;
  newest: number;
  chosen: boolean;
  onChoose: () => void;
}

export function ToileEntry({ block, toile, newest, chosen, onChoose }: Props) {
  const off = useLogChange(block, (note: number) =>
    ok(
      client.DELETE("/api/fittings/{fitting_id}/notes/{note_id}", {
        params: { path: { fitting_id: toile.id, note_id: note } },
      }),
    ),
  );
  return (
    <article
      aria-label={`Toile ${toile.number}`}
      className={`border-l-4 bg-fresh py-2 pr-2 pl-3 ${chosen ? "border-madder" : "border-rule-strong"}`}
    >
      <header className="flex items-baseline justify-between gap-2">
        <h2 className="font-serif text-[18px]">
          <button
            type="button"
            className="underline decoration-rule-strong underline-offset-2"
            onClick={onChoose}
          >
            Toile {toile.number}
          </button>
        </h2>
        <span className="text-quiet text-sm">
          {day(toile.worn_on)}
          {toile.cloth && `, ${toile.cloth}`}
        </span>
      </header>
      <p className="text-quiet text-sm">
        Of revision {toile.revision}
        {toile.made > toile.revision && `; revision ${toile.made} came of it`}
        {toile.made === toile.revision && "; it fits as it is"}.
      </p>
      {toile.remarks && <p className="mt-1 whitespace-pre-wrap [overflow-wrap:anywhere]">{toile.remarks}</p>}
      {toile.notes.length > 0 && (
        <ol className="mt-2 grid gap-1" aria-label="Notes">
          {toile.notes.map((n) => (
            <li key={n.id} className="flex gap-2">
              <span className="w-5 shrink-0 text-right font-semibold text-madder tabular-nums">
                {n.number}
              </span>
              <span className="min-w-0 flex-1 [overflow-wrap:anywhere]">
                {n.text} <span className="text-quiet text-sm">({n.piece})</span>
              </span>
              {toile.made === 0 && (
                <button
                  type="button"
                  className="self-start text-quiet text-sm underline underline-offset-2"
                  onClick={() => off.mutate(n.id)}
                >
                  take off<span className="sr-only"> note {n.number}</span>
                </button>
              )}
            </li>
          ))}
        </ol>
      )}
      <Corrections toile={toile} />
      {toile.changes.length > 0 && <Changes toile={toile} />}
      <Photographs block={block} toile={toile} />
      {toile.made === 0 && <Decide block={block} toile={toile} newest={newest} />}
    </article>
  );
}

function Corrections({ toile }: { toile: Toile }) {
  if (toile.made > 0 && toile.corrections.length === 0) return null;
  return (
    <div className="mt-2">
      <h3 className="font-medium">Corrections</h3>
      {toile.corrections.length === 0 ? (
        <p className="text-quiet">None yet.</p>
      ) : (
        <ol className="list-decimal pl-5">
          {toile.corrections.map((words, i) => (
            <li key={`${words}${i}`}>{words}</li>
          ))}
        </ol>
      )}
      {toile.stopped && <Notice>{toile.stopped}</Notice>}
      {toile.made === 0 && toile.style_id !== null && (
        <Link to={`/bench/${toile.style_id}`} className="text-chalk underline underline-offset-2">
          Correct it on the bench
        </Link>
      )}
    </div>
  );
}

/** What the corrections change: girths first, then edge by edge, also of the pieces sewn to those that were worked. */
function Changes({ toile }: { toile: Toile }) {
  return (
    <table className="mt-2 w-full border-collapse text-[13.5px] tabular-nums">
      <caption className="text-left font-medium">What they change</caption>
      <thead className="text-left text-quiet text-sm">
        <tr>
          <th className="font-normal">measured</th>
          <th className="text-right font-normal">tried on</th>
          <th className="text-right font-normal">corrected</th>
          <th className="text-right font-normal">by</th>
        </tr>
      </thead>
      <tbody>
        {toile.changes.flatMap((t) =>
          t.figures.map((f) => (
            <tr key={`${t.title} ${f.what}`} className="border-line border-t align-top">
              <th scope="row" className="pr-2 text-left font-normal">
                {t.title}, {f.what}
              </th>
              <td className="whitespace-nowrap text-right">{f.a || "none"}</td>
              <td className="whitespace-nowrap pl-2 text-right">{f.b || "none"}</td>
              <td className="whitespace-nowrap pl-2 text-right font-semibold">{f.difference}</td>
            </tr>
          )),
        )}
      </tbody>
    </table>
  );
}

function Decide({ block, toile, newest }: { block: number; toile: Toile; newest: number }) {
  const [note, setNote] = useState("");
  const make = useLogChange(block, (fitted: boolean) =>
    ok(
      client.POST("/api/fittings/{fitting_id}/revision", {
        params: { path: { fitting_id: toile.id } },
        body: { note, fitted },
      }),
    ),
  );
  const drop = useLogChange(block, () =>
    ok(client.DELETE("/api/fittings/{fitting_id}", { params: { path: { fitting_id: toile.id } } })),
  );
  const corrected = toile.corrections.length > 0;
  return (
    <div className="mt-3 grid gap-2 border-line border-t pt-2">
      {corrected && (
        <label className="grid gap-0.5">
          <span className="text-quiet text-sm">Why, for the block's history</span>
          <input
            className="h-9 rounded-[3px] border border-rule-strong bg-fresh px-2"
            value={note}
            maxLength={300}
            onChange={(e) => setNote(e.target.value)}
            placeholder={`after toile ${toile.number}`}
          />
        </label>
      )}
      <div className="flex flex-wrap gap-1.5">
        {corrected ? (
          <>
            <Button weight="strong" disabled={make.isPending} onClick={() => make.mutate(false)}>
              Revision {newest + 1}, another toile follows
            </Button>
            <Button disabled={make.isPending} onClick={() => make.mutate(true)}>
              Revision {newest + 1}, and it fits
            </Button>
          </>
        ) : (
          <Button disabled={make.isPending} onClick={() => make.mutate(true)}>
            It fits as it is
          </Button>
        )}
        <Button weight="bare" disabled={drop.isPending} onClick={() => drop.mutate(undefined)}>
          Take the toile out
        </Button>
      </div>
      {(make.error ?? drop.error) && <Notice>{(make.error ?? drop.error)?.message}</Notice>}
    </div>
  );
}

const day = (iso: string) =>
  new Date(`${iso}T12:00:00`).toLocaleDateString("en-GB", { day: "numeric", month: "long", year: "numeric" });
