/** Runs of a style over many bodies, as the server keeps them. */

import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, ok, type Schemas } from "../../api/client";
import { answered } from "../../api/queries";

export type Run = Schemas["RunOut"];
export type Nest = Schemas["NestOut"];

const WATCH = 300;
/** milliseconds between looks at a run that is being made */

const going = (state: string | undefined) => state === "waiting" || state === "running";
/** Whether something of it is being made still. */
export const isBeingMade = (run: Run | undefined) => going(run?.state) || going(run?.files?.state);
/** Whether bodies are being cut still. */
export const isBeingCut = (run: Run | undefined) => going(run?.state);

const of = (id: number) => ({ params: { path: { run_id: id } } });

export const useBodies = (style: number) =>
  useQuery({
    queryKey: ["bodies", style],
    queryFn: () => ok(client.GET("/api/styles/{style_id}/bodies", { params: { path: { style_id: style } } })),
  });

export const useRuns = (style?: number) =>
  useQuery({
    queryKey: ["runs", style ?? null],
    queryFn: () =>
      ok(client.GET("/api/runs", { params: { query: style === undefined ? {} : { style_id: style } } })),
  });

export function useAskRun() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["RunIn"]) => ok(client.POST("/api/runs", { body })),
    onSuccess: (found) => {
      queries.setQueryData(["run", found.id], found);
      void queries.invalidateQueries({ queryKey: ["runs"] });
    },
  });
}

/** A run; looked at again and again while it is being made. */
export const useRun = (id: number) =>
  useQuery({
    queryKey: ["run", id],
    queryFn: () => ok(client.GET("/api/runs/{run_id}", of(id))),
    refetchInterval: (query) => (isBeingMade(query.state.data) ? WATCH : false),
    retry: false,
  });

export function useRunChange(id: number, what: "stop" | "files") {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () =>
      what === "stop"
        ? ok(client.POST("/api/runs/{run_id}/stop", of(id)))
        : ok(client.POST("/api/runs/{run_id}/files", of(id))),
    onSuccess: (found) => answered(queries, ["run", id], found),
    onError: () => void queries.invalidateQueries({ queryKey: ["run", id] }),
  });
}

export function useThrowRun() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: number) => ok(client.DELETE("/api/runs/{run_id}", of(id))),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["runs"] }),
  });
}

export const useNest = (id: number, at: string, ready: boolean) =>
  useQuery({
    queryKey: ["nest", id, at],
    queryFn: () =>
      ok(
        client.GET("/api/runs/{run_id}/drawing", {
          params: { path: { run_id: id }, query: { at } },
        }),
      ),
    enabled: ready,
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: (before) => before,
    retry: false,
  });
