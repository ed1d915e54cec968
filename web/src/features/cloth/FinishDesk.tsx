/** Finishing: the pieces with cut and sewing lines; an edge chosen on the drawing or in the list is given another allowance or other corners. */
import { useState } from "react";
import { useSession } from "../../api/queries";
import { Button, Choice, Notice, Scroller, Waiting } from "../../ui/controls";
import { LengthField } from "../incoming/LengthField";
import { FinishPiece } from "./FinishPiece";
import { type Finishing, type FinishLine, useFinishChange, useFinishing } from "./useCloth";

export interface Chosen {
  piece: string;
  edge: string;
}
const CORNERS = [
  ["mitred", "mitred: both cut lines run on till they meet"],
  ["squared", "squared: cut off square where the stitching meets the next cut line"],
  ["folded", "folded: as it lies pressed up"],
] as const;
const EVERY = "";

export function FinishDesk({ id }: { id: number }) {
  const found = useFinishing(id);
  const session = useSession();
  const change = useFinishChange(id);
  const [chosen, setChosen] = useState<Chosen | null>(null);
  if (found.isPending || !session.data) return <Waiting what="the finished pieces" />;
  if (found.isError)
    return (
      <div className="p-5">
        <Notice>{found.error.message}</Notice>
      </div>
    );
  const { data } = found;
  const put = (add: FinishLine) => change.mutate({ version: data.version, add });
  return (
    <div className="flex h-full">
      <Scroller
        label="Finishing"
        className="w-[360px] shrink-0 border-ink border-r bg-wall px-4 py-4 max-lg:w-[300px]"
      >
        <p className="text-quiet">
          By the house rules, but for the lines below. Click an edge on a piece to finish it otherwise.
        </p>
        {change.isError && (
          <div className="mt-3">
            <Notice>{change.error.message}</Notice>
          </div>
        )}
        {chosen && (
          <EdgeForm
            key={`${chosen.piece} ${chosen.edge}`}
            data={data}
            chosen={chosen}
            unit={session.data.unit}
            onPut={put}
            onLeave={() => setChosen(null)}
          />
        )}
        <Lines
          data={data}
          busy={change.isPending}
          onOut={(out) => change.mutate({ version: data.version, out })}
        />
        <WholeStyle data={data} onPut={put} />
      </Scroller>
      <main className="grid min-w-0 flex-1 auto-rows-min grid-cols-[repeat(auto-fill,minmax(260px,1fr))] content-start gap-4 overflow-auto bg-table p-4">
        {data.pieces.map((p) => (
          <FinishPiece key={p.name} piece={p} chosen={chosen} onChoose={setChosen} onPut={put} />
        ))}
      </main>
    </div>
  );
}

function Lines({ data, busy, onOut }: { data: Finishing; busy: boolean; onOut: (n: number) => void }) {
  return (
    <section aria-label="Lines of this style" className="mt-4">
      <h2 className="font-serif text-lg">Otherwise than the house</h2>
      {data.lines.length === 0 && <p className="text-quiet">Nothing so far.</p>}
      <ol className="mt-1 grid gap-1.5">
        {data.lines.map((l, n) => (
          <li key={l.words} className="flex items-start justify-between gap-2 border-line border-t pt-1.5">
            <span className={l.idle ? "text-quiet" : ""}>
              {l.words}
              {l.idle && " It is not on the table any more."}
            </span>
            <Button weight="bare" className="shrink-0 text-quiet" disabled={busy} onClick={() => onOut(n)}>
              take out
            </Button>
          </li>
        ))}
      </ol>
    </section>
  );
}

function EdgeForm({
  data,
  chosen,
  unit,
  onPut,
  onLeave,
}: {
  data: Finishing;
  chosen: Chosen;
  unit: string;
  onPut: (line: FinishLine) => void;
  onLeave: () => void;
}) {
  const piece = data.pieces.find((p) => p.name === chosen.piece);
  const edge = piece?.edges.find((e) => e.edge === chosen.edge);
  const [cm, setCm] = useState(edge?.allowance ?? 0);
  const [corners, setCorners] = useState<string>(edge?.corners ?? "mitred");
  const [all, setAll] = useState(false);
  if (!edge) return null;
  const others = data.pieces.filter((p) => p.edges.some((e) => e.edge === chosen.edge)).length > 1;
  const put = () =>
    onPut({
      finish: "edge",
      piece: all ? EVERY : chosen.piece,
      edge: chosen.edge,
      allowance: Math.abs(cm - edge.allowance) > 1e-6 || corners === edge.corners ? cm : null,
      corners: corners === edge.corners ? null : (corners as "mitred"),
    });
  return (
    <form
      aria-label="The edge"
      className="mt-4 grid gap-3 border-madder border-l-4 bg-fresh px-3 py-3"
      onSubmit={(e) => {
        e.preventDefault();
        put();
      }}
    >
      <p className="font-serif text-[17px]">
        {chosen.piece}: {chosen.edge}
      </p>
      {edge.kind === "fold" ? (
        <p className="text-quiet">It lies on the fold: the other half is there, so it has no allowance.</p>
      ) : (
        <>
          <LengthField label="Allowance" unit={unit} value={cm} onChange={setCm} />
          <Choice label="Corners" value={corners} onChange={(e) => setCorners(e.target.value)}>
            {CORNERS.map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </Choice>
          {others && (
            <label className="flex items-center gap-2">
              <input
                type="checkbox"
                className="size-4 accent-ink"
                checked={all}
                onChange={(e) => setAll(e.target.checked)}
              />
              on every piece that has a {chosen.edge}
            </label>
          )}
        </>
      )}
      <div className="flex gap-2">
        {edge.kind !== "fold" && (
          <Button weight="strong" type="submit">
            Finish it so
          </Button>
        )}
        <Button onClick={onLeave}>Leave it</Button>
      </div>
    </form>
  );
}

function WholeStyle({ data, onPut }: { data: Finishing; onPut: (line: FinishLine) => void }) {
  const allNet = data.pieces.every((p) => p.net);
  const wide = data.pieces.flatMap((p) => p.darts).filter((d) => d.wide);
  return (
    <section aria-label="The whole style" className="mt-5 grid gap-2">
      <h2 className="font-serif text-lg">The whole style</h2>
      <p className="text-quiet">{data.notches}</p>
      <div className="flex flex-wrap gap-2">
        {(
          [
            ["slit", "Snips"],
            ["v", "V notches"],
            ["none", "No notches"],
          ] as const
        ).map(([notches, words]) => (
          <Button key={notches} onClick={() => onPut({ finish: "notches", notches })}>
            {words}
          </Button>
        ))}
      </div>
      <div className="flex flex-wrap gap-2">
        <Button onClick={() => onPut({ finish: "net", piece: EVERY, net: !allNet })}>
          {allNet ? "With allowances again" : "All pieces net"}
        </Button>
        {wide.length > 0 && (
          <Button
            onClick={() =>
              onPut({
                finish: "dart",
                piece: EVERY,
                dart: EVERY,
                cut_out: !wide.every((d) => d.cut_out),
                allowance: null,
              })
            }
          >
            {wide.every((d) => d.cut_out) ? "Fold all darts" : "Cut out the wide darts"}
          </Button>
        )}
      </div>
    </section>
  );
}
