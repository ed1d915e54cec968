/** A person's name and note, and putting her or a chart of hers away. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, ok, type Schemas } from "../../api/client";
import { keys } from "../../api/queries";
import { Button, Field, Notice } from "../../ui/controls";
import { Fold } from "../../ui/Fold";
import { PutAway } from "../workroom/PutAway";
import type { Away } from "../workroom/putAway";

interface Props {
  person: Schemas["PersonOut"];
  chart?: Schemas["ChartOut"];
  onAway: (what: Away) => void;
}

export function PersonTools({ person, chart, onAway }: Props) {
  const [name, setName] = useState(person.name);
  const [note, setNote] = useState(person.note);
  const queries = useQueryClient();
  const save = useMutation({
    mutationFn: () =>
      ok(
        client.PUT("/api/people/{person_id}", {
          params: { path: { person_id: person.id } },
          body: { name, note },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.people }),
  });
  return (
    <Fold label="Name, put away">
      <form
        className="grid w-[300px] gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          save.mutate();
        }}
      >
        <Field label="Name" value={name} onChange={(e) => setName(e.target.value)} required />
        <Field label="Note" value={note} onChange={(e) => setNote(e.target.value)} />
        <div className="flex items-center gap-3">
          <Button type="submit" disabled={save.isPending || (name === person.name && note === person.note)}>
            Keep
          </Button>
          <span role="status" className="text-moss">
            {save.isSuccess ? "kept" : ""}
          </span>
        </div>
        {save.isError && <Notice>{save.error.message}</Notice>}
      </form>
      <div className="mt-4 grid gap-1 border-line border-t pt-3">
        {chart && (
          <p className="flex items-center justify-between gap-2">
            This chart of {chart.taken_on}
            <PutAway kind="chart" id={chart.id} name={`${person.name}, ${chart.taken_on}`} onAway={onAway} />
          </p>
        )}
        <p className="flex items-center justify-between gap-2">
          {person.name} with all charts
          <PutAway kind="person" id={person.id} name={person.name} onAway={onAway} />
        </p>
      </div>
    </Fold>
  );
}
