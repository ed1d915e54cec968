/** A style or a block as one file, with all that belongs to it; packed on the workroom's page. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { client, ok } from "../../api/client";
import { Button, Notice } from "../../ui/controls";

export function PackIt({ styles = [], blocks = [] }: { styles?: number[]; blocks?: number[] }) {
  const go = useNavigate();
  const queries = useQueryClient();
  const pack = useMutation({
    mutationFn: () => ok(client.POST("/api/archives", { body: { styles, blocks } })),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ["archives"] });
      void go("/workroom");
    },
  });
  return (
    <span className="inline-grid gap-2">
      <Button disabled={pack.isPending} onClick={() => pack.mutate()}>
        Pack it for another workroom
      </Button>
      {pack.isError && <Notice>{pack.error.message}</Notice>}
    </span>
  );
}
