/** Starting from a size table: what is typed stays, what is missing is estimated and marked so. */
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, ok, type Schemas } from "../../api/client";
import { Button, Choice, Notice } from "../../ui/controls";
import { Fold } from "../../ui/Fold";

interface Props {
  texts: Record<string, string>;
  onFilled: (filled: Schemas["Filled"]) => void;
}

export function FromTable({ texts, onFilled }: Props) {
  const tables = useQuery({
    queryKey: ["size-tables"],
    queryFn: () => ok(client.GET("/api/size-tables")),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const [name, setName] = useState("");
  const [size, setSize] = useState("");
  const table = tables.data?.find((t) => t.name === name) ?? tables.data?.[0];
  const fill = useMutation({
    mutationFn: () =>
      ok(client.POST("/api/measures/from-table", { body: { table: table?.name ?? "", size, texts } })),
    onSuccess: onFilled,
  });
  return (
    <Fold label="Estimate from a size table">
      {table && (
        <div className="grid w-[340px] gap-2">
          <Choice
            label="Table"
            value={table.name}
            onChange={(e) => {
              setName(e.target.value);
              setSize("");
            }}
          >
            {tables.data?.map((t) => (
              <option key={t.name} value={t.name}>
                {t.title}
              </option>
            ))}
          </Choice>
          <Choice label="Size" value={size} onChange={(e) => setSize(e.target.value)}>
            <option value="">by the bust that is typed</option>
            {table.sizes.map((s) => (
              <option key={s}>{s}</option>
            ))}
          </Choice>
          <p className="text-quiet text-sm">{table.source}</p>
          <Button onClick={() => fill.mutate()} disabled={fill.isPending}>
            Fill in what is missing
          </Button>
          {fill.isError && <Notice>{fill.error.message}</Notice>}
          {fill.isSuccess && (
            <p role="status" className="text-moss">
              {fill.data.estimated.length === 0
                ? "Nothing was missing that this table has."
                : `${fill.data.estimated.length} estimated. Each stays marked until it is measured.`}
            </p>
          )}
        </div>
      )}
    </Fold>
  );
}
