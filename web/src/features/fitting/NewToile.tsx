/** The next toile: when it was tried on, in which cloth, and what is to be said of the whole. */
import { useState } from "react";
import { client, ok } from "../../api/client";
import { Button, Field, Notice } from "../../ui/controls";
import { useLogChange } from "./useLog";

const today = () => new Date().toISOString().slice(0, 10);

export function NewToile({ block, first, revision }: { block: number; first: boolean; revision: number }) {
  const [worn, setWorn] = useState(today);
  const [cloth, setCloth] = useState("");
  const [remarks, setRemarks] = useState("");
  const begin = useLogChange(block, () =>
    ok(
      client.POST("/api/blocks/{block_id}/fittings", {
        params: { path: { block_id: block } },
        body: { worn_on: worn, cloth, remarks },
      }),
    ),
  );
  return (
    <form
      className="mb-4 grid gap-2 border border-rule-strong bg-fresh p-3"
      aria-label="A new toile"
      onSubmit={(e) => {
        e.preventDefault();
        begin.mutate(undefined);
      }}
    >
      <h2 className="font-serif text-[17px]">
        {first ? "The first toile" : "The next toile"}, of revision {revision}
      </h2>
      {first && (
        <p className="text-quiet">
          Sew the block in plain cloth without allowances beyond the seams, try it on, and note here what you
          see. Nothing of the block changes before you say so.
        </p>
      )}
      <div className="grid grid-cols-[150px_1fr] gap-2">
        <Field label="Tried on" type="date" value={worn} onChange={(e) => setWorn(e.target.value)} required />
        <Field
          label="Cloth"
          value={cloth}
          onChange={(e) => setCloth(e.target.value)}
          maxLength={120}
          placeholder="calico, medium"
        />
      </div>
      <label className="grid gap-0.5">
        <span className="font-medium">On the whole</span>
        <textarea
          className="min-h-16 rounded-[3px] border border-rule-strong bg-fresh px-2 py-1"
          value={remarks}
          onChange={(e) => setRemarks(e.target.value)}
          maxLength={2000}
          placeholder="balance, length, how she stands"
        />
      </label>
      <Button weight="strong" type="submit" disabled={begin.isPending}>
        Enter the toile
      </Button>
      {begin.isError && <Notice>{begin.error.message}</Notice>}
    </form>
  );
}
