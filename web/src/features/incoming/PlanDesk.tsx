/** Which outline is which piece: corners picked on the line, edges named, darts and grain pointed at, the allowance taken off; then hung up. */
import { type ReactNode, useEffect, useRef, useState } from "react";
import { Table, type TablePoint } from "../../table/Table";
import { Button, Notice } from "../../ui/controls";
import { Desk } from "./Desk";
import { DrawnLines } from "./DrawnLines";
import { HangUp } from "./HangUp";
import { PairsForm } from "./PairsForm";
import { PieceForm } from "./PieceForm";
import { type Picking, picked, WANTED } from "./picking";
import { ScaleForm } from "./ScaleForm";
import {
  type Came,
  changeCorner,
  type PiecePlan,
  type Plan,
  savePlan,
  useChange,
  useGlossary,
} from "./useIncoming";

interface Props {
  found: Came;
  unit: string;
  head: ReactNode;
}

export function PlanDesk({ found, unit, head }: Props) {
  const [plan, setPlan] = useState<Plan>(found.plan);
  const [own, setOwn] = useState(0);
  const [picking, setPicking] = useState<Picking | null>(null);
  const [looking, setLooking] = useState<"drawing" | "block">("drawing");
  const glossary = useGlossary();
  const save = useChange(found.id, savePlan(found.id));
  const corner = useChange(found.id, changeCorner(found.id));
  const later = useRef<ReturnType<typeof setTimeout>>(undefined);
  // Changes that the server does not know yet; the block that is shown is of those before.
  const [waiting, setWaiting] = useState(false);
  const said = useRef(0);
  const unsaid = useRef(false);
  // What the server changed (a corner) is what stands here, unless something is typed that it does not know yet. An answer is shown before it is
  // told to this desk: in between, what it held before must not come back for a moment, or a form that was just opened closes again.
  useEffect(() => {
    if (!unsaid.current) setPlan(found.plan);
  }, [found.plan]);

  const change = (next: Plan, now = false) => {
    setPlan(next);
    clearTimeout(later.current);
    setWaiting(true);
    unsaid.current = true;
    said.current += 1;
    const mine = said.current;
    const settled = (answer?: Came) => {
      if (mine !== said.current) return;
      unsaid.current = false;
      setWaiting(false);
      if (answer) setPlan(answer.plan);
    };
    later.current = setTimeout(() => save.mutate(next, { onSettled: settled }), now ? 0 : 250);
  };
  const changePiece = (next: PiecePlan, now = false) =>
    change({ ...plan, pieces: (plan.pieces ?? []).map((p, i) => (i === own ? next : p)) }, now);
  const pieces = plan.pieces ?? [];
  const piece = pieces[own];

  const take = (number: number) => {
    const already = pieces.findIndex((p) => p.outline === number);
    if (already >= 0) {
      setOwn(already);
      return;
    }
    const outline = found.outlines[number];
    if (!outline) return;
    const corners = outline.corners.map((c): [number, number] => [c.x, c.y]);
    const name = outline.words[0] ?? outline.name;
    setOwn(pieces.length);
    change(
      {
        ...plan,
        pieces: [
          ...pieces,
          {
            outline: number,
            name:
              pieces.some((p) => p.name === name) || !name
                ? `piece ${number + 1}`
                : name.toLowerCase().slice(0, 80),
            corners,
            edges: corners.map(() => ""),
            allowance: 0,
            turned_over: false,
          },
        ],
      },
      true,
    );
  };

  const click = (at: TablePoint, _touch: boolean, hit: { piece: string } | null) => {
    if (!picking) {
      if (hit) take(Number(hit.piece));
      return;
    }
    if (picking.what === "corner") {
      const near =
        piece?.corners.findIndex((c) => Math.hypot(c[0] - at.x, c[1] - at.y) < at.reach * 0.6) ?? -1;
      corner.mutate({
        piece: own,
        at: near < 0 ? { x: at.x, y: at.y } : null,
        take_out: near < 0 ? null : near,
      });
      return;
    }
    const step = picked(picking, [at.x, at.y], plan, own);
    setPicking(step.next);
    if (step.plan) change(step.plan, true);
  };

  const drawing = looking === "block" && found.brought ? found.brought.drawing : null;
  const extent = found.extent ?? { left: 0, top: 0, right: 60, bottom: 40 };
  return (
    <Desk
      head={head}
      label="The plan"
      side={
        <div className="grid gap-4">
          {found.told.map((t) => (
            <Notice key={t} tone="quiet">
              {t}
            </Notice>
          ))}
          {found.ours ? (
            <Notice tone="quiet">
              This drawing was saved here: it says itself which piece is which. It can be hung up as it is.
            </Notice>
          ) : (
            <>
              {found.kind === "drawing" && (
                <ScaleForm
                  found={found}
                  plan={plan}
                  unit={unit}
                  onChange={change}
                  picking={picking}
                  onPick={setPicking}
                />
              )}
              <section aria-label="Pieces">
                <h2 className="font-serif text-[17px]">Pieces</h2>
                {found.outlines.length === 0 && (
                  <p className="text-quiet">
                    No closed line in it is large enough for a piece.
                    {found.inner.length > 0 && " Look in which unit it was drawn."}
                  </p>
                )}
                {found.open_lines.map((t) => (
                  <Notice key={t}>{t} Close it in the drawing program.</Notice>
                ))}
                <ul className="mt-1 grid gap-1">
                  {found.outlines.map((o) => {
                    const at = pieces.findIndex((p) => p.outline === o.number);
                    return (
                      <li key={o.number} className="flex items-baseline gap-2">
                        <button
                          type="button"
                          onClick={() => take(o.number)}
                          aria-pressed={at >= 0 && at === own}
                          className={`min-h-8 flex-1 rounded-[3px] border px-2 text-left ${at >= 0 && at === own ? "border-madder bg-fresh font-medium" : "border-rule-strong bg-fresh"}`}
                        >
                          {pieces[at]?.name ?? `Outline ${o.number + 1}`}{" "}
                          <span className="font-normal text-quiet text-sm">
                            {o.size}
                            {o.within >= 0 && ", inside another"}
                            {at < 0 && " · take it as a piece"}
                          </span>
                        </button>
                        {at >= 0 && (
                          <Button
                            weight="bare"
                            onClick={() => {
                              setOwn(0);
                              change({ ...plan, pieces: pieces.filter((_, i) => i !== at) }, true);
                            }}
                          >
                            leave out<span className="sr-only"> {pieces[at]?.name}</span>
                          </Button>
                        )}
                      </li>
                    );
                  })}
                </ul>
              </section>
              {piece && glossary.data && (
                <PieceForm
                  key={`${own} ${piece.outline}`}
                  piece={piece}
                  found={found}
                  glossary={glossary.data}
                  unit={unit}
                  picking={picking}
                  onPick={setPicking}
                  onChange={changePiece}
                />
              )}
            </>
          )}
          {!found.ours && pieces.length > 0 && (
            <PairsForm found={found} plan={plan} unit={unit} onChange={change} />
          )}
          {(corner.error ?? save.error) && <Notice>{(corner.error ?? save.error)?.message}</Notice>}
          <HangUp found={found} busy={waiting} looking={looking} onLook={setLooking} />
        </div>
      }
    >
      <Table
        drawing={drawing ?? { pieces: [], box: extent }}
        unit={unit}
        label={drawing ? "The block as it would hang" : `${found.name}: ${found.outlines.length} outlines`}
        {...(drawing ? {} : { onClick: click })}
        {...(picking ? { onPoint: () => undefined } : {})}
        overlay={(view) =>
          drawing ? null : <DrawnLines found={found} plan={plan} own={own} picking={picking} view={view} />
        }
      />
      {picking && (
        <div
          role="status"
          className="absolute bottom-3 left-10 flex max-w-[520px] items-center gap-3 border border-ink bg-wall px-3 py-2"
        >
          <span>{WANTED[picking.what][picking.places.length]}</span>
          <Button onClick={() => setPicking(null)}>{picking.what === "corner" ? "Done" : "Leave it"}</Button>
        </div>
      )}
    </Desk>
  );
}
