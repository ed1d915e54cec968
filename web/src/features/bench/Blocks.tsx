/** The blocks a style is made of, by role: lay another one down, take one away. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, ok, Refusal, type Schemas } from "../../api/client";
import { answered, keys, useBlocks } from "../../api/queries";
import { Button, Choice, Field, Notice } from "../../ui/controls";
import { Leaf } from "../../ui/Leaf";

type Detail = Schemas["StyleDetail"];
type Done = Schemas["HeadDone"];

export function Blocks({ detail }: { detail: Detail }) {
  const [open, setOpen] = useState(false);
  return (
    <Leaf
      open={open}
      onOpen={setOpen}
      word="blocks …"
      title="The blocks of this style"
      about="They lie on one table. Steps are done again on whatever lies there."
      wide={560}
      back="Back to the table"
    >
      <Inside detail={detail} />
    </Leaf>
  );
}

function Inside({ detail }: { detail: Detail }) {
  const queries = useQueryClient();
  const blocks = useBlocks();
  const [block, setBlock] = useState("");
  const [role, setRole] = useState("");
  const change = useMutation({
    mutationFn: (run: () => Promise<Done>) => run(),
    onSuccess: async (done) => {
      await answered(queries, keys.style(detail.id), done.style);
      void queries.invalidateQueries({ queryKey: keys.styles });
      void queries.invalidateQueries({ queryKey: keys.blocks });
    },
  });
  const path = { style_id: detail.id };
  const { version } = detail;
  const lay = (sure: boolean) =>
    change.mutate(() =>
      ok(
        client.POST("/api/styles/{style_id}/blocks", {
          params: { path },
          body: { version, block_id: Number(block), role, sure },
        }),
      ),
    );
  const away = (name: string) =>
    change.mutate(() =>
      ok(
        client.POST("/api/styles/{style_id}/blocks/{role}/away", {
          params: { path: { ...path, role: name } },
          body: { version },
        }),
      ),
    );
  const asked = change.error instanceof Refusal && change.error.fault.code === "other_person";
  return (
    <div className="mt-3 grid gap-4">
      <ul className="grid gap-1">
        {detail.roles.map((r) => (
          <li key={r.role} className="flex items-baseline gap-3 border-line border-b pb-1">
            <span className="w-24 font-serif">{r.role}</span>
            <span className="min-w-0 flex-1">
              {r.block}, revision {r.revision}
              {r.newest > r.revision && (
                <span className="text-quiet"> (there is a newer one, {r.newest})</span>
              )}
            </span>
            {detail.roles.length > 1 && (
              <button
                type="button"
                className="text-chalk underline underline-offset-2"
                aria-label={`Take away the ${r.role}`}
                onClick={() => away(r.role)}
              >
                take away
              </button>
            )}
          </li>
        ))}
      </ul>
      {detail.waiting.length > 0 && (
        <p className="text-quiet">Still waiting for a part: {detail.waiting.join("; ")}.</p>
      )}
      <fieldset className="grid grid-cols-[1fr_130px_auto] items-end gap-2">
        <legend className="mb-1 font-medium">Lay another block down</legend>
        <Choice label="Block" value={block} onChange={(e) => setBlock(e.target.value)}>
          <option value="">choose one …</option>
          {(blocks.data ?? []).map((b) => (
            <option key={b.id} value={b.id}>
              {b.name}
              {b.person && `, ${b.person}`}
            </option>
          ))}
        </Choice>
        <Field
          label="Role"
          placeholder="by itself"
          value={role}
          maxLength={80}
          onChange={(e) => setRole(e.target.value)}
        />
        <Button disabled={!block || change.isPending} onClick={() => lay(false)}>
          Lay it down
        </Button>
      </fieldset>
      <div aria-live="polite" className="grid gap-1">
        {change.isPending && <p className="text-quiet">Laying the blocks and doing every step again …</p>}
        {change.error && (
          <Notice>
            {change.error.message}{" "}
            {asked && (
              <button type="button" className="underline underline-offset-2" onClick={() => lay(true)}>
                Lay it down all the same
              </button>
            )}
          </Notice>
        )}
        {change.data?.told.map((t) => (
          <p key={t} className="border-moss border-l-4 bg-fresh px-3 py-1">
            {t}
          </p>
        ))}
      </div>
    </div>
  );
}
