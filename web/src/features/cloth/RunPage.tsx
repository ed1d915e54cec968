/** A run: who it was cut on and how that went, all of them over each other, and their lengths side by side. */
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { Bar } from "../../ui/Bar";
import { Button, buttonLook, Notice, Page, Scroller, Waiting } from "../../ui/controls";
import { Respelt } from "../../ui/Respelt";
import { RunDrawing } from "./RunDrawing";
import { RunLay } from "./RunLay";
import { RunLengths } from "./RunLengths";
import { isBeingCut, type Run, useNest, useRun, useRunChange, useThrowRun } from "./useRuns";

const link = buttonLook();
type Side = "drawing" | "lengths" | "lay";
const SIDES: [Side, string][] = [
  ["drawing", "Over each other"],
  ["lengths", "Lengths"],
  ["lay", "On one cloth"],
];

export function RunPage() {
  const id = Number(useParams().run);
  const run = useRun(id);
  if (run.isPending) return <Waiting what="the run" />;
  if (run.isError)
    return (
      <Page title="Size run">
        <Notice>{run.error.message}</Notice>
      </Page>
    );
  return <Made key={id} run={run.data} />;
}

function Made({ run }: { run: Run }) {
  const [side, setSide] = useState<Side>("drawing");
  const [chosen, setChosen] = useState<number | null>(null);
  const [at, setAt] = useState("");
  const cut = !isBeingCut(run) && run.columns.length > 0;
  const nest = useNest(run.id, at, cut);
  const body = run.bodies.find((b) => b.number === chosen);
  const dashes = new Map(nest.data?.pieces.flatMap((p) => p.lain.map((l) => [l.body, l.dash] as const)));
  return (
    <div className="flex h-full min-h-[520px]">
      <Scroller
        label="The run"
        className="w-[360px] shrink-0 border-ink border-r bg-wall px-4 py-4 max-lg:w-[290px]"
      >
        <h1 className="font-serif text-[20px] leading-tight [overflow-wrap:anywhere]">{run.name}</h1>
        <p className="text-quiet">
          {run.when}.{" "}
          {run.style_id !== null && (
            <Link to={`/cloth/${run.style_id}/run`} className="text-chalk underline underline-offset-2">
              another run of {run.style}
            </Link>
          )}
        </p>
        {run.stale && (
          <div className="mt-3">
            <Notice tone="quiet">
              The style has changed since: what is shown, and its files, are those of then.
            </Notice>
          </div>
        )}
        <Progress run={run} />
        {run.message && (
          <div className="mt-3">
            <Notice>{run.message}</Notice>
          </div>
        )}
        <ul aria-label="Bodies" className="mt-3 grid">
          {run.bodies.map((b) => (
            <li key={b.number} className="border-line border-t">
              <button
                type="button"
                aria-pressed={chosen === b.number}
                disabled={!b.cut && !b.why}
                className={`grid w-full grid-cols-[44px_1fr_auto] items-center gap-x-2 px-1 py-1.5 text-left disabled:text-quiet ${chosen === b.number ? "bg-chalk-pale" : "hover:bg-ink/5"}`}
                onClick={() => setChosen(chosen === b.number ? null : b.number)}
              >
                <Swatch dash={dashes.get(b.number)} on={chosen === b.number} shown={b.cut} />
                <span className="min-w-0 [overflow-wrap:anywhere]">{b.label}</span>
                <Verdict body={b} />
              </button>
            </li>
          ))}
        </ul>
        {body && <Body run={run} body={body} />}
        <Files run={run} />
      </Scroller>
      <main className="flex min-w-0 flex-1 flex-col" aria-label="What came out">
        <div className="flex flex-wrap items-center gap-1 border-line border-b bg-fresh px-3">
          {SIDES.map(([to, name]) => (
            <button
              key={to}
              type="button"
              aria-pressed={side === to}
              className={`border-b-2 px-3 py-2 ${side === to ? "border-ink font-medium" : "border-transparent text-quiet hover:text-ink"}`}
              onClick={() => setSide(to)}
            >
              {name}
            </button>
          ))}
          {side === "drawing" && run.points.length > 0 && (
            <span className="ml-auto flex items-center gap-2 py-1">
              <span className="text-quiet" aria-hidden="true">
                Lying together at
              </span>
              <select
                aria-label="Lying together at"
                className="h-9 max-w-[260px] rounded-[3px] border border-rule-strong bg-fresh px-2"
                value={at}
                onChange={(e) => setAt(e.target.value)}
              >
                <option value="">where it fits best</option>
                {run.points.map((p) => (
                  <option key={p}>{p}</option>
                ))}
              </select>
            </span>
          )}
        </div>
        <div className="relative min-h-0 flex-1">
          {!cut ? (
            <p role="status" className="p-8 text-quiet">
              {isBeingCut(run) ? `Cutting: ${run.done} of ${run.of} …` : "It was cut on nobody."}
            </p>
          ) : side === "drawing" ? (
            <RunDrawing nest={nest} chosen={chosen} onChoose={setChosen} label={run.name} />
          ) : side === "lengths" ? (
            <RunLengths run={run} chosen={body?.label ?? null} />
          ) : (
            <RunLay run={run} />
          )}
        </div>
      </main>
    </div>
  );
}

function Swatch({ dash, on, shown }: { dash: number[] | undefined; on: boolean; shown: boolean }) {
  return (
    <svg viewBox="0 0 44 8" className="h-2 w-11" aria-hidden="true">
      {shown && (
        <path
          d="M 0 4 H 44"
          className={on ? "stroke-madder" : "stroke-ink"}
          strokeWidth={on ? 3 : 1.6}
          strokeDasharray={dash?.map((v) => v * 8).join(" ")}
        />
      )}
    </svg>
  );
}

function Verdict({ body: b }: { body: Run["bodies"][number] }) {
  if (b.why) return <span className="text-madder">not cut</span>;
  if (!b.cut) return <span className="text-quiet">…</span>;
  if (b.cannot.length)
    return (
      <span className="text-madder">
        {b.cannot.length} {b.cannot.length === 1 ? "step" : "steps"} left out
      </span>
    );
  if (b.broken.length) return <span className="text-madder">✕ {b.broken.length} broken</span>;
  if (b.findings.length) return <span className="text-madder">{b.findings.length} found</span>;
  return <span className="text-moss">▮▮ all kept</span>;
}

function Progress({ run }: { run: Run }) {
  const stop = useRunChange(run.id, "stop");
  if (!isBeingCut(run)) return null;
  return (
    <section aria-label="Progress" className="mt-3 grid gap-2">
      <Bar done={run.done} of={run.of} label="Bodies that are cut" />
      <p className="text-quiet tabular-nums" role="status">
        {run.state === "waiting" ? "It waits its turn." : `${run.done} of ${run.of} cut`}
      </p>
      <div>
        <Button onClick={() => stop.mutate()} disabled={stop.isPending || run.stopping}>
          {run.stopping ? "Stopping …" : "Enough"}
        </Button>
      </div>
      {stop.isError && <Notice>{stop.error.message}</Notice>}
    </section>
  );
}

/** What there is to say of one body, and her files. */
function Body({ run, body: b }: { run: Run; body: Run["bodies"][number] }) {
  const path = `/api/runs/${run.id}/bodies/${b.number}`;
  const lots = [
    ["Could not be done here", b.cannot, "border-madder"],
    ["Not kept", b.broken, "border-madder"],
    ["Found", b.findings, "border-madder"],
    ["To take care of", b.cautions, "border-tape"],
  ] as const;
  return (
    <section aria-label={b.label} className="mt-4 grid gap-2 border-ink border-t pt-3">
      <h2 className="font-serif text-lg [overflow-wrap:anywhere]">{b.label}</h2>
      {b.why && <Notice>{b.why}</Notice>}
      {b.said.map((s) => (
        <p key={s} className="text-quiet">
          {s}
        </p>
      ))}
      {lots.map(
        ([title, words, edge]) =>
          words.length > 0 && (
            <div key={title}>
              <h3 className="font-medium">{title}</h3>
              <ul className="grid gap-1">
                {words.map((w) => (
                  <li key={w} className={`border-l-4 bg-fresh px-2 py-1 ${edge}`}>
                    {w}
                  </li>
                ))}
              </ul>
            </div>
          ),
      )}
      {b.cut && (
        <p className="flex flex-wrap gap-1.5">
          {(["pdf", "svg", "dxf", "plt", "json"] as const).map((kind) => (
            <a key={kind} className={link} href={`${path}/pattern.${kind}`} download>
              {kind.toUpperCase()}
            </a>
          ))}
          <a className={link} href={`${path}/cut sheet.pdf`} download>
            Cut sheet
          </a>
        </p>
      )}
    </section>
  );
}

function Files({ run }: { run: Run }) {
  const write = useRunChange(run.id, "files");
  const away = useThrowRun();
  const go = useNavigate();
  const going = run.files?.state === "waiting" || run.files?.state === "running";
  const count = run.columns.length;
  return (
    <section aria-label="Files" className="mt-5 grid gap-2 border-line border-t pt-3">
      {!isBeingCut(run) && count > 0 && (
        <>
          <Respelt texts={[run.name, ...run.columns]} />
          <p className="flex flex-wrap gap-2">
            <a className={link} href={`/api/runs/${run.id}/all/all over each other.pdf`} download>
              Nested PDF
            </a>
            <a className={link} href={`/api/runs/${run.id}/all/all over each other.svg`} download>
              Nested SVG
            </a>
            <a className={link} href={`/api/runs/${run.id}/all/lengths.csv`} download>
              Lengths
            </a>
          </p>
          {going ? (
            <p role="status" className="grid gap-1 text-quiet">
              <Bar done={run.files?.done ?? 0} of={count} label="Bodies that are written" />
              Writing the files: {run.files?.done ?? 0} of {count}.
            </p>
          ) : run.files?.state === "done" ? (
            <p>
              <a className={link} href={`/api/runs/${run.id}/files.zip`} download>
                All files in one archive
              </a>
            </p>
          ) : (
            <div>
              <Button disabled={write.isPending} onClick={() => write.mutate()}>
                Write all files in one archive
              </Button>
            </div>
          )}
          {run.files?.message && <Notice>{run.files.message}</Notice>}
          {write.isError && <Notice>{write.error.message}</Notice>}
        </>
      )}
      <div className="flex">
        <Button
          weight="bare"
          className="ml-auto text-quiet"
          onClick={() => away.mutate(run.id, { onSuccess: () => void go("/cloth") })}
        >
          Throw it away
        </Button>
      </div>
    </section>
  );
}
