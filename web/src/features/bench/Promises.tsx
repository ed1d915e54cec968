/** The promises: each seam as a pair of bars to scale, side against side, notches as ticks. */
import { useState } from "react";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Scroller } from "../../ui/controls";

type Promise_ = Schemas["PromiseOut"];

interface Props {
  promises: Promise_[];
  kept: number;
  broken: number;
  account: Schemas["AccountOut"][];
  /** Pieces that the step in hand touches: their seams come right after the broken ones. */
  touched: string[];
  onShow: (edges: Schemas["EdgeOf"][]) => void;
  /** How many findings want something done, and the way to the ledger's own page. */
  found: number;
  ledger: string;
}

/** Broken first, then those touched by the step in hand, then the rest; each lot in its own order. */
export function inOrder(promises: Promise_[], touched: string[]): Promise_[] {
  const rank = (p: Promise_) => (!p.kept ? 0 : p.edges.some((e) => touched.includes(e.piece)) ? 1 : 2);
  return promises.toSorted((a, b) => rank(a) - rank(b));
}

export function Promises({ promises, kept, broken, account, touched, onShow, found, ledger }: Props) {
  const [open, setOpen] = useState(false);
  const seams = inOrder(
    promises.filter((p) => p.kind === "seam"),
    touched,
  );
  const legs = promises.filter((p) => p.kind === "legs");
  const longest = Math.max(1, ...promises.map((p) => Math.max(p.length_a, p.length_b ?? 0)));
  const badLegs = legs.filter((p) => !p.kept);
  return (
    <section aria-label="The promises" className="border-ink border-t bg-fresh">
      <div className="flex items-stretch">
        <div className="flex w-[150px] shrink-0 flex-col justify-center gap-1 border-line border-r px-3 py-2">
          <h2 className="font-serif">The promises</h2>
          <p
            aria-live="polite"
            data-testid="verdict"
            className={broken ? "font-semibold text-madder" : "text-moss"}
          >
            {broken ? `✕ ${broken} broken, ${kept} kept` : `▮▮ all ${kept} kept`}
          </p>
          <button
            type="button"
            className="w-fit text-chalk underline underline-offset-2"
            onClick={() => setOpen(!open)}
          >
            {open ? "close the ledger" : "open the ledger"}
          </button>
          <Link
            to={ledger}
            data-testid="found"
            className={`w-fit underline underline-offset-2 ${found ? "text-madder" : "text-chalk"}`}
          >
            {found ? `✕ ${found} found` : "all checks"}
          </Link>
        </div>
        <ul className="flex min-w-0 flex-1 gap-0 overflow-x-auto">
          {seams.map((p) => (
            <li key={p.name} className="min-w-[150px] flex-1 border-line border-r">
              <button
                type="button"
                className="block h-full w-full px-3 py-2 text-left hover:bg-chalk-pale"
                onClick={() => onShow(p.edges)}
              >
                <span className="flex items-baseline justify-between gap-2">
                  <span className="font-medium">{p.name}</span>
                  <span className={`text-sm ${p.kept ? "text-moss" : "font-semibold text-madder"}`}>
                    {!p.kept && <span className="sr-only">broken by </span>}
                    {p.kept ? "kept" : p.text_over}
                  </span>
                </span>
                <Bars promise={p} longest={longest} />
                <span className="text-quiet text-sm">
                  {taken(p) ? `${p.text_a} to ${p.text_b}` : p.text_a}
                </span>
                <span className="sr-only">, show it on the table</span>
              </button>
            </li>
          ))}
          <li className="min-w-[130px] px-3 py-2">
            <span className="flex items-baseline justify-between gap-2">
              <span className="font-medium">dart legs</span>
              <span className={`text-sm ${badLegs.length ? "font-semibold text-madder" : "text-moss"}`}>
                {badLegs.length ? "uneven" : "kept"}
              </span>
            </span>
            <span className="text-quiet text-sm">
              {legs.length === 0
                ? "no dart left"
                : `${legs.length} ${legs.length === 1 ? "dart" : "darts"}, legs equal`}
            </span>
          </li>
        </ul>
      </div>
      {open && (
        <Scroller label="The ledger" className="max-h-[40vh] border-line border-t">
          <LedgerTable promises={inOrder(promises, touched)} />
          <AccountTable account={account} />
        </Scroller>
      )}
    </section>
  );
}

function Bars({ promise: p, longest }: { promise: Promise_; longest: number }) {
  const width = (v: number) => (v / longest) * 100;
  // Promised fullness is no fault: only what goes beyond the rule is red.
  const over = p.length_b === null || p.length_b === undefined ? 0 : p.over;
  const longer = over > 0 ? p.length_a : (p.length_b ?? p.length_a);
  const tick = (v: number, y: number) => (
    <line
      key={`${v}${y}`}
      x1={width(v)}
      x2={width(v)}
      y1={y}
      y2={y + 7}
      className="stroke-fresh"
      strokeWidth={1}
    />
  );
  return (
    <svg viewBox="0 0 100 19" className="my-1 h-[19px] w-full" preserveAspectRatio="none" aria-hidden="true">
      <rect x={0} y={0} width={width(p.length_a)} height={8} className="fill-ink" />
      {p.length_b !== null && (
        <rect x={0} y={10} width={width(p.length_b)} height={8} className="fill-quiet" />
      )}
      {!p.kept && over !== 0 && (
        <rect
          x={width(longer - Math.abs(over))}
          y={over > 0 ? 0 : 10}
          width={Math.max(1.2, width(Math.abs(over)))}
          height={8}
          className="fill-madder"
        />
      )}
      {fullnessOf(p).map((f) => (
        <Fullness key={`${f.top}${f.from}`} {...f} from={width(f.from)} to={width(f.to)} />
      ))}
      {p.ticks_a.map((v) => tick(v, 0))}
      {p.ticks_b.map((v) => tick(v, 10))}
    </svg>
  );
}

interface Full {
  kind: string;
  top: number;
  from: number;
  to: number;
}

const FULL = ["pleat", "gather", "ease"];

/** Whether the sides are promised unlike: then both lengths are told. */
function taken(p: Promise_): boolean {
  return p.intervals.some((i) => FULL.includes(i.kind)) && p.has_partner && p.text_a !== p.text_b;
}

/** The stretches with fullness, on the bar of the side that has it, cm from its start. */
export function fullnessOf(p: Promise_): Full[] {
  let a = 0;
  let b = 0;
  return p.intervals.flatMap((i) => {
    const at = { a, b };
    a += i.length_a;
    b += i.length_b ?? 0;
    if (i.length_b === null || !FULL.includes(i.kind) || i.length_a === i.length_b) return [];
    return i.length_a > i.length_b
      ? [{ kind: i.kind, top: 0, from: at.a, to: a }]
      : [{ kind: i.kind, top: 10, from: at.b, to: b }];
  });
}

/** A pleat as its folds, seen from above; gathers as their small creases; ease as dots between. */
function Fullness({ kind, top, from, to }: Full) {
  const lines = kind === "pleat" ? 3 : Math.max(3, Math.round((to - from) / 1.2));
  const step = (to - from) / lines;
  const folds = Array.from({ length: lines }, (_, k) => from + k * step);
  const path =
    kind === "pleat"
      ? `M${from} ${top}L${to} ${top}L${from + step / 2} ${top + 8}L${to} ${top + 8}`
      : folds.map((x) => `M${x + step / 2} ${top + 1.5}v${kind === "gather" ? 5 : 1}`).join("");
  return (
    <g data-fullness={kind}>
      {kind === "pleat" && <rect x={from} y={top} width={to - from} height={8} className="fill-chalk-pale" />}
      <path
        d={path}
        className={`fill-none ${kind === "pleat" ? "stroke-ink" : "stroke-fresh"}`}
        strokeWidth={1}
        vectorEffect="non-scaling-stroke"
      />
    </g>
  );
}

function LedgerTable({ promises }: { promises: Promise_[] }) {
  return (
    <table className="w-full text-left">
      <thead className="sticky top-0 bg-wall text-quiet text-sm">
        <tr>
          {["Seam", "One side", "", "Other side", "", "Difference", "Rule", "Verdict"].map((h, i) => (
            <th key={i} className="px-3 py-1 font-medium">
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {promises.map((p) => (
          <PromiseRows key={p.name} promise={p} />
        ))}
      </tbody>
    </table>
  );
}

/** Block paper + new paper − what was put away = area: that all the paper is there. */
function AccountTable({ account }: { account: Schemas["AccountOut"][] }) {
  return (
    <table className="mt-3 w-full text-left" data-testid="account">
      <caption className="px-3 text-left font-serif text-[16px]">The paper account, cm²</caption>
      <thead className="bg-wall text-quiet text-sm">
        <tr>
          {["Sheet", "Block's paper", "+ new paper", "− put away", "= area", "Verdict"].map((h) => (
            <th key={h} className="px-3 py-1 font-medium">
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {account.map((a, i) => (
          <tr
            key={a.piece}
            className={`border-line border-t ${i === account.length - 1 ? "font-semibold" : ""}`}
          >
            <th scope="row" className="px-3 py-1 font-medium">
              {a.piece}
            </th>
            {[a.block, a.new, a.away, a.area].map((v, k) => (
              <td key={k} className="px-3">
                {v}
              </td>
            ))}
            <td className={`px-3 ${a.balanced ? "text-moss" : "font-semibold text-madder"}`}>
              {a.balanced ? "▮▮ all there" : "✕ does not come out"}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function PromiseRows({ promise: p }: { promise: Promise_ }) {
  return (
    <>
      <tr className="border-line border-t">
        <th scope="row" className="px-3 py-1 font-medium">
          {p.name}
        </th>
        <td className="px-3 text-quiet">{p.side_a}</td>
        <td className="whitespace-nowrap px-3 text-right">{p.text_a}</td>
        <td className="px-3 text-quiet">{p.side_b}</td>
        <td className="whitespace-nowrap px-3 text-right">{p.text_b}</td>
        <td className="whitespace-nowrap px-3 text-right">{p.length_b === null ? "" : p.difference}</td>
        <td className="px-3">{p.rule}</td>
        <td className={`px-3 ${p.kept ? "text-moss" : "font-semibold text-madder"}`}>
          {p.kept ? "▮▮ kept" : `✕ broken. ${p.cure}`}
        </td>
      </tr>
      {p.intervals.length > 1 &&
        p.intervals.map((i) => (
          <tr key={i.start} className="text-quiet text-sm">
            <td />
            <td className="px-3 pl-6">
              {i.start} to {i.end}
            </td>
            <td className="whitespace-nowrap px-3 text-right">{i.a}</td>
            <td />
            <td className="whitespace-nowrap px-3 text-right">{i.b}</td>
            <td className="whitespace-nowrap px-3 text-right">{i.difference}</td>
            <td className="px-3">{i.rule}</td>
            <td className={`px-3 ${i.kept ? "" : "font-semibold text-madder"}`}>
              {i.kept ? "" : "✕ broken here"}
            </td>
          </tr>
        ))}
    </>
  );
}
