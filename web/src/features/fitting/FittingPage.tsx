/** A block tried on: the log of its toiles at the left, the block with what was pinned to it at the right. */
import { useState } from "react";
import { Link, useParams } from "react-router";
import { client, ok } from "../../api/client";
import { useSession } from "../../api/queries";
import { Table, type TablePoint } from "../../table/Table";
import { Button, Notice, Scroller, Waiting } from "../../ui/controls";
import { StateTag } from "../shelf/StateTag";
import { Followers } from "./Followers";
import { NewToile } from "./NewToile";
import { Pins } from "./Pins";
import { ToileEntry } from "./ToileEntry";
import { useLog, useLogChange } from "./useLog";

export function FittingPage() {
  const id = Number(useParams().block);
  const log = useLog(id);
  const session = useSession();
  const [chosen, setChosen] = useState<number | null>(null);
  const [spot, setSpot] = useState<TablePoint | null>(null);
  if (log.isError)
    return (
      <main className="p-6">
        <Notice>{log.error.message}</Notice>
      </main>
    );
  if (!log.data || !session.data) return <Waiting what="the fittings" />;
  const found = log.data;
  const toile = found.fittings.find((f) => f.id === chosen) ?? found.fittings[0];
  const open = found.fittings.some((f) => f.made === 0);
  return (
    <div className="flex h-full min-h-[560px]">
      <section
        aria-label="The fitting log"
        className="flex w-[430px] shrink-0 flex-col border-ink border-r bg-wall max-lg:w-[340px]"
      >
        <div className="border-line border-b px-4 pt-3 pb-3">
          <h1 className="font-serif text-[21px] leading-tight [overflow-wrap:anywhere]">
            {found.name}, tried on
          </h1>
          <p className="mt-1 flex flex-wrap items-center gap-2 text-quiet">
            <StateTag state={found.state} />
            <span>
              Revision {found.revision}
              {found.person && `, for ${found.person}`}
            </span>
            <Link to={`/blocks/${id}`} className="text-chalk underline underline-offset-2">
              the block
            </Link>
            {found.revision > 1 && (
              <Link
                to={`/blocks/${id}/over/${id}?a=${found.revision - 1}&b=${found.revision}`}
                className="text-chalk underline underline-offset-2"
              >
                over the revision before
              </Link>
            )}
          </p>
        </div>
        <Scroller label="Toiles" className="min-h-0 flex-1 px-4 py-3">
          <Followers block={id} />
          {!open && <NewToile block={id} first={found.fittings.length === 0} revision={found.revision} />}
          <div className="grid gap-4">
            {found.fittings.map((f) => (
              <ToileEntry
                key={f.id}
                block={id}
                toile={f}
                newest={found.revision}
                chosen={f.id === toile?.id}
                onChoose={() => {
                  setChosen(f.id);
                  setSpot(null);
                }}
              />
            ))}
          </div>
        </Scroller>
      </section>
      <main className="relative min-w-0 flex-1" aria-label="The block on the table">
        <Table
          drawing={found.drawing}
          unit={session.data.unit}
          label={`${found.name}: ${found.drawing.pieces.map((p) => p.name).join(", ")}`}
          onClick={(at) => toile && setSpot(at)}
          overlay={(view) => (toile ? <Pins notes={toile.notes} spot={spot} view={view} /> : null)}
        />
        {toile && (
          <div className="absolute bottom-3 left-10 max-w-[460px] border border-ink bg-wall p-3">
            {spot ? (
              <NoteForm
                key={`${spot.x} ${spot.y}`}
                block={id}
                toile={toile.id}
                spot={spot}
                onDone={() => setSpot(null)}
              />
            ) : (
              <p className="text-quiet">
                What you saw on toile {toile.number}: click where it was on the block.
              </p>
            )}
          </div>
        )}
      </main>
    </div>
  );
}

function NoteForm({
  block,
  toile,
  spot,
  onDone,
}: {
  block: number;
  toile: number;
  spot: TablePoint;
  onDone: () => void;
}) {
  const [text, setText] = useState("");
  const pin = useLogChange(block, (words: string) =>
    ok(
      client.POST("/api/fittings/{fitting_id}/notes", {
        params: { path: { fitting_id: toile } },
        body: { x: spot.x, y: spot.y, text: words },
      }),
    ),
  );
  return (
    <form
      className="grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        pin.mutate(text, { onSuccess: onDone });
      }}
    >
      <label className="grid gap-1">
        <span className="font-medium">What was seen here?</span>
        <input
          className="h-9 w-[420px] max-w-full rounded-[3px] border border-rule-strong bg-fresh px-2"
          value={text}
          onChange={(e) => setText(e.target.value)}
          maxLength={500}
          placeholder="drags to the side; gapes; too tight over the hip …"
          // biome-ignore lint/a11y/noAutofocus: it stands where the hand has just clicked
          autoFocus
          required
        />
      </label>
      <div className="flex gap-1.5">
        <Button weight="strong" type="submit" disabled={pin.isPending || !text.trim()}>
          Pin it there
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
      {pin.isError && <Notice>{pin.error.message}</Notice>}
    </form>
  );
}
