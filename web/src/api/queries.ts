/** What is read from the server, each under one key. */
import { type QueryClient, type QueryKey, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, ok, type Schemas } from "./client";

export const keys = {
  session: ["session"],
  people: ["people"],
  blocks: ["blocks"],
  styles: ["styles"],
  style: (id: number) => ["style", id],
  rules: ["rules"],
  away: ["away"],
} as const;

export const useSession = () =>
  useQuery({ queryKey: keys.session, queryFn: () => ok(client.GET("/api/session")), staleTime: 60_000 });
export const usePeople = () =>
  useQuery({ queryKey: keys.people, queryFn: () => ok(client.GET("/api/people")) });
export const useBlocks = () =>
  useQuery({ queryKey: keys.blocks, queryFn: () => ok(client.GET("/api/blocks")) });
export const useStyles = () =>
  useQuery({ queryKey: keys.styles, queryFn: () => ok(client.GET("/api/styles")) });
export const useRules = () =>
  useQuery({ queryKey: keys.rules, queryFn: () => ok(client.GET("/api/house-rules")) });
export const useMoves = () =>
  useQuery({
    queryKey: ["moves"],
    queryFn: () => ok(client.GET("/api/moves")),
    staleTime: Number.POSITIVE_INFINITY,
  });
export const useSchools = () =>
  useQuery({ queryKey: ["schools"], queryFn: () => ok(client.GET("/api/schools")) });
export const useMeasureKeys = () =>
  useQuery({ queryKey: ["measure-keys"], queryFn: () => ok(client.GET("/api/measure-keys")) });
export const useChartSchools = (chart: number) =>
  useQuery({
    queryKey: ["chart-schools", chart],
    queryFn: () =>
      ok(client.GET("/api/charts/{chart_id}/schools", { params: { path: { chart_id: chart } } })),
    enabled: chart > 0,
  });
export const useBlock = (id: number) =>
  useQuery({
    queryKey: ["block", id],
    queryFn: () => ok(client.GET("/api/blocks/{block_id}", { params: { path: { block_id: id } } })),
  });
export const useStyle = (id: number) =>
  useQuery({
    queryKey: keys.style(id),
    queryFn: () => ok(client.GET("/api/styles/{style_id}", { params: { path: { style_id: id } } })),
  });
/** All other styles, variants of this one first. */
export const useRelatives = (id: number) =>
  useQuery({
    queryKey: [...keys.styles, "relatives", id],
    queryFn: () => ok(client.GET("/api/styles/{style_id}/relatives", { params: { path: { style_id: id } } })),
  });
/** What a printed sheet writes otherwise than it is written; Latin letters need not be asked about. */
export const useRespelt = (texts: string[]) => {
  const others = [...new Set(texts.filter((text) => /[^ -\u024f]/.test(text)))].slice(0, 200);
  return useQuery({
    queryKey: ["letters", others],
    queryFn: () =>
      ok(client.POST("/api/letters", { body: { texts: others.map((text) => text.slice(0, 400)) } })),
    enabled: others.length > 0,
    staleTime: Number.POSITIVE_INFINITY,
  });
};
export const usePaper = (id: number, scale: "1:1" | "1:2" | "1:4" = "1:1", layers = "") =>
  useQuery({
    queryKey: ["paper", id, scale, layers],
    queryFn: () =>
      ok(
        client.GET("/api/styles/{style_id}/paper", {
          params: { path: { style_id: id }, query: { scale, layers } },
        }),
      ),
    placeholderData: (before) => before,
    retry: false,
  });

/** Shows what a change was answered with. A reading that is still under way may be older than it, and would put back what was changed: it is dropped. */
export async function answered(queries: QueryClient, key: QueryKey, found: unknown): Promise<void> {
  await queries.cancelQueries({ queryKey: key, exact: true });
  queries.setQueryData(key, found);
}

/** Puts a fresh session in place; everything else belongs to the workroom before and is forgotten. */
export function useEnter() {
  const queries = useQueryClient();
  return (session: Schemas["SessionOut"]) => {
    queries.removeQueries({ predicate: (q) => q.queryKey[0] !== "session" });
    queries.setQueryData(keys.session, session);
  };
}
