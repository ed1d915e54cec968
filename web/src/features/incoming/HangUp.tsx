/** What comes of the plan: what is still lacking, or the block with its audit; and the nail it is hung on. */
import { useState } from "react";
import { useNavigate } from "react-router";
import { usePeople } from "../../api/queries";
import { Button, Choice, Field, Notice } from "../../ui/controls";
import { type Came, useKeep } from "./useIncoming";

export function HangUp({
  found,
  busy,
  looking,
  onLook,
}: {
  found: Came;
  /** Something was changed that the block shown does not have yet. */
  busy: boolean;
  looking: "drawing" | "block";
  onLook: (what: "drawing" | "block") => void;
}) {
  const people = usePeople();
  const keep = useKeep(found.id);
  const go = useNavigate();
  const [name, setName] = useState(() => found.name.replace(/\.\w+$/, ""));
  const [person, setPerson] = useState("");
  const made = found.brought;
  return (
    <section aria-label="The block" className="grid gap-2 border-rule-strong border-t pt-3">
      <h2 className="font-serif text-[17px]">The block</h2>
      {found.refused && <p className="border-quiet border-l-4 bg-fresh px-3 py-2">{found.refused.message}</p>}
      {made && (
        <>
          <div className="flex gap-1.5">
            <Button
              aria-pressed={looking === "block"}
              onClick={() => onLook(looking === "block" ? "drawing" : "block")}
            >
              {looking === "block" ? "Look at the drawing" : "Look at the block"}
            </Button>
          </div>
          {made.told.map((t) => (
            <p key={t} className="text-quiet">
              {t}
            </p>
          ))}
          <ul className="grid gap-0.5 text-[14px]" aria-label="Audit">
            {made.audit.map((x, i) => (
              <li key={i} className="flex justify-between gap-2 border-line border-b">
                <span>
                  {x.kept === false && <span className="text-madder">✕ </span>}
                  {x.kept && <span className="text-moss">✓ </span>}
                  {x.title}
                </span>
                <span className="whitespace-nowrap tabular-nums">{x.text}</span>
              </li>
            ))}
          </ul>
          <form
            className="grid gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              keep.mutate(
                { name, person_id: person ? Number(person) : null },
                { onSuccess: (block) => go(`/blocks/${block.id}`) },
              );
            }}
          >
            <div className="grid grid-cols-2 gap-2">
              <Field
                label="Name of the block"
                value={name}
                onChange={(e) => setName(e.target.value)}
                required
                maxLength={120}
              />
              <Choice label="For" value={person} onChange={(e) => setPerson(e.target.value)}>
                <option value="">nobody yet</option>
                {people.data?.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.name}
                  </option>
                ))}
              </Choice>
            </div>
            <Button weight="strong" type="submit" disabled={busy || keep.isPending || !name.trim()}>
              Hang it on the shelf
            </Button>
            {keep.isError && <Notice>{keep.error.message}</Notice>}
          </form>
        </>
      )}
    </section>
  );
}
