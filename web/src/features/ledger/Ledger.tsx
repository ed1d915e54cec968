/** The ledger: everything that a style promises, what the checks find, and what can be done about it. */
import { type ReactNode, useRef, useState } from "react";
import { Link, useParams } from "react-router";
import type { Schemas } from "../../api/client";
import { useSession, useStyles } from "../../api/queries";
import { Button, Notice, Page, Scroller, Waiting } from "../../ui/controls";
import { useHeldUnderHand } from "../../ui/heldUnderHand";
import { type StyleDetail, useStyleWork } from "../bench/useStyleWork";
import { Silhouette } from "../shelf/Silhouette";
import { Found } from "./Found";
import { History } from "./History";
import { Join } from "./Join";
import { OnTable } from "./OnTable";
import { Seams } from "./Seams";
import { Tie } from "./Tie";
import { standing, useFindings } from "./useFindings";
import { Walk } from "./Walk";

export function Ledger() {
  const { style } = useParams();
  const session = useSession();
  if (!style) return <ChooseStyle />;
  if (!session.data) return <Waiting what="the ledger" />;
  return <LedgerOf key={style} id={Number(style)} unit={session.data.unit} />;
}

function ChooseStyle() {
  const styles = useStyles();
  if (styles.isPending) return <Waiting what="the styles" />;
  return (
    <Page title="Ledger" lead="Choose the style whose seams and notches are to be looked at.">
      {styles.isError && <Notice>{styles.error.message}</Notice>}
      {styles.data?.length === 0 && (
        <Notice tone="quiet">
          No style yet. <Link to="/">Take a block from the shelf</Link> and start one.
        </Notice>
      )}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(250px,1fr))] gap-x-6 gap-y-0">
        {styles.data?.map((s) => (
          <li key={s.id} className="border-line border-t">
            <Link to={`/ledger/${s.id}`} className="flex items-center gap-3 py-2 hover:bg-ink/5">
              <span className="block h-14 w-20 shrink-0 bg-table p-1">
                <Silhouette drawing={s.drawing} label={s.name} />
              </span>
              <span className="min-w-0">
                <span className="block truncate font-serif text-[16px]">{s.name}</span>
                <span className={s.broken ? "text-madder" : "text-moss"}>
                  {s.broken ? `✕ ${s.broken} broken` : `▮▮ all ${s.kept} kept`}
                </span>
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </Page>
  );
}

/** What the right half of the page shows. */
export type Shown =
  | { what: "table"; finding?: Schemas["FindingOut"]; edges?: Schemas["EdgeOf"][] }
  | { what: "walk"; seam: string }
  | { what: "join"; piece?: string; edge?: string }
  | { what: "history"; seam: string };

function LedgerOf({ id, unit }: { id: number; unit: string }) {
  const { style, saving, refused, addStep } = useStyleWork(id);
  const found = useFindings(id, style.data?.version);
  const [shown, setShown] = useState<Shown>({ what: "table" });
  const [only, setOnly] = useState(true);
  if (style.isPending) return <Waiting what="the ledger" />;
  if (style.isError || !style.data)
    return (
      <main className="p-6">
        <Notice>{style.error?.message}</Notice>
      </main>
    );
  const detail = style.data;
  /** Whether it was put in; what was refused is said above the list. */
  const add = (step: Record<string, unknown>, label: string, typed?: Record<string, string>) =>
    addStep(step, label, typed).then(
      () => true,
      () => false,
    );
  return (
    <div className="flex h-full min-h-[560px]">
      <section
        aria-label="Promises and findings"
        className="flex w-[520px] shrink-0 flex-col border-ink border-r bg-wall max-xl:w-[450px] max-md:w-[330px]"
      >
        <Head detail={detail} found={found.data?.findings ?? []} only={only} onOnly={setOnly} />
        {refused && (
          <div className="px-4 pt-3">
            <Notice>{refused}</Notice>
          </div>
        )}
        <Scroller label="Findings and promises" className="min-h-0 flex-1 px-4 pb-6">
          <Held>
            <Found
              id={id}
              query={found}
              busy={saving}
              only={only}
              recipe={detail.work.recipe}
              shown={shown.what === "table" ? shown.finding : undefined}
              onShow={(finding) => setShown({ what: "table", finding })}
              onCure={(step, words) => add(step, words)}
            />
          </Held>
          {/* As tall as the list at least: there is always something to scroll by when the findings above it change. */}
          <div className="min-h-full">
            <Seams
              promises={detail.work.promises}
              only={only}
              unit={unit}
              busy={saving}
              onShow={setShown}
              onStep={add}
            />
            <Tie pieces={detail.work.table.pieces} busy={saving} onStep={add} />
          </div>
        </Scroller>
      </section>
      <main className="flex min-w-0 flex-1 flex-col" aria-label="What it looks like">
        <Ways shown={shown} onShow={setShown} promises={detail.work.promises} />
        <div className="relative min-h-0 flex-1">
          {shown.what === "table" && <OnTable detail={detail} unit={unit} shown={shown} />}
          {shown.what === "walk" && (
            <Walk
              key={shown.seam}
              id={id}
              seam={shown.seam}
              version={detail.version}
              unit={unit}
              busy={saving}
              onStep={add}
            />
          )}
          {shown.what === "join" && (
            <Join
              id={id}
              version={detail.version}
              asked={shown}
              busy={saving}
              onShow={setShown}
              onStep={add}
            />
          )}
          {shown.what === "history" && <History id={id} seam={shown.seam} version={detail.version} />}
        </div>
      </main>
    </div>
  );
}

/** The findings come when they are found; the promises below them stay under the hand meanwhile. */
function Held({ children }: { children: ReactNode }) {
  const part = useRef<HTMLDivElement>(null);
  useHeldUnderHand(part);
  // flow-root: the margins of what is in it count in its height.
  return (
    <div ref={part} className="flow-root">
      {children}
    </div>
  );
}

export function Head({
  detail,
  found,
  only,
  onOnly,
}: {
  detail: StyleDetail;
  found: Schemas["FindingOut"][];
  only: boolean;
  onOnly: (only: boolean) => void;
}) {
  const { kept, broken } = detail.work;
  const open = found.filter((f) => standing(f) === "open").length;
  return (
    <div className="grid gap-1.5 border-line border-b px-4 pt-3 pb-2.5">
      <div className="flex items-baseline justify-between gap-3">
        <h1 className="min-w-0 font-serif text-[21px] leading-tight [overflow-wrap:anywhere]">
          {detail.name}
        </h1>
        <span className="flex shrink-0 gap-3">
          <Link to={`/bench/${detail.id}`} className="text-chalk underline underline-offset-2">
            bench
          </Link>
          <Link to={`/ledger/${detail.id}/report`} className="text-chalk underline underline-offset-2">
            report
          </Link>
        </span>
      </div>
      <div className="flex items-center justify-between gap-3">
        <p data-testid="verdict" aria-live="polite">
          <span className={broken ? "font-semibold text-madder" : "text-moss"}>
            {broken ? `✕ ${broken} broken, ${kept} kept` : `▮▮ all ${kept} kept`}
          </span>
          <span className={open ? "text-madder" : "text-quiet"}>
            {open ? ` · ${open} found` : " · nothing found"}
          </span>
        </p>
        <div className="flex" role="group" aria-label="Which lines">
          <Button
            weight={only ? "strong" : "plain"}
            className="rounded-r-none text-sm"
            aria-pressed={only}
            onClick={() => onOnly(true)}
          >
            to do
          </Button>
          <Button
            weight={only ? "plain" : "strong"}
            className="-ml-px rounded-l-none text-sm"
            aria-pressed={!only}
            onClick={() => onOnly(false)}
          >
            all
          </Button>
        </div>
      </div>
    </div>
  );
}

function Ways({
  shown,
  onShow,
  promises,
}: {
  shown: Shown;
  onShow: (s: Shown) => void;
  promises: Schemas["PromiseOut"][];
}) {
  const seams = promises.filter((p) => p.kind === "seam");
  const walked = shown.what === "walk" || shown.what === "history" ? shown.seam : "";
  const look = (on: boolean) =>
    `border-b-2 px-3 py-2 ${on ? "border-ink font-medium" : "border-transparent text-quiet hover:text-ink"}`;
  const first = seams.find((p) => p.has_partner)?.name ?? "";
  return (
    <div className="flex flex-wrap items-center gap-1 border-line border-b bg-fresh px-3">
      <button
        type="button"
        className={look(shown.what === "table")}
        onClick={() => onShow({ what: "table" })}
      >
        On the table
      </button>
      <button
        type="button"
        className={look(shown.what === "walk")}
        disabled={!first}
        onClick={() => onShow({ what: "walk", seam: walked || first })}
      >
        Walk a seam
      </button>
      <button type="button" className={look(shown.what === "join")} onClick={() => onShow({ what: "join" })}>
        Laid together
      </button>
      <button
        type="button"
        className={look(shown.what === "history")}
        disabled={seams.length === 0}
        onClick={() => onShow({ what: "history", seam: walked || (seams[0]?.name ?? "") })}
      >
        History
      </button>
      {walked && (
        <span className="ml-auto flex items-center gap-2 py-1">
          <span className="text-quiet" aria-hidden="true">
            Seam
          </span>
          <select
            aria-label="Seam"
            className="h-9 rounded-[3px] border border-rule-strong bg-fresh px-2"
            value={walked}
            onChange={(e) =>
              onShow({ what: shown.what === "walk" ? "walk" : "history", seam: e.target.value })
            }
          >
            {seams
              .filter((p) => shown.what === "history" || p.has_partner)
              .map((p) => (
                <option key={p.name}>{p.name}</option>
              ))}
          </select>
        </span>
      )}
    </div>
  );
}
