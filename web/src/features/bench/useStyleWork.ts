/** A style as the server keeps it, and the ways to change it. Every change is saved as it is made. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, ok, Refusal, type Schemas } from "../../api/client";
import { answered, keys, useStyle } from "../../api/queries";

export type StyleDetail = Schemas["StyleDetail"];
type Steps = Schemas["StepsIn"]["steps"];

export function useStyleWork(id: number) {
  const style = useStyle(id);
  const queries = useQueryClient();
  const [refused, setRefused] = useState("");

  const save = useMutation({
    mutationFn: (run: () => Promise<StyleDetail>) => run(),
    onSuccess: async (detail) => {
      setRefused("");
      await answered(queries, keys.style(id), detail);
      void queries.invalidateQueries({ queryKey: keys.styles });
      void queries.invalidateQueries({ queryKey: ["paper", id] });
    },
    onError: (e) => {
      setRefused(e.message);
      if (e instanceof Refusal && e.status === 409) void style.refetch();
    },
  });

  const path = { params: { path: { style_id: id } } };
  const version = style.data?.version ?? 0;
  return {
    style,
    saving: save.isPending,
    refused,
    /** The style as it stands now: what was just saved is in it before the page has been drawn again. */
    current: () => queries.getQueryData<StyleDetail>(keys.style(id)),
    /** Other steps for the style as it was when they were made of its own: refused where it has changed since. */
    setSteps: (of: StyleDetail, steps: unknown[], label: string) =>
      save.mutateAsync(() =>
        ok(
          client.POST("/api/styles/{style_id}/steps", {
            ...path,
            body: { version: of.version, steps: steps as Steps, label },
          }),
        ),
      ),
    /** One more step, lengths in it as typed: the server reads them, by the house's unit. */
    addStep: (step: Record<string, unknown>, label: string, typed: Record<string, string> = {}) =>
      save.mutateAsync(async () => {
        const steps = style.data?.work.recipe.map((s) => s.step) ?? [];
        const read = Object.keys(typed).length ? await readLengths(style.data, steps, step, typed) : step;
        return ok(
          client.POST("/api/styles/{style_id}/steps", {
            ...path,
            body: { version, steps: [...steps, read] as Steps, label },
          }),
        );
      }),
    undo: () =>
      save.mutate(() => ok(client.POST("/api/styles/{style_id}/undo", { ...path, body: { version } }))),
    redo: () =>
      save.mutate(() => ok(client.POST("/api/styles/{style_id}/redo", { ...path, body: { version } }))),
  };
}

async function readLengths(
  style: StyleDetail | undefined,
  steps: unknown[],
  trying: Record<string, unknown>,
  typed: Record<string, string>,
) {
  const tried = await ok(
    client.POST("/api/preview", {
      body: {
        blocks: style?.blocks ?? {},
        steps: steps as Steps,
        style_id: style?.id ?? null,
        trying,
        typed,
        complete: true,
        show_before: false,
        show_bends: false,
      },
    }),
  );
  if (tried.refused) throw new Error(tried.refused.message.replace(/^Step \d+: /, ""));
  return tried.step ?? trying;
}
