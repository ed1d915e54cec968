/** The cloth on the table: its fold, its repeat, its pieces; a piece under the hand is slid and, let go, asked for. */
import { type KeyboardEvent, type PointerEvent, useRef, useState } from "react";
import type { Lay } from "./useCloth";

const RIM = 4;
const FAINT = 40;

interface Held {
  index: number;
  from: { x: number; y: number };
  by: { x: number; y: number };
}

export function LayTable({
  lay,
  chosen,
  free,
  onChoose,
  onPut,
}: {
  lay: Lay;
  chosen: number | null;
  /** Pieces can be slid now. */
  free: boolean;
  onChoose: (index: number | null) => void;
  onPut: (index: number, x: number, y: number, turn: number) => Promise<unknown>;
}) {
  const svg = useRef<SVGSVGElement>(null);
  const [held, show] = useState<Held | null>(null);
  // A quick hand lets go before what it did last is drawn.
  const now = useRef<Held | null>(null);
  const setHeld = (next: Held | null) => {
    now.current = next;
    show(next);
  };
  const end = Math.max(lay.length, lay.stock) + RIM;
  const wide = end + 2 * RIM;
  const high = lay.room + 2 * RIM + 3;
  const one = Math.max(wide, high * 1.4) / 900;
  const place = (e: PointerEvent) => {
    const to = svg.current?.getScreenCTM()?.inverse();
    const at = to ? new DOMPoint(e.clientX, e.clientY).matrixTransform(to) : new DOMPoint();
    return { x: at.x, y: at.y };
  };
  const drop = (e: PointerEvent) => {
    const held = now.current;
    if (!held) return;
    now.current = null;
    const at = place(e);
    const piece = lay.pieces.find((p) => p.index === held.index);
    const x = at.x - held.from.x;
    const y = at.y - held.from.y;
    if (!piece || Math.hypot(x, y) < 0.05) return setHeld(null);
    // It lies where it was put until the answer says otherwise.
    void onPut(piece.index, piece.x + x, piece.y + (piece.on_fold ? 0 : y), piece.turn)
      .catch(() => undefined)
      .finally(() => setHeld(null));
  };
  const key = (e: KeyboardEvent, index: number) => {
    const step = e.shiftKey ? 1 : 0.1;
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[
      e.key
    ];
    const piece = lay.pieces.find((p) => p.index === index);
    if (!by || !piece || !free) return;
    e.preventDefault();
    void onPut(index, piece.x + (by[0] ?? 0), piece.y + (by[1] ?? 0), piece.turn).catch(() => undefined);
  };
  const lines = (step: number, to: number) =>
    step > 0 && to / step < FAINT * 4
      ? [...Array(Math.floor(to / step) + 1).keys()].map((k) => k * step)
      : [];
  return (
    <svg
      ref={svg}
      viewBox={`${-RIM} ${-RIM} ${wide} ${high}`}
      className="h-full w-full touch-none select-none"
      onPointerMove={(e) => {
        const held = now.current;
        if (!held) return;
        const at = place(e);
        setHeld({ ...held, by: { x: at.x - held.from.x, y: at.y - held.from.y } });
      }}
      onPointerUp={drop}
      onPointerLeave={drop}
    >
      <title>{`${lay.name}: ${lay.length_words}`}</title>
      <rect
        x={0}
        y={0}
        width={end - RIM / 2}
        height={lay.room}
        className="fill-paper stroke-rule-strong"
        strokeWidth={one}
      />
      {lines(lay.repeat_along, end - RIM / 2).map((x) => (
        <path key={`a${x}`} d={`M ${x} 0 V ${lay.room}`} className="stroke-tape/60" strokeWidth={one} />
      ))}
      {lines(lay.repeat_across, lay.room).map((y) => (
        <path key={`c${y}`} d={`M 0 ${y} H ${end - RIM / 2}`} className="stroke-tape/60" strokeWidth={one} />
      ))}
      <path
        d={`M 0 0 H ${end - RIM / 2}`}
        className="stroke-ink"
        strokeWidth={(lay.how === "folded" ? 3.5 : 1) * one}
      />
      <text x={0} y={-1} fontSize={14 * one} className="fill-quiet">
        {lay.how === "folded" ? "fold" : "selvedge"}
      </text>
      <text x={0} y={lay.room + 15 * one} fontSize={14 * one} className="fill-quiet">
        {lay.how === "folded" ? "selvedges" : "selvedge"}
      </text>
      {lay.pieces.map((p) => {
        const own = held?.index === p.index ? held.by : null;
        const slid = own ? `translate(${own.x} ${p.on_fold ? 0 : own.y})` : undefined;
        return (
          <g
            key={p.index}
            transform={slid}
            role="button"
            tabIndex={0}
            aria-label={p.label}
            aria-pressed={chosen === p.index}
            data-laid={p.index}
            onKeyDown={(e) => key(e, p.index)}
            onFocus={() => onChoose(p.index)}
            onPointerDown={(e) => {
              onChoose(p.index);
              if (!free) return;
              const at = place(e);
              setHeld({ index: p.index, from: at, by: { x: 0, y: 0 } });
            }}
            className={free ? "cursor-grab outline-none" : "outline-none"}
          >
            <path
              d={p.d}
              strokeWidth={(chosen === p.index ? 2.6 : 1.4) * one}
              strokeDasharray={p.turned_over ? `${5 * one} ${3 * one}` : undefined}
              className={`${p.past_stock ? "fill-madder-pale" : "fill-fresh"} ${chosen === p.index ? "stroke-madder" : "stroke-ink"}`}
            />
            <text
              x={p.name_at.x}
              y={p.name_at.y}
              fontSize={13 * one}
              textAnchor="middle"
              className="fill-ink"
            >
              {p.label}
            </text>
          </g>
        );
      })}
      {lay.stock > 0 && (
        <g>
          <path
            d={`M ${lay.stock} ${-RIM / 2} V ${lay.room + 1}`}
            className="stroke-madder"
            strokeWidth={2.5 * one}
            strokeDasharray={`${8 * one} ${4 * one}`}
          />
          <text
            x={lay.stock - 1}
            y={lay.room + 15 * one}
            fontSize={14 * one}
            textAnchor="end"
            className="fill-madder"
          >
            here the cloth ends
          </text>
        </g>
      )}
      <text x={lay.length} y={-1} fontSize={14 * one} textAnchor="end" className="fill-ink">
        {lay.length_words}
      </text>
      <path
        d={`M ${lay.length} 0 V ${lay.room}`}
        className="stroke-ink"
        strokeWidth={one}
        strokeDasharray={`${3 * one} ${3 * one}`}
      />
    </svg>
  );
}
