/** A family of sizes drafted at once from a size table, hung up as one set. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { client, ok } from "../../api/client";
import { keys, useSchools } from "../../api/queries";
import { Button, Choice, Field, Notice, Waiting } from "../../ui/controls";
import { Leaf } from "../../ui/Leaf";

export function FamilyDialog() {
  const [open, setOpen] = useState(false);
  return (
    <Leaf
      open={open}
      onOpen={setOpen}
      word="A family of sizes"
      button
      title="A family of sizes"
      about="One block for each size, drafted from a size table. Each is a block of its own: it can be tried on and corrected."
      wide={560}
      back="Back to the shelf"
    >
      <FamilyForm onDone={() => setOpen(false)} />
    </Leaf>
  );
}

function FamilyForm({ onDone }: { onDone: () => void }) {
  const tables = useQuery({ queryKey: ["size-tables"], queryFn: () => ok(client.GET("/api/size-tables")) });
  const schools = useSchools();
  const sets = useQuery({
    queryKey: [...keys.blocks, "sets"],
    queryFn: () => ok(client.GET("/api/shelf", { params: { query: { count: 1 } } })),
  });
  const queries = useQueryClient();
  const go = useNavigate();
  const [table, setTable] = useState("");
  const [chosen, setChosen] = useState<string[] | null>(null);
  const [school, setSchool] = useState("bodice-half-sheet");
  const [base, setBase] = useState("");
  const [name, setName] = useState("");
  const make = useMutation({
    mutationFn: (body: { table: string; sizes: string[] }) =>
      ok(client.POST("/api/blocks/sizes", { body: { ...body, school, name, base_set: base, settings: {} } })),
    onSuccess: async (made) => {
      await queries.invalidateQueries({ queryKey: keys.blocks });
      onDone();
      go(`/?size_set=${encodeURIComponent(made.size_set)}`);
    },
  });
  if (!tables.data || !schools.data) return <Waiting what="the size tables" />;
  const found = tables.data.find((t) => t.name === table) ?? tables.data[0];
  const drawn = schools.data.find((s) => s.name === school);
  if (!found) return null;
  const sizes = chosen ?? found.sizes;
  return (
    <form
      className="mt-3 grid gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        make.mutate({ table: found.name, sizes });
      }}
    >
      <Choice
        label="Size table"
        value={found.name}
        hint={found.source}
        onChange={(e) => {
          setTable(e.target.value);
          setChosen(null);
        }}
      >
        {tables.data.map((t) => (
          <option key={t.name} value={t.name}>
            {t.title}
          </option>
        ))}
      </Choice>
      <fieldset>
        <legend className="mb-0.5 font-medium">Sizes</legend>
        <div className="flex flex-wrap gap-1.5">
          {found.sizes.map((s) => {
            const on = sizes.includes(s);
            return (
              <label
                key={s}
                className={`cursor-pointer rounded-[3px] border px-2 py-1 focus-within:outline focus-within:outline-2 ${on ? "border-ink bg-ink text-wall" : "border-rule-strong bg-fresh"}`}
              >
                <input
                  type="checkbox"
                  className="sr-only"
                  checked={on}
                  onChange={() => setChosen(on ? sizes.filter((x) => x !== s) : [...sizes, s])}
                />
                {s}
              </label>
            );
          })}
        </div>
      </fieldset>
      <Choice
        label="Drafted by"
        value={school}
        onChange={(e) => setSchool(e.target.value)}
        hint={drawn?.base ? `It is drawn on ${drawn.base}.` : drawn?.reason}
      >
        {schools.data.map((s) => (
          <option key={s.name} value={s.name}>
            {s.title}
          </option>
        ))}
      </Choice>
      {drawn?.base && (
        <Choice
          label="Each on the same size of"
          value={base}
          onChange={(e) => setBase(e.target.value)}
          required={!drawn.base_optional}
        >
          <option value="">{drawn.base_optional ? "nothing" : "choose a family"}</option>
          {sets.data?.sets.map((s) => (
            <option key={s}>{s}</option>
          ))}
        </Choice>
      )}
      <Field
        label="Name of the family"
        value={name}
        onChange={(e) => setName(e.target.value)}
        required
        maxLength={100}
        placeholder="House bodice"
      />
      {make.isError && <Notice>{make.error.message}</Notice>}
      <Button weight="strong" type="submit" disabled={make.isPending || sizes.length === 0 || !name.trim()}>
        {make.isPending ? "Drafting …" : `Draft ${sizes.length} ${sizes.length === 1 ? "size" : "sizes"}`}
      </Button>
    </form>
  );
}
