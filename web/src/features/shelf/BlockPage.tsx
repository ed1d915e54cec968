/** One block: how it was drawn, what it was drafted from, its audit, its revisions; and the start of a style. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { client, ok, type Schemas } from "../../api/client";
import { keys, useBlock, useSession } from "../../api/queries";
import { Table } from "../../table/Table";
import { Button, Choice, Field, Notice, Scroller, Waiting } from "../../ui/controls";
import { Respelt } from "../../ui/Respelt";
import { PackIt } from "../workroom/PackIt";
import { PutAway } from "../workroom/PutAway";
import { useTakeBack } from "../workroom/putAway";
import { AuditList } from "./AuditList";
import { Construction } from "./Construction";
import { Duplicate } from "./Duplicate";
import { Redraft } from "./Redraft";
import { StateTag } from "./StateTag";

const STATES = ["drafted", "toile", "fitted", "retired"];

export function BlockPage() {
  const id = Number(useParams().block);
  const block = useBlock(id);
  const session = useSession();
  const cure = useCure(id);
  if (block.isPending) return <Waiting what="the block" />;
  if (block.isError)
    return (
      <main className="p-6">
        <Notice>{block.error.message}</Notice>
        <p className="mt-3">
          <a className="text-chalk underline underline-offset-2" href={`/api/blocks/${id}/file`}>
            Save it as it is stored
          </a>
        </p>
      </main>
    );
  const b = block.data;
  return (
    <main className="flex h-full min-h-[560px]">
      <section
        aria-label="The block"
        className="w-[290px] shrink-0 overflow-auto border-ink border-r px-4 py-4"
      >
        <h1 className="font-serif text-[22px] leading-tight">{b.name}</h1>
        <p className="mt-1 text-quiet">
          {b.school}
          {b.person && `, for ${b.person}`}
          {b.based_on && `, drawn on a ${b.based_on.toLowerCase()}`}. Revision {b.revision}, {b.made}.
        </p>
        {b.away && <IsAway id={b.id} since={b.away} />}
        <StartStyle block={b} />
        <BlockState block={b} />
        <p className="mt-3 flex flex-wrap gap-x-3">
          <Link className="text-chalk underline underline-offset-2" to={`/blocks/${b.id}/fitting`}>
            Fittings: try it on, correct it
          </Link>
          <Link className="text-chalk underline underline-offset-2" to={`/blocks/${b.id}/over/${b.id}`}>
            Lay it over another
          </Link>
        </p>
        <p className="mt-3">
          <a className="text-chalk underline underline-offset-2" href={`/api/blocks/${b.id}/file`}>
            Save it as an open file
          </a>
          {", or as a drawing: "}
          <a className="text-chalk underline underline-offset-2" href={`/api/blocks/${b.id}/drawing/svg`}>
            SVG
          </a>
          {", "}
          <a className="text-chalk underline underline-offset-2" href={`/api/blocks/${b.id}/drawing/dxf`}>
            DXF
          </a>
          {b.school_name && (
            <>
              {"; or as "}
              <a
                className="text-chalk underline underline-offset-2"
                href={`/api/blocks/${b.id}/school-sheet.pdf`}
              >
                a sheet to draw from
              </a>
            </>
          )}
          {!b.away && (
            <PutAway kind="block" id={b.id} name={b.name} onAway={() => undefined} className="ml-2" />
          )}
        </p>
        {b.school_name && <Respelt texts={[b.name]} />}
        <p className="mt-3 grid justify-items-start gap-2">
          <Duplicate block={b} /> <PackIt blocks={[b.id]} />
        </p>
        {Object.keys(b.measures).length > 0 && (
          <Listed title="Drafted from">
            {Object.entries(b.measures).map(([k, v]) => (
              <li key={k} className="flex justify-between gap-2">
                <span>{k}</span>
                <span>{v}</span>
              </li>
            ))}
          </Listed>
        )}
        {b.corrections.length > 0 && (
          <Listed title="Corrected on the paper">
            {b.corrections.map((c, i) => (
              <li key={`${c}${i}`}>{c}</li>
            ))}
          </Listed>
        )}
        <Redraft block={b} />
        <Listed title="Revisions">
          {b.revisions.map((r) => (
            <li key={r.number}>
              <span className="font-medium">{r.number}</span> · {r.made} · {r.note}
            </li>
          ))}
        </Listed>
      </section>
      <div className="min-w-0 flex-1">
        {b.draft.stages.length > 0 ? (
          <Construction
            draft={b.draft}
            unit={session.data?.unit ?? "cm"}
            label={`${b.name}: ${b.drawing.pieces.map((p) => p.name).join(", ")}`}
          />
        ) : (
          <Table
            drawing={b.drawing}
            unit={session.data?.unit ?? "cm"}
            label={`${b.name}: ${b.drawing.pieces.map((p) => p.name).join(", ")}`}
          />
        )}
      </div>
      <Scroller
        label="Audit of the block"
        className="w-[270px] shrink-0 border-ink border-l px-4 py-4 max-lg:w-[220px]"
      >
        <AuditList lines={b.draft.audit} onCure={(remedy) => cure.mutate(remedy)} busy={cure.isPending} />
        {cure.isError && <Notice>{cure.error.message}</Notice>}
      </Scroller>
    </main>
  );
}

/** A block that was put away can be looked at, and taken back. */
function IsAway({ id, since }: { id: number; since: string }) {
  const back = useTakeBack();
  return (
    <div className="mt-3 grid gap-2 border border-rule-strong bg-paper p-3" role="status">
      <span>It was put away {since}: it hangs on no shelf, and the styles on it go on as they are.</span>
      <Button onClick={() => back.mutate({ kind: "block", id })} disabled={back.isPending}>
        Take it back
      </Button>
      {back.isError && <Notice>{back.error.message}</Notice>}
    </div>
  );
}

/** Applying an audit's cure hangs up a new revision; styles keep the one they were traced from. */
function useCure(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (remedy: Schemas["RemedyOut"]) =>
      ok(
        client.POST("/api/blocks/{block_id}/cure", {
          params: { path: { block_id: id } },
          body: { settings: remedy.settings, correction: remedy.correction },
        }),
      ),
    onSuccess: (block) => {
      queries.setQueryData(["block", id], block);
      void queries.invalidateQueries({ queryKey: keys.blocks });
    },
  });
}

function Listed({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="mt-5">
      <h2 className="font-serif text-lg">{title}</h2>
      <ul className="text-[14px] text-quiet">{children}</ul>
    </div>
  );
}

function StartStyle({ block }: { block: Schemas["BlockDetail"] }) {
  const [name, setName] = useState("");
  const go = useNavigate();
  const queries = useQueryClient();
  const start = useMutation({
    mutationFn: () => ok(client.POST("/api/styles", { body: { name, block_id: block.id } })),
    onSuccess: (style) => {
      queries.setQueryData(keys.style(style.id), style);
      void queries.invalidateQueries({ queryKey: keys.styles });
      go(`/bench/${style.id}`);
    },
  });
  return (
    <form
      className="my-4 grid gap-2 border-line border-y py-4"
      onSubmit={(e) => {
        e.preventDefault();
        start.mutate();
      }}
    >
      <Field
        label="Start a style from it"
        placeholder="Name of the style"
        value={name}
        onChange={(e) => setName(e.target.value)}
        required
      />
      <Button weight="strong" type="submit" disabled={start.isPending}>
        Trace it to the bench
      </Button>
      {start.isError && <Notice>{start.error.message}</Notice>}
      <p className="text-quiet text-sm">
        {block.styles === 0
          ? "No style uses it yet."
          : `${block.styles} ${block.styles === 1 ? "style uses" : "styles use"} it.`}
      </p>
    </form>
  );
}

function BlockState({ block }: { block: Schemas["BlockDetail"] }) {
  const queries = useQueryClient();
  const set = useMutation({
    mutationFn: (state: string) =>
      ok(
        client.PUT("/api/blocks/{block_id}/state", {
          params: { path: { block_id: block.id } },
          body: { state },
        }),
      ),
    onSuccess: () => {
      void queries.invalidateQueries({ queryKey: ["block", block.id] });
      void queries.invalidateQueries({ queryKey: keys.blocks });
    },
  });
  return (
    <div className="grid grid-cols-[1fr_auto] items-end gap-2">
      <Choice label="State" value={block.state} onChange={(e) => set.mutate(e.target.value)}>
        {STATES.map((s) => (
          <option key={s}>{s}</option>
        ))}
      </Choice>
      <span className="pb-1.5">
        <StateTag state={block.state} />
      </span>
    </div>
  );
}
