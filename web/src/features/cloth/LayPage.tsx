/** A lay: the cloth with its pieces, better and better while it is looked for; what to buy and why; pieces slid and turned by hand. */
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { Bar } from "../../ui/Bar";
import { Button, buttonLook, Notice, Page, Scroller, Waiting } from "../../ui/controls";
import { LayTable } from "./LayTable";
import { isGoing, type Lay, layOn, slide, stopLay, useLay, useLayChange, useThrowLay } from "./useCloth";

const link = buttonLook();

export function LayPage() {
  const id = Number(useParams().lay);
  const lay = useLay(id);
  if (lay.isPending) return <Waiting what="the lay" />;
  if (lay.isError)
    return (
      <Page title="Lay">
        <Notice>{lay.error.message}</Notice>
      </Page>
    );
  return <Laid lay={lay.data} />;
}

function Laid({ lay }: { lay: Lay }) {
  const move = useLayChange(lay.id, slide(lay.id));
  const [chosen, setChosen] = useState<number | null>(null);
  const going = isGoing(lay);
  const piece = lay.pieces.find((p) => p.index === chosen);
  const put = (index: number, x: number, y: number, turn: number) =>
    move.mutateAsync({ version: lay.version, index, x, y, turn });
  const turned = () => {
    if (!piece || piece.turns.length < 2) return;
    // Half round about its own middle.
    const turn = (piece.turn + 180) % 360;
    void put(piece.index, 2 * piece.middle.x - piece.x, 2 * piece.middle.y - piece.y, turn).catch(
      () => undefined,
    );
  };
  return (
    <div className="flex h-full min-h-[520px]">
      <Scroller
        label="The lay"
        className="w-[330px] shrink-0 border-ink border-r bg-wall px-4 py-4 max-lg:w-[280px]"
      >
        <h1 className="font-serif text-[20px] leading-tight [overflow-wrap:anywhere]">{lay.name}</h1>
        <p className="text-quiet">
          {lay.use} on {lay.cloth}.{" "}
          <Link to="/cloth" className="text-chalk underline underline-offset-2">
            all lays
          </Link>
        </p>
        {lay.stale && (
          <div className="mt-3">
            <Notice tone="quiet">
              A style in it has changed since: the pieces here are those of then. Lay it anew.
            </Notice>
          </div>
        )}
        <Progress lay={lay} />
        {lay.message && (
          <div className="mt-3">
            <Notice>{lay.message}</Notice>
          </div>
        )}
        {lay.pieces.length > 0 && <Buying lay={lay} />}
        {lay.told.map((t) => (
          <p key={t} className="mt-2 border-tape border-l-4 bg-fresh px-3 py-1.5">
            {t}
          </p>
        ))}
        {!going && lay.pieces.length > 0 && (
          <section aria-label="By hand" className="mt-4 grid gap-2">
            <h2 className="font-serif text-lg">By hand</h2>
            <p className="text-quiet">
              Drag a piece; it stays where it lies on nothing else. Arrow keys slide the chosen one by a
              millimetre, with Shift by a centimetre.
            </p>
            {piece && (
              <p className="flex flex-wrap items-center gap-2">
                <span className="font-medium">{piece.label}</span>
                <Button disabled={piece.turns.length < 2 || move.isPending} onClick={turned}>
                  Turn it head to foot
                </Button>
                {piece.turns.length < 2 && (
                  <span className="text-quiet">
                    {piece.on_fold ? "it lies at the fold" : "it keeps its way"}
                  </span>
                )}
              </p>
            )}
            {move.isError && <Notice>{move.error.message}</Notice>}
          </section>
        )}
        <Ways lay={lay} />
      </Scroller>
      <main className="relative min-w-0 flex-1 bg-table" aria-label="The cloth">
        {lay.pieces.length > 0 ? (
          <LayTable
            lay={lay}
            chosen={chosen}
            free={!going && !move.isPending}
            onChoose={setChosen}
            onPut={put}
          />
        ) : (
          <p role="status" className="p-8 text-quiet">
            {going ? "The first lay is on its way …" : "Nothing was laid."}
          </p>
        )}
      </main>
    </div>
  );
}

function Progress({ lay }: { lay: Lay }) {
  const stop = useLayChange(lay.id, stopLay(lay.id));
  const on = useLayChange(lay.id, layOn(lay.id));
  const going = isGoing(lay);
  return (
    <section aria-label="Progress" className="mt-3 grid gap-2">
      {going && (
        <>
          <Bar done={lay.share} of={1} label="Time that is over" />
          <p className="text-quiet tabular-nums" role="status">
            {lay.state === "waiting"
              ? "It waits its turn."
              : `${Math.round(lay.share * lay.seconds)} of ${lay.seconds} seconds`}
            {lay.found > 0 && `, ${lay.found} times better`}
          </p>
          <div>
            <Button onClick={() => stop.mutate(undefined)} disabled={stop.isPending || lay.stopping}>
              {lay.stopping ? "Stopping …" : "Enough, keep the best"}
            </Button>
          </div>
        </>
      )}
      {!going && (
        <div className="flex flex-wrap gap-2">
          <Button disabled={on.isPending} onClick={() => on.mutate(60)}>
            Look another minute
          </Button>
        </div>
      )}
      {on.isError && <Notice>{on.error.message}</Notice>}
      {stop.isError && <Notice>{stop.error.message}</Notice>}
    </section>
  );
}

function Buying({ lay }: { lay: Lay }) {
  return (
    <section aria-label="To buy" className="mt-4">
      <p className="text-quiet">To buy</p>
      <p className="font-serif text-[32px] leading-none tabular-nums" data-testid="to-buy">
        {lay.buy}
      </p>
      <ul className="mt-1 grid gap-0.5 tabular-nums">
        {lay.reasons.map((r) => (
          <li key={r}>{r}</li>
        ))}
      </ul>
      <p className="mt-1 text-quiet tabular-nums">
        {lay.efficiency} of the cloth becomes pieces.
        {lay.cost && ` It costs ${lay.cost}.`}
      </p>
      {lay.wider && <p className="mt-1 text-quiet">{lay.wider}</p>}
      {lay.short.length > 0 && (
        <div className="mt-2 grid gap-1 border-madder border-l-4 bg-madder-pale px-3 py-2" role="alert">
          {lay.short.map((s) => (
            <p key={s}>{s}</p>
          ))}
        </div>
      )}
    </section>
  );
}

function Ways({ lay }: { lay: Lay }) {
  const away = useThrowLay();
  const go = useNavigate();
  return (
    <div className="mt-5 flex flex-wrap gap-2 border-line border-t pt-3">
      {lay.pieces.length > 0 && (
        <>
          <a className={link} href={`/api/lays/${lay.id}/lay.svg`} download>
            SVG
          </a>
          <a className={link} href={`/api/lays/${lay.id}/lay.json`} download>
            Figures
          </a>
        </>
      )}
      <Button
        weight="bare"
        className="ml-auto text-quiet"
        onClick={() => away.mutate(lay.id, { onSuccess: () => void go("/cloth") })}
      >
        Throw it away
      </Button>
    </div>
  );
}
