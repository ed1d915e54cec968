/** A style's findings, and what is said of them. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, ok, type Schemas } from "../../api/client";
import { keys } from "../../api/queries";

export type Finding = Schemas["FindingOut"];

/** Where a finding stands: to be mended, to be taken care of, or let stand for a reason. */
export const standing = (f: Pick<Finding, "reason" | "quiet">): "open" | "caution" | "let stand" =>
  f.reason !== null ? "let stand" : f.quiet ? "caution" : "open";

export function useFindings(id: number, version: number | undefined) {
  return useQuery({
    queryKey: ["findings", id, version],
    queryFn: () => ok(client.GET("/api/styles/{style_id}/findings", { params: { path: { style_id: id } } })),
    enabled: version !== undefined,
    placeholderData: (before) => before,
  });
}

export function useLettingStand(id: number) {
  const queries = useQueryClient();
  const place = (f: Finding) => ({ code: f.code, piece: f.piece, edge: f.edge, seam: f.seam });
  const path = { params: { path: { style_id: id } } };
  return useMutation({
    mutationFn: ({ finding, reason }: { finding: Finding; reason: string | null }) =>
      reason === null
        ? ok(
            client.POST("/api/styles/{style_id}/acknowledged/back", {
              ...path,
              body: { ...place(finding), reason: "" },
            }),
          )
        : ok(
            client.POST("/api/styles/{style_id}/acknowledged", {
              ...path,
              body: { ...place(finding), reason },
            }),
          ),
    onSuccess: (found) => {
      queries.setQueriesData({ queryKey: ["findings", id] }, found);
      void queries.invalidateQueries({ queryKey: keys.style(id) });
    },
  });
}
