/** The block once more, for another person: drafted from her measures by the same school, or as it lies. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { client, ok, type Schemas } from "../../api/client";
import { keys, usePeople } from "../../api/queries";
import { Button, Choice, Field, Notice } from "../../ui/controls";
import { Leaf } from "../../ui/Leaf";

export function Duplicate({ block }: { block: Schemas["BlockDetail"] }) {
  const [open, setOpen] = useState(false);
  return (
    <Leaf
      open={open}
      onOpen={setOpen}
      word="Copy it for another person …"
      title={`${block.name}, for another person`}
      about="The copy is a block of its own, at its first revision. This one stays as it is."
      wide={520}
      back="Back to the block"
    >
      <CopyForm block={block} onDone={() => setOpen(false)} />
    </Leaf>
  );
}

function CopyForm({ block, onDone }: { block: Schemas["BlockDetail"]; onDone: () => void }) {
  const people = usePeople();
  const queries = useQueryClient();
  const go = useNavigate();
  const [person, setPerson] = useState("");
  const [chart, setChart] = useState("");
  const [name, setName] = useState(`${block.name}, copy`);
  const copy = useMutation({
    mutationFn: () =>
      ok(
        client.POST("/api/blocks/{block_id}/duplicate", {
          params: { path: { block_id: block.id } },
          body: {
            name,
            person_id: person ? Number(person) : null,
            chart_id: chart ? Number(chart) : null,
          },
        }),
      ),
    onSuccess: async (made) => {
      await queries.invalidateQueries({ queryKey: keys.blocks });
      onDone();
      go(`/blocks/${made.id}`);
    },
  });
  const her = people.data?.find((p) => String(p.id) === person);
  return (
    <form
      className="mt-3 grid gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        copy.mutate();
      }}
    >
      <Choice
        label="For"
        value={person}
        onChange={(e) => {
          const chosen = people.data?.find((p) => String(p.id) === e.target.value);
          setPerson(e.target.value);
          setChart(block.school_name && chosen?.charts[0] ? String(chosen.charts[0].id) : "");
          if (chosen) setName(`${chosen.name.split(" ")[0]}, ${block.school.toLowerCase()}`);
        }}
      >
        <option value="">nobody yet</option>
        {people.data?.map((p) => (
          <option key={p.id} value={p.id}>
            {p.name}
          </option>
        ))}
      </Choice>
      {her && block.school_name && (
        <Choice
          label="Drafted from"
          value={chart}
          onChange={(e) => setChart(e.target.value)}
          hint="By the same school, with the same settings and corrections."
        >
          {her.charts.map((c) => (
            <option key={c.id} value={c.id}>
              her measures of {c.taken_on}
            </option>
          ))}
          <option value="">nothing: the same paper</option>
        </Choice>
      )}
      <Field label="Name" value={name} onChange={(e) => setName(e.target.value)} required maxLength={120} />
      {copy.isError && <Notice>{copy.error.message}</Notice>}
      <Button weight="strong" type="submit" disabled={copy.isPending || !name.trim()}>
        Hang up the copy
      </Button>
    </form>
  );
}
