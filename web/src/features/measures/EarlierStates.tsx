/** What a chart held before it was changed; each state can be had back. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, ok, type Schemas } from "../../api/client";
import { keys } from "../../api/queries";
import { Button, Notice } from "../../ui/controls";
import { Fold } from "../../ui/Fold";
import { ChangesTable } from "./ChangesTable";

interface Props {
  chart: Schemas["ChartOut"];
  /** An earlier state was had back. */
  onBack: () => void;
}

export function EarlierStates({ chart, onBack }: Props) {
  if (chart.earlier === 0) return null;
  return (
    <Fold label={chart.earlier === 1 ? "1 earlier state" : `${chart.earlier} earlier states`}>
      <States chart={chart} onBack={onBack} />
    </Fold>
  );
}

/** A moment in this browser's time: 2026-03-01 14:05. */
const moment = (iso: string) => new Date(iso).toLocaleString("sv-SE").slice(0, 16);

function States({ chart, onBack }: Props) {
  const queries = useQueryClient();
  const path = { chart_id: chart.id };
  const states = useQuery({
    queryKey: ["earlier", chart.id, chart.version],
    queryFn: () => ok(client.GET("/api/charts/{chart_id}/earlier", { params: { path } })),
  });
  const back = useMutation({
    mutationFn: (number: number) =>
      ok(
        client.POST("/api/charts/{chart_id}/earlier/{number}/back", {
          params: { path: { ...path, number } },
          body: { version: chart.version },
        }),
      ),
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: keys.people });
      onBack();
    },
  });
  return (
    <div className="grid w-[560px] max-w-[86vw] gap-4">
      {back.isError && <Notice>{back.error.message}</Notice>}
      {states.isError && <Notice>{states.error.message}</Notice>}
      {states.data?.map((s) => (
        <section key={s.number} className="border-line border-b pb-3">
          <div className="flex items-start justify-between gap-3">
            <p>
              <span className="font-serif text-[17px]">Until {moment(s.until)}</span>
              <span className="block text-quiet text-sm">
                {s.measures === 1 ? "one measure" : `${s.measures} measures`}; then {s.why}
              </span>
            </p>
            <Button disabled={back.isPending} onClick={() => back.mutate(s.number)}>
              Have it back
            </Button>
          </div>
          {s.rows.length > 0 ? (
            <ChangesTable rows={s.rows} before="now" after="then" />
          ) : (
            <p className="mt-2 text-quiet">Every measure was as it is now.</p>
          )}
        </section>
      ))}
    </div>
  );
}
