/** Putting things away and taking them back, wherever a page offers it. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { client, ok, type Schemas } from "../../api/client";
import { keys } from "../../api/queries";

export type Away = Schemas["AwayOut"];
export type Kind = Away["kind"];

export interface Thing {
  kind: Kind;
  id: number;
}

const place = (t: Thing) => ({ params: { path: { kind: t.kind, thing_id: t.id } } });

/** What every list has to be asked for anew once something came or went. */
function useListsAnew() {
  const queries = useQueryClient();
  return async () => {
    await Promise.all(
      [keys.away, keys.blocks, keys.styles, keys.people].map((queryKey) =>
        queries.invalidateQueries({ queryKey }),
      ),
    );
    void queries.invalidateQueries({ queryKey: ["block"] });
  };
}

export function usePutAway(onDone?: (what: Away) => void) {
  const anew = useListsAnew();
  return useMutation({
    mutationFn: (t: Thing) => ok(client.POST("/api/away/{kind}/{thing_id}", place(t))),
    onSuccess: async (what) => {
      await anew();
      onDone?.(what);
    },
  });
}

export function useTakeBack(onDone?: () => void) {
  const anew = useListsAnew();
  return useMutation({
    mutationFn: (t: Thing) => ok(client.POST("/api/away/{kind}/{thing_id}/back", place(t))),
    onSuccess: async () => {
      await anew();
      onDone?.();
    },
  });
}

export function useDelete() {
  const anew = useListsAnew();
  return useMutation({
    mutationFn: (t: Thing) => ok(client.DELETE("/api/away/{kind}/{thing_id}", place(t))),
    onSuccess: anew,
  });
}
