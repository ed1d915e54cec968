/** Styles that come of this one: branch a variant from any step, duplicate it, cut it for another person; lay two over each other. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { client, ok, type Schemas } from "../../api/client";
import { keys, usePeople, useRelatives } from "../../api/queries";
import { Button, Choice, Field, Notice } from "../../ui/controls";
import { Leaf } from "../../ui/Leaf";

type Detail = Schemas["StyleDetail"];

export function Variants({ detail }: { detail: Detail }) {
  const [open, setOpen] = useState(false);
  return (
    <Leaf
      open={open}
      onOpen={setOpen}
      word="variants …"
      title={`${detail.name} and what comes of it`}
      about="A variant stays beside this style, to be laid over it; this style stays as it is."
      wide={580}
      back="Back to the table"
    >
      <div className="mt-3 grid gap-5">
        <Family detail={detail} />
        <Branch detail={detail} onDone={() => setOpen(false)} />
        <ForPerson detail={detail} onDone={() => setOpen(false)} />
      </div>
    </Leaf>
  );
}

function Family({ detail }: { detail: Detail }) {
  const relatives = useRelatives(detail.id);
  const kin = (relatives.data ?? []).filter((r) => r.kin);
  const others = (relatives.data ?? []).length - kin.length;
  return (
    <div>
      {kin.length === 0 && <p className="text-quiet">No variant yet.</p>}
      <ul className="grid gap-1">
        {kin.map((r) => (
          <li key={r.id} className="flex items-baseline gap-3 border-line border-b pb-1">
            <span className="min-w-0 flex-1 [overflow-wrap:anywhere]">
              {r.name}
              <span className="text-quiet">
                {r.person && `, ${r.person}`} · {r.steps} {r.steps === 1 ? "step" : "steps"}
              </span>
            </span>
            <Link
              to={`/bench/${r.id}`}
              className="text-chalk underline underline-offset-2"
              aria-label={`Work on ${r.name}`}
            >
              work on it
            </Link>
            <Link
              to={`/bench/${detail.id}/over/${r.id}`}
              className="text-chalk underline underline-offset-2"
              aria-label={`Lay ${r.name} over this style`}
            >
              lay it over
            </Link>
          </li>
        ))}
      </ul>
      {kin.length === 0 && others > 0 && (
        <Link to={`/bench/${detail.id}/over`} className="text-chalk underline underline-offset-2">
          lay another style over it
        </Link>
      )}
    </div>
  );
}

function Branch({ detail, onDone }: { detail: Detail; onDone: () => void }) {
  const queries = useQueryClient();
  const go = useNavigate();
  const [name, setName] = useState("");
  const recipe = detail.work.recipe;
  const [steps, setSteps] = useState(recipe.length);
  const branch = useMutation({
    mutationFn: (variant: boolean) =>
      ok(
        client.POST("/api/styles/{style_id}/branch", {
          params: { path: { style_id: detail.id } },
          body: { name, steps, variant },
        }),
      ),
    onSuccess: (made) => {
      queries.setQueryData(keys.style(made.id), made);
      void queries.invalidateQueries({ queryKey: keys.styles });
      onDone();
      void go(`/bench/${made.id}`);
    },
  });
  return (
    <fieldset className="grid gap-2">
      <legend className="mb-1 font-medium">Another one from it</legend>
      <div className="grid grid-cols-2 gap-2">
        <Field
          label="Name"
          placeholder="by itself"
          value={name}
          maxLength={120}
          onChange={(e) => setName(e.target.value)}
        />
        <Choice label="Takes along" value={steps} onChange={(e) => setSteps(Number(e.target.value))}>
          <option value={recipe.length}>all {recipe.length} steps</option>
          {recipe.slice(0, -1).map((s) => (
            <option key={s.number} value={s.number}>
              up to step {s.number}: {s.phrases.map((p) => p.text).join("")}
            </option>
          ))}
          {recipe.length > 0 && <option value={0}>only the blocks</option>}
        </Choice>
      </div>
      <div className="flex gap-2">
        <Button disabled={branch.isPending} onClick={() => branch.mutate(true)}>
          Branch a variant
        </Button>
        <Button
          disabled={branch.isPending}
          title="A style of its own that goes its own way"
          onClick={() => branch.mutate(false)}
        >
          Duplicate
        </Button>
      </div>
      {branch.error && <Notice>{branch.error.message}</Notice>}
    </fieldset>
  );
}

function ForPerson({ detail, onDone }: { detail: Detail; onDone: () => void }) {
  const queries = useQueryClient();
  const go = useNavigate();
  const people = usePeople();
  const [person, setPerson] = useState("");
  const cut = useMutation({
    mutationFn: (as_variant: boolean) =>
      ok(
        client.POST("/api/styles/{style_id}/person", {
          params: { path: { style_id: detail.id } },
          body: { version: detail.version, person_id: Number(person), as_variant, name: "" },
        }),
      ),
    onSuccess: (done) => {
      queries.setQueryData(keys.style(done.style.id), done.style);
      void queries.invalidateQueries({ queryKey: keys.styles });
      void queries.invalidateQueries({ queryKey: keys.blocks });
      if (done.style.id === detail.id) return;
      onDone();
      void go(`/bench/${detail.id}/over/${done.style.id}`, { state: { told: done.told } });
    },
  });
  return (
    <fieldset className="grid gap-2">
      <legend className="mb-1 font-medium">The same style for another person</legend>
      <div className="grid grid-cols-[1fr_auto_auto] items-end gap-2">
        <Choice label="Person" value={person} onChange={(e) => setPerson(e.target.value)}>
          <option value="">choose one …</option>
          {(people.data ?? []).map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}
            </option>
          ))}
        </Choice>
        <Button
          disabled={!person || cut.isPending}
          title="A variant on that person's blocks, laid over this one"
          onClick={() => cut.mutate(true)}
        >
          Cut a new one
        </Button>
        <Button
          disabled={!person || cut.isPending}
          title="This style itself goes over to that person's blocks; undo brings these back"
          onClick={() => cut.mutate(false)}
        >
          Cut this one anew
        </Button>
      </div>
      <div aria-live="polite" className="grid gap-1">
        {cut.isPending && <p className="text-quiet">Drafting the blocks and doing every step again …</p>}
        {cut.error && <Notice>{cut.error.message}</Notice>}
        {cut.data?.told.map((t) => (
          <p key={t} className="border-moss border-l-4 bg-fresh px-3 py-1">
            {t}
          </p>
        ))}
      </div>
    </fieldset>
  );
}
