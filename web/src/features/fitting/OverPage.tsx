/** Two blocks over each other, or two revisions of one: aligned at a point, and what differs in figures. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { client, ok, type Schemas } from "../../api/client";
import { useBlock, useBlocks, useSession } from "../../api/queries";
import { Button, Choice, Notice, Scroller, Waiting } from "../../ui/controls";
import { Differences } from "../compare/Differences";
import { OverTable } from "../compare/OverTable";
import { Sample } from "../compare/Sample";
import { LengthField } from "../incoming/LengthField";

export function OverPage() {
  const params = useParams();
  const [id, other] = [Number(params.block), Number(params.other)];
  const [search, setSearch] = useSearchParams();
  const go = useNavigate();
  const [a, b] = [Number(search.get("a") ?? 0), Number(search.get("b") ?? 0)];
  const at = search.get("at") ?? "";
  const along = search.get("along") ?? "";
  const below = search.get("below") ?? "";
  const [focus, setFocus] = useState<Schemas["Box"] | null>(null);
  const session = useSession();
  const one = useBlock(id);
  const two = useBlock(other);
  const shelf = useBlocks();
  const found = useQuery({
    queryKey: ["blocks-over", id, other, a, b, at, along, below],
    queryFn: () =>
      ok(
        client.GET("/api/blocks/{block_id}/over/{other_id}", {
          params: { path: { block_id: id, other_id: other }, query: { a, b, at, along, below } },
        }),
      ),
    placeholderData: (before) => before,
  });
  const set = (name: string, value: string) =>
    setSearch(
      (old) => {
        if (value && value !== "0") old.set(name, value);
        else old.delete(name);
        return old;
      },
      { replace: true },
    );
  if (!session.data || !one.data) return <Waiting what="both blocks" />;
  return (
    <div className="flex h-full min-h-[560px]">
      <section
        aria-label="What differs"
        className="flex w-[430px] shrink-0 flex-col border-ink border-r bg-wall max-lg:w-[330px]"
      >
        <div className="grid gap-2 border-line border-b px-4 pt-3 pb-3">
          <h1 className="font-serif text-[21px] leading-tight">Blocks over each other</h1>
          <div className="grid grid-cols-[34px_1fr_130px] items-end gap-2">
            <span className="pb-2">
              <Sample kind="paper" />
            </span>
            <Link
              to={`/blocks/${id}`}
              className="min-w-0 pb-1.5 text-chalk underline underline-offset-2 [overflow-wrap:anywhere]"
            >
              {one.data.name}
            </Link>
            <Revision label="Revision" block={one.data} value={a} onChange={(v) => set("a", v)} />
            <span className="pb-2">
              <Sample kind="chalk" />
            </span>
            <Choice
              label="Over it"
              value={other}
              onChange={(e) => go(`/blocks/${id}/over/${e.target.value}`, { replace: true })}
            >
              {shelf.data?.map((s) => (
                <option key={s.id} value={s.id}>
                  {s.name}
                  {s.person && ` (${s.person})`}
                </option>
              ))}
            </Choice>
            {two.data && (
              <Revision label="Its revision" block={two.data} value={b} onChange={(v) => set("b", v)} />
            )}
          </div>
          {found.data && (
            <div className="grid grid-cols-2 gap-2">
              <Choice label="Lay together at" value={at} onChange={(e) => set("at", e.target.value)}>
                <option value="">each at its centre</option>
                {found.data.points.map((p) => (
                  <option key={p}>{p}</option>
                ))}
              </Choice>
              <Choice label="Along" value={along} onChange={(e) => set("along", e.target.value)}>
                <option value="">the grain</option>
                {found.data.ways.map((w) => (
                  <option key={w}>{w}</option>
                ))}
              </Choice>
            </div>
          )}
        </div>
        <Scroller label="Differences" className="min-h-0 flex-1 px-4 py-3">
          <Heights
            unit={session.data.unit}
            onAsk={(cm) => set("below", [below, Math.round(cm * 100) / 100].filter(Boolean).join(","))}
            onClear={below ? () => set("below", "") : null}
          />
          {found.isPending && <p className="text-quiet">Laying one over the other …</p>}
          {found.isError && <Notice>{found.error.message}</Notice>}
          {found.data && (
            <Differences
              found={found.data}
              names={[found.data.a, found.data.b]}
              onShow={(piece) => {
                const drawn = found.data.under.pieces.find((p) => p.name === piece);
                if (drawn) setFocus({ ...drawn.bounds });
              }}
            />
          )}
        </Scroller>
      </section>
      <main className="relative min-w-0 flex-1" aria-label="The table">
        {found.data ? (
          <OverTable
            found={found.data}
            names={[found.data.a, found.data.b]}
            unit={session.data.unit}
            focus={focus}
          />
        ) : (
          !found.isError && <Waiting what="the sheets" />
        )}
      </main>
    </div>
  );
}

/** How wide both are, so many cm below the point they lie together at. */
function Heights({
  unit,
  onAsk,
  onClear,
}: {
  unit: string;
  onAsk: (cm: number) => void;
  onClear: (() => void) | null;
}) {
  const [cm, setCm] = useState(0);
  return (
    <form
      className="mb-3 flex flex-wrap items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        onAsk(cm);
      }}
    >
      <LengthField label="How wide, so far below" unit={unit} value={cm} onChange={setCm} />
      <Button type="submit">Measure across</Button>
      {onClear && (
        <Button weight="bare" onClick={onClear}>
          leave them
        </Button>
      )}
    </form>
  );
}

function Revision({
  label,
  block,
  value,
  onChange,
}: {
  label: string;
  block: Schemas["BlockDetail"];
  value: number;
  onChange: (value: string) => void;
}) {
  return (
    <Choice label={label} value={value} onChange={(e) => onChange(e.target.value)}>
      <option value={0}>newest</option>
      {block.revisions.map((r) => (
        <option key={r.number} value={r.number}>
          {r.number}, {r.made}
        </option>
      ))}
    </Choice>
  );
}
