/** A block drafted anew with other settings: a new revision; styles keep the one they were traced from. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, ok, type Schemas } from "../../api/client";
import { answered, keys, useSchools } from "../../api/queries";
import { Button, Notice } from "../../ui/controls";
import { type Settings, SettingsForm } from "./SettingsForm";

export function Redraft({ block }: { block: Schemas["BlockDetail"] }) {
  const schools = useSchools();
  const queries = useQueryClient();
  const school = schools.data?.find((s) => s.name === block.school_name);
  const [values, setValues] = useState<Settings>({});
  const redraft = useMutation({
    mutationFn: () =>
      ok(
        client.POST("/api/blocks/{block_id}/revisions", {
          params: { path: { block_id: block.id } },
          body: { settings: values },
        }),
      ),
    onSuccess: async (fresh) => {
      setValues({});
      await answered(queries, ["block", block.id], fresh);
      void queries.invalidateQueries({ queryKey: keys.blocks });
    },
  });
  if (!school) return null;
  const changed = Object.keys(values).length;
  return (
    <details className="mt-4 border border-rule-strong bg-paper px-3 py-2">
      <summary className="cursor-pointer font-serif text-[17px]">Draft it with other settings</summary>
      <p className="my-2 text-quiet text-sm">
        What is not changed here stays as this block was drafted. The new revision hangs beside the old one.
      </p>
      <SettingsForm school={school} values={values} onChange={setValues} />
      <Button
        weight="strong"
        className="mt-3 w-full"
        disabled={changed === 0 || redraft.isPending}
        onClick={() => redraft.mutate()}
      >
        Hang up a new revision
      </Button>
      {redraft.isError && (
        <div className="mt-2">
          <Notice>{redraft.error.message}</Notice>
        </div>
      )}
    </details>
  );
}
