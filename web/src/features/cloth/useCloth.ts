/** Finishing, cut sheet, cloths and lays as the server keeps them. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, ok, type Schemas } from "../../api/client";
import { answered, keys } from "../../api/queries";

export type Lay = Schemas["LayOut"];
export type Cloth = Schemas["Cloth"];
export type ClothCard = Schemas["ClothOut"];
export type FinishLine = NonNullable<Schemas["FinishingIn"]["add"]>;
export type Finishing = Schemas["FinishingOut"];

const WATCH = 400;
/** milliseconds between looks at a lay that is being made */

const style = (id: number) => ({ params: { path: { style_id: id } } });

export const useFinishing = (id: number) =>
  useQuery({
    queryKey: ["finishing", id],
    queryFn: () => ok(client.GET("/api/styles/{style_id}/finishing", style(id))),
    retry: false,
  });

export function useFinishChange(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["FinishingIn"]) =>
      ok(client.POST("/api/styles/{style_id}/finishing", { ...style(id), body })),
    onSuccess: async (found) => {
      await answered(queries, ["finishing", id], found);
      for (const key of ["paper", "cut-sheet", "lays"]) void queries.invalidateQueries({ queryKey: [key] });
      void queries.invalidateQueries({ queryKey: keys.style(id) });
    },
    // Somebody was quicker: what stands now is shown.
    onError: () => void queries.invalidateQueries({ queryKey: ["finishing", id] }),
  });
}

export const useCutSheet = (id: number) =>
  useQuery({
    queryKey: ["cut-sheet", id],
    queryFn: () => ok(client.GET("/api/styles/{style_id}/cut-sheet", style(id))),
    retry: false,
  });

export const useCloths = () =>
  useQuery({ queryKey: ["cloths"], queryFn: () => ok(client.GET("/api/cloths")) });

export function useCardChange() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ id, body }: { id: number | null; body: Schemas["ClothIn"] }) =>
      id === null
        ? ok(client.POST("/api/cloths", { body }))
        : ok(client.PUT("/api/cloths/{cloth_id}", { params: { path: { cloth_id: id } }, body })),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["cloths"] }),
  });
}

export function useCardAway() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: number) =>
      ok(client.DELETE("/api/cloths/{cloth_id}", { params: { path: { cloth_id: id } } })),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["cloths"] }),
  });
}

export const useUses = (id: number) =>
  useQuery({
    queryKey: ["uses", id],
    queryFn: () => ok(client.GET("/api/styles/{style_id}/cloths", style(id))),
    retry: false,
  });

export function useAssign(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["UsesIn"]) =>
      ok(client.PUT("/api/styles/{style_id}/cloths", { ...style(id), body })),
    onSuccess: (found) => answered(queries, ["uses", id], found),
  });
}

export const useLays = (styleId?: number) =>
  useQuery({
    queryKey: ["lays", styleId ?? null],
    queryFn: () =>
      ok(client.GET("/api/lays", { params: { query: styleId === undefined ? {} : { style_id: styleId } } })),
  });

export function useAskLay() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["LayIn"]) => ok(client.POST("/api/lays", { body })),
    onSuccess: (found) => {
      queries.setQueryData(["lay", found.id], found);
      void queries.invalidateQueries({ queryKey: ["lays"] });
    },
  });
}

export const isGoing = (lay: Lay | undefined) => lay?.state === "running" || lay?.state === "waiting";

/** A lay; looked at again and again while it is being made. */
export const useLay = (id: number) =>
  useQuery({
    queryKey: ["lay", id],
    queryFn: () => ok(client.GET("/api/lays/{lay_id}", { params: { path: { lay_id: id } } })),
    refetchInterval: (query) => (isGoing(query.state.data as Lay | undefined) ? WATCH : false),
    retry: false,
  });

export function useLayChange<T>(id: number, change: (what: T) => Promise<Lay>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: (found) => answered(queries, ["lay", id], found),
    onError: () => void queries.invalidateQueries({ queryKey: ["lay", id] }),
  });
}

const lay = (id: number) => ({ params: { path: { lay_id: id } } });
export const stopLay = (id: number) => () => ok(client.POST("/api/lays/{lay_id}/stop", lay(id)));
export const layOn = (id: number) => (seconds: number) =>
  ok(client.POST("/api/lays/{lay_id}/on", { ...lay(id), body: { seconds } }));
export const slide = (id: number) => (body: Schemas["LayMoveIn"]) =>
  ok(client.POST("/api/lays/{lay_id}/move", { ...lay(id), body }));

export function useThrowLay() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: number) => ok(client.DELETE("/api/lays/{lay_id}", lay(id))),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["lays"] }),
  });
}
