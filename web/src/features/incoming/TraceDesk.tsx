/** The card traced on the flat picture: corners and points of curves clicked round it, each drawn to the card's edge; lengths as one goes. */
import { useEffect, useRef, useState } from "react";
import { Table, type TablePoint } from "../../table/Table";
import { Button, Field, Notice } from "../../ui/controls";
import { useInOrder } from "../../ui/useInOrder";
import { Desk, type StageProps } from "./Desk";
import { LengthField } from "./LengthField";
import { Loupe } from "./Loupe";
import { saveTrace, snapTo, useChange } from "./useIncoming";

type Photograph = StageProps["photo"];
type Trace = Photograph["trace"];
type Outline = NonNullable<Trace["outlines"]>[number];
type Node = NonNullable<Outline["nodes"]>[number];
type Hand = "corner" | "curve" | "known";

/** State that the next click must know before it is drawn. */
function useStanding<T>(begin: T) {
  const [value, set] = useState(begin);
  const now = useRef(begin);
  const put = (next: T) => {
    now.current = next;
    set(next);
  };
  return [value, now, put] as const;
}

export function TraceDesk({ found, photo, unit, head, onDone }: StageProps) {
  const [trace, setTrace] = useState<Trace>(photo.trace);
  const [own, setOwn] = useState(0);
  const [hand, setHand] = useState<Hand>("corner");
  const [snap, setSnap] = useState(true);
  const [first, firstNow, setFirst] = useStanding<[number, number] | null>(null);
  const [spot, setSpot] = useState<TablePoint | null>(null);
  const [lost, setLost] = useState("");
  // A point that was picked up: the next click is where it belongs.
  const [held, heldNow, setHeld] = useStanding<number | null>(null);
  const save = useChange(found.id, saveTrace(found.id));
  // Clicks come quicker than answers: each is put to what stands then.
  const now = useRef(trace);
  const { inOrder } = useInOrder();
  useEffect(() => {
    now.current = trace;
  }, [trace]);
  const flat = photo.flat;
  if (!flat) return null;
  const change = (next: Trace) => {
    now.current = next;
    setTrace(next);
    save.mutate(next);
  };
  const outlines = trace.outlines ?? [];
  const edit = (k: number, next: Partial<Outline>) => {
    const all = now.current.outlines ?? [];
    change({ ...now.current, outlines: all.map((o, i) => (i === k ? { ...o, ...next } : o)) });
  };
  const put = (k: number, node: Partial<Node>) =>
    edit(own, {
      nodes: (now.current.outlines?.[own]?.nodes ?? []).map((n, i) => (i === k ? { ...n, ...node } : n)),
    });
  const putDown = async (at: TablePoint, hand: Hand) => {
    const nodes = now.current.outlines?.[own]?.nodes ?? [];
    const held = heldNow.current;
    const near = nodes.findIndex((n) => Math.hypot(n.x - at.x, n.y - at.y) < at.reach * 0.5);
    if (held === null && hand !== "known" && near >= 0) return setHeld(near);
    let place = { x: at.x, y: at.y };
    if (snap)
      try {
        const corner = held === null ? hand !== "curve" : (nodes[held]?.corner ?? true);
        place = await snapTo(found.id, { ...place, corner });
      } catch (e) {
        setLost(e instanceof Error ? e.message : String(e));
      }
    if (held !== null) {
      put(held, place);
      return setHeld(null);
    }
    if (hand === "known") {
      const a = firstNow.current;
      const b: [number, number] = [place.x, place.y];
      if (!a) return setFirst(b);
      const length = Math.round(Math.hypot(b[0] - a[0], b[1] - a[1]) * 10) / 10;
      change({ ...now.current, known: [...(now.current.known ?? []), { a, b, length }] });
      setFirst(null);
      return setHand("corner");
    }
    const node = { ...place, corner: hand === "corner" };
    const all = now.current.outlines ?? [];
    if (all.length === 0)
      change({ ...now.current, outlines: [{ name: "card 1", closed: true, nodes: [node] }] });
    else edit(own, { nodes: [...(all[own]?.nodes ?? []), node] });
  };
  // In the order they were made, whichever edge is found first.
  const click = (at: TablePoint) => void inOrder(() => putDown(at, hand));
  const current = outlines[own];
  const lines = photo.traced[own];
  const src = `/api/incoming/${found.id}/flat`;
  return (
    <Desk
      head={head}
      label="The trace"
      side={
        <div className="grid gap-3">
          <p className="text-quiet">
            Click round the card. A corner ends a line; points of a curve are passed smoothly, one every 3 to
            5 cm. Expect {photo.error} over 40 cm.
          </p>
          <fieldset className="flex flex-wrap gap-1.5">
            <legend className="sr-only">What the next click is</legend>
            {(
              [
                ["corner", "A corner"],
                ["curve", "A point of a curve"],
                ["known", "A length I know"],
              ] as const
            ).map(([what, words]) => (
              <Button
                key={what}
                aria-pressed={hand === what}
                className={hand === what ? "border-madder bg-madder-pale" : ""}
                onClick={() => {
                  setHand(what);
                  setFirst(null);
                }}
              >
                {words}
              </Button>
            ))}
          </fieldset>
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="size-4 accent-ink"
              checked={snap}
              onChange={(e) => setSnap(e.target.checked)}
            />
            draw each click to the card's edge
          </label>
          {hand === "known" && (
            <p role="status" className="border-madder border-l-4 bg-fresh px-3 py-2">
              {first ? "Now its other end." : "Click one end of the length you know."}
            </p>
          )}
          {held !== null && current?.nodes?.[held] && (
            <div role="status" className="grid gap-2 border-madder border-l-4 bg-fresh px-3 py-2">
              <span>Point {held + 1}: click where it belongs.</span>
              <span className="flex flex-wrap gap-1.5">
                <Button
                  onClick={() => {
                    put(held, { corner: !current.nodes?.[held]?.corner });
                    setHeld(null);
                  }}
                >
                  {current.nodes[held].corner ? "Make it a point of a curve" : "Make it a corner"}
                </Button>
                <Button
                  onClick={() => {
                    edit(own, { nodes: current.nodes?.filter((_, i) => i !== held) ?? [] });
                    setHeld(null);
                  }}
                >
                  Take it out
                </Button>
                <Button onClick={() => setHeld(null)}>Leave it</Button>
              </span>
            </div>
          )}
          {outlines.map((o, k) => (
            <section
              key={k}
              aria-label={o.name || `card ${k + 1}`}
              className={`border-l-4 bg-fresh py-2 pr-2 pl-3 ${k === own ? "border-madder" : "border-rule-strong"}`}
            >
              <div className="flex items-end gap-2">
                <div className="min-w-0 flex-1">
                  <Field
                    label="Piece"
                    value={o.name ?? ""}
                    maxLength={80}
                    onFocus={() => setOwn(k)}
                    onChange={(e) => edit(k, { name: e.target.value })}
                  />
                </div>
                <Button
                  weight="bare"
                  onClick={() => {
                    setOwn(0);
                    change({ ...trace, outlines: outlines.filter((_, i) => i !== k) });
                  }}
                >
                  take out
                </Button>
              </div>
              {k === own && (
                <>
                  <ol className="mt-2 flex flex-wrap gap-x-3 text-[14px] tabular-nums" aria-label="Lines">
                    {lines?.spans.map((s, i) => (
                      <li key={i}>
                        <span className="text-quiet">{i + 1}</span> {s.length}
                      </li>
                    ))}
                  </ol>
                  <p className="text-quiet">
                    {o.nodes?.length ?? 0} points
                    {(o.nodes?.length ?? 0) > 2 && lines && lines.spans.length > 0 && ", closed to the first"}
                  </p>
                  {lines?.refused && (o.nodes?.length ?? 0) > 2 && <Notice>{lines.refused}</Notice>}
                  <div className="mt-1 flex gap-1.5">
                    <Button
                      disabled={!o.nodes?.length}
                      onClick={() => edit(k, { nodes: o.nodes?.slice(0, -1) ?? [] })}
                    >
                      Last point back
                    </Button>
                    <Button disabled={!o.nodes?.length} onClick={() => edit(k, { nodes: [] })}>
                      Begin again
                    </Button>
                  </div>
                </>
              )}
            </section>
          ))}
          {current && (current.nodes?.length ?? 0) > 2 && (
            <Button
              onClick={() => {
                setOwn(outlines.length);
                change({
                  ...trace,
                  outlines: [...outlines, { name: `card ${outlines.length + 1}`, closed: true, nodes: [] }],
                });
              }}
            >
              Another piece on this picture
            </Button>
          )}
          {(trace.known?.length ?? 0) > 0 && (
            <section aria-label="Known lengths">
              <h2 className="font-medium">Lengths you know</h2>
              {trace.known?.map((k, i) => (
                <div key={i} className="flex items-end gap-2">
                  <LengthField
                    label={`Length ${i + 1}`}
                    unit={unit}
                    value={k.length}
                    onChange={(length) =>
                      length > 0 &&
                      change({
                        ...trace,
                        known: trace.known?.map((x, n) => (n === i ? { ...x, length } : x)) ?? [],
                      })
                    }
                  />
                  <Button
                    weight="bare"
                    onClick={() => change({ ...trace, known: trace.known?.filter((_, n) => n !== i) ?? [] })}
                  >
                    take out
                  </Button>
                </div>
              ))}
              {photo.grown && <p className="text-quiet">{photo.grown}</p>}
            </section>
          )}
          {(lost || save.isError) && <Notice>{lost || save.error?.message}</Notice>}
          <Button weight="strong" disabled={found.outlines.length === 0} onClick={onDone}>
            Name its edges
          </Button>
        </div>
      }
    >
      <Table
        drawing={{ pieces: [], box: flat }}
        unit={unit}
        label={`${found.name}, made flat`}
        onPoint={setSpot}
        onLeave={() => setSpot(null)}
        onClick={click}
        overlay={(view) => {
          const one = 1 / view.scale;
          return (
            <g className="fill-none" strokeLinejoin="round">
              <image
                href={src}
                x={flat.left}
                y={flat.top}
                width={flat.right - flat.left}
                height={flat.bottom - flat.top}
                preserveAspectRatio="none"
              />
              {photo.traced.map((t, k) =>
                t.spans.map((s, i) => (
                  <g key={`${k} ${i}`}>
                    <path
                      d={s.d}
                      strokeWidth={2 * one}
                      className={k === own ? "stroke-madder" : "stroke-ink"}
                      data-span={s.length}
                    />
                    <text
                      x={s.middle.x}
                      y={s.middle.y}
                      fontSize={13 * one}
                      textAnchor="middle"
                      strokeWidth={4 * one}
                      className="fill-ink stroke-wall [paint-order:stroke]"
                    >
                      {s.length}
                    </text>
                  </g>
                )),
              )}
              {outlines.map((o, k) =>
                o.nodes?.map((n, i) => (
                  <circle
                    key={`${k} ${i}`}
                    cx={n.x}
                    cy={n.y}
                    r={(n.corner ? 5 : 3.5) * one}
                    strokeWidth={1.8 * one}
                    className={`stroke-madder ${k === own && i === held ? "fill-chalk" : n.corner ? "fill-fresh" : "fill-madder"}`}
                    data-node={i}
                  />
                )),
              )}
              {trace.known?.map((x, i) => (
                <path
                  key={i}
                  d={`M ${x.a.join(" ")} L ${x.b.join(" ")}`}
                  strokeWidth={2 * one}
                  strokeDasharray={`${8 * one} ${4 * one}`}
                  className="stroke-chalk"
                />
              ))}
              {first && (
                <circle
                  cx={first[0]}
                  cy={first[1]}
                  r={5 * one}
                  strokeWidth={2 * one}
                  className="stroke-chalk"
                />
              )}
            </g>
          );
        }}
      />
      {spot && (
        <div className="pointer-events-none absolute inset-0">
          <Loupe
            src={src}
            spot={{
              x: (spot.x - flat.left) / (flat.right - flat.left),
              y: (spot.y - flat.top) / (flat.bottom - flat.top),
            }}
            ratio={(flat.right - flat.left) / (flat.bottom - flat.top)}
            wide={(flat.right - flat.left) * photo.per_cm}
          />
        </div>
      )}
    </Desk>
  );
}
