/** Two patterns on one table: the first as paper, the second's outlines in chalk over it. */
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { Table, ToolButton } from "../../table/Table";
import { Overlaid } from "./Overlaid";

type Over = Pick<Schemas["LaidOverOut"], "under" | "over" | "extent" | "only_b">;

export function OverTable({
  found,
  names,
  unit,
  focus,
}: {
  found: Over;
  names: [string, string];
  unit: string;
  focus: Schemas["Box"] | null;
}) {
  const [lines, setLines] = useState(false);
  return (
    <Table
      drawing={{ ...found.under, box: found.extent }}
      unit={unit}
      label={`${names[1]} laid over ${names[0]}`}
      plain={lines}
      focus={focus}
      overlay={(view) => <Overlaid pieces={found.over.pieces} alone={found.only_b} view={view} />}
      tools={
        <ToolButton label="Plain lines instead of paper" pressed={lines} onClick={() => setLines(!lines)}>
          lines
        </ToolButton>
      }
    />
  );
}
