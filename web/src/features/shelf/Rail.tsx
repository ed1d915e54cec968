/** The rail: what hangs there by what was asked, all to one scale; more is fetched as the end comes into sight. */
import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import { Button, Notice } from "../../ui/controls";
import { PutAway } from "../workroom/PutAway";
import type { Away } from "../workroom/putAway";
import { StateTag } from "./StateTag";
import { Unreadable } from "./Unreadable";
import { type Asked, type Card, useShelf } from "./useShelf";

const STATES = ["drafted", "toile", "fitted", "retired"];
const WAY = "text-chalk underline underline-offset-2";
/** Dots of a card's picture. */
const WIDE = 190;
const HIGH = 118;

export function Rail({ onAway }: { onAway: (what: Away) => void }) {
  const { found, asked, ask, all } = useShelf();
  const end = useRef<HTMLDivElement>(null);
  const { fetchNextPage, hasNextPage, isFetchingNextPage } = found;
  useEffect(() => {
    const mark = end.current;
    if (!mark || !hasNextPage) return;
    const seen = new IntersectionObserver(
      (e) => e.some((x) => x.isIntersecting) && !isFetchingNextPage && void fetchNextPage(),
      { rootMargin: "600px" },
    );
    seen.observe(mark);
    return () => seen.disconnect();
  }, [hasNextPage, isFetchingNextPage, fetchNextPage]);
  if (found.isPending) return <p className="text-quiet">Fetching the shelf …</p>;
  if (found.isError) return <Notice>{found.error.message}</Notice>;
  const [first] = found.data.pages;
  const cards = found.data.pages.flatMap((p) => p.cards);
  if (!first) return null;
  if (first.all === 0)
    return (
      <Notice tone="quiet">
        The shelf is empty.{" "}
        <Link to="/measures" className={WAY}>
          Add a person and type her measures
        </Link>
        ; the block is drafted from them. Or{" "}
        <Link to="/incoming" className={WAY}>
          bring in a block that you have
        </Link>
        , drawn or on card.
      </Notice>
    );
  const scale = scaleFor(cards);
  const any = Object.values(asked).some(Boolean);
  return (
    <>
      {first.all > 6 || any ? (
        <Questions first={first} asked={asked} ask={ask} all={all} shown={first.total} />
      ) : null}
      {cards.length === 0 ? (
        <p className="border-ink border-t-4 bg-table px-4 py-6 text-quiet">
          Nothing hangs here by that.{" "}
          <Button weight="bare" onClick={all}>
            Show all {first.all}
          </Button>
        </p>
      ) : (
        <ul
          aria-label="Blocks"
          className="grid grid-cols-[repeat(auto-fill,minmax(220px,1fr))] gap-x-4 gap-y-7 border-ink border-t-4 bg-table px-4 pt-0 pb-5"
        >
          {cards.map((b) => (
            <li key={b.id} className="[contain-intrinsic-size:220px_232px] [content-visibility:auto]">
              <BlockCard block={b} scale={scale} onAway={onAway} />
            </li>
          ))}
        </ul>
      )}
      <div ref={end} />
      {isFetchingNextPage && <p className="mt-2 text-quiet">Fetching more …</p>}
    </>
  );
}

/** Dots per cm at which the largest of these blocks just fits its card. */
function scaleFor(cards: Card[]) {
  const fits = cards.flatMap(({ silhouette: s }) =>
    s ? [Math.min(WIDE / (s.box.right - s.box.left), HIGH / (s.box.bottom - s.box.top))] : [],
  );
  return Math.min(...fits, 4);
}

function Questions({
  first,
  asked,
  ask,
  all,
  shown,
}: {
  first: { people: Record<string, string>; kinds: string[]; sets: string[]; all: number };
  asked: Record<Asked, string>;
  ask: (what: Asked, value: string) => void;
  all: () => void;
  shown: number;
}) {
  const [typed, setTyped] = useState(asked.text);
  const now = useRef(ask);
  now.current = ask;
  useEffect(() => {
    if (typed.trim() === asked.text) return;
    const later = setTimeout(() => now.current("text", typed.trim()), 180);
    return () => clearTimeout(later);
  }, [typed, asked.text]);
  const people = Object.entries(first.people).sort((a, b) => a[1].localeCompare(b[1]));
  const choice = (what: Asked, label: string, options: [string, string][]) => (
    <label className="grid gap-0.5">
      <span className="text-quiet text-sm">{label}</span>
      <select
        className="h-9 max-w-[170px] rounded-[3px] border border-rule-strong bg-fresh px-2"
        value={asked[what]}
        onChange={(e) => ask(what, e.target.value)}
      >
        <option value="">any</option>
        {options.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
  const alike = (x: string): [string, string] => [x, x];
  return (
    <search className="mb-3 flex flex-wrap items-end gap-3">
      <label className="grid gap-0.5">
        <span className="text-quiet text-sm">Look for</span>
        <input
          className="h-9 w-[210px] rounded-[3px] border border-rule-strong bg-fresh px-2"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          placeholder="name, person, school, cloth"
        />
      </label>
      {choice("person", "Person", people)}
      {choice("kind", "Kind", first.kinds.map(alike))}
      {choice("state", "State", STATES.map(alike))}
      {choice("cloth", "Cloth", ["woven", "knit"].map(alike))}
      {first.sets.length > 0 && choice("size_set", "Sizes", first.sets.map(alike))}
      <p className="pb-2 text-quiet" role="status">
        {shown === first.all ? `${shown} blocks` : `${shown} of ${first.all}`}
        {Object.values(asked).some(Boolean) && (
          <button
            type="button"
            className="ml-2 text-chalk underline underline-offset-2"
            onClick={() => {
              setTyped("");
              all();
            }}
          >
            show all
          </button>
        )}
      </p>
    </search>
  );
}

function BlockCard({ block, scale, onAway }: { block: Card; scale: number; onAway: (what: Away) => void }) {
  return (
    <div className="group relative">
      <span aria-hidden="true" className="mx-auto block h-5 w-px bg-ink" />
      <div className="border border-rule-strong bg-wall hover:border-ink">
        <Link to={`/blocks/${block.id}`} className="block p-3 pb-0">
          <span className="flex h-[118px] justify-center">
            {block.silhouette ? (
              <Afar of={block.silhouette} scale={scale} label={`${block.name}: its pieces`} />
            ) : (
              <Unreadable why={block.unreadable} />
            )}
          </span>
          <span className="mt-2 block font-serif text-[17px] leading-tight [overflow-wrap:anywhere]">
            {block.name}
          </span>
          <span className="block text-quiet [overflow-wrap:anywhere]">
            {block.person || block.size_set || "for nobody yet"}
          </span>
          <span className="block truncate text-quiet text-sm" title={block.school}>
            {block.school}
          </span>
        </Link>
        <div className="flex flex-wrap items-center justify-between gap-x-2 px-3 pb-2 text-sm">
          <StateTag state={block.state} />
          <span className="text-quiet">
            rev. {block.revision} · {block.made}
          </span>
          {block.unreadable && (
            <a className="text-chalk underline underline-offset-2" href={`/api/blocks/${block.id}/file`}>
              Save it as it is
            </a>
          )}
        </div>
        <span className="reveal absolute right-1 bottom-8">
          <PutAway kind="block" id={block.id} name={block.name} onAway={onAway} />
        </span>
      </div>
    </div>
  );
}

/** A block from afar, so many dots to the cm: a child's bodice hangs smaller than a long skirt. */
function Afar({ of, scale, label }: { of: NonNullable<Card["silhouette"]>; scale: number; label: string }) {
  const { left, top, right, bottom } = of.box;
  const [w, h] = [right - left, bottom - top];
  return (
    <svg
      viewBox={`${left - 0.5} ${top - 0.5} ${w + 1} ${h + 1}`}
      width={(w + 1) * scale}
      height={(h + 1) * scale}
      role="img"
      aria-label={label}
      className="fill-paper stroke-ink *:[vector-effect:non-scaling-stroke]"
    >
      {of.lines.map((d, i) => (
        <path key={i} d={d} strokeWidth={1.2} />
      ))}
    </svg>
  );
}
