/** A block's fitting log, and everything that changes it: each answer is the whole log as it is then. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, ok, type Schemas } from "../../api/client";
import { answered, keys } from "../../api/queries";

export type Log = Schemas["LogOut"];
export type Toile = Schemas["FittingOut"];

export const logKey = (block: number) => ["fittings", block] as const;

export const useLog = (block: number) =>
  useQuery({
    queryKey: logKey(block),
    queryFn: () =>
      ok(client.GET("/api/blocks/{block_id}/fittings", { params: { path: { block_id: block } } })),
  });

/** One way of changing the log; what it answers is shown at once. */
export function useLogChange<T>(block: number, change: (what: T) => Promise<Log>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: async (log) => {
      await answered(queries, logKey(block), log);
      void queries.invalidateQueries({ queryKey: ["block", block] });
      void queries.invalidateQueries({ queryKey: ["followers", block] });
      void queries.invalidateQueries({ queryKey: keys.blocks });
    },
  });
}

/** A picture, sent as it is; the server reads what it is. */
export const sendPhotograph = (toile: number, file: File): Promise<Log> =>
  ok(
    client.POST("/api/fittings/{fitting_id}/photographs", {
      params: {
        path: { fitting_id: toile },
        query: { caption: file.name.replace(/\.\w+$/, "").slice(0, 80) },
      },
      // The file itself is the body; the description knows no body of dots.
      body: file as never,
      bodySerializer: (body: unknown) => body as File,
      headers: { "Content-Type": file.type || "image/jpeg" },
    }),
  );
