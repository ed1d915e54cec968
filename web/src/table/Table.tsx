/** The table: sheets of paper to scale on the ruled ground. Pan, zoom and pointing; no geometry of its own. */
import { memo, type PointerEvent, type ReactNode, useRef, useState } from "react";
import type { Schemas } from "../api/client";
import { Ground, Rulers } from "./Ground";
import { type DrawnPiece, GrainArrow, Sheet } from "./Sheet";
import { useViewport, type View } from "./viewport";

/** A place on the table under the hand, cm. */
export interface TablePoint {
  x: number;
  y: number;
  /** cm that count as at a place: a finger's width at this scale. */
  reach: number;
}
const FINGER = 14;

interface Props {
  drawing: Schemas["Drawing"];
  unit: string;
  label: string;
  plain?: boolean;
  dimmed?: (piece: DrawnPiece) => boolean;
  /** Sheets that the step in hand does not touch. */
  back?: (piece: DrawnPiece) => boolean;
  /** What is to be seen whole; the drawing itself when nothing is said. */
  box?: Schemas["Box"];
  /** A sheet to look at: the view goes there when it changes. */
  focus?: Schemas["Box"] | null;
  /** Drawn over the sheets, in table units. */
  overlay?: (view: View) => ReactNode;
  /** The ghost of a result: on a sheet of glass of its own, so that moving it does not draw the table anew. */
  ghost?: (view: View) => ReactNode;
  /** Something is being picked: the table reports where the hand is. */
  onPoint?: (at: TablePoint) => void;
  /** `touch`: a finger cannot hover, so its first tap only points. */
  onClick?: (at: TablePoint, touch: boolean, hit: { piece: string; edge: string } | null) => void;
  onLeave?: () => void;
  tools?: ReactNode;
}

export function Table({
  drawing,
  unit,
  label,
  plain,
  dimmed,
  back,
  box,
  focus,
  overlay,
  ghost,
  onPoint,
  onClick,
  onLeave,
  tools,
}: Props) {
  const ref = useRef<SVGSVGElement>(null);
  const { view, size, panBy, zoomBy, refit } = useViewport(ref, box ?? drawing.box, focus ?? null);
  const hands = useRef(new Map<number, { x: number; y: number }>());
  const moved = useRef(0);
  /** The place last pointed at, and where on the screen the hand was then. */
  const rests = useRef<{ x: number; y: number; at: TablePoint } | null>(null);
  // What is told of a drawing goes with it: the dart that was under the hand may be gone.
  const [tip, setTip] = useState<{ x: number; y: number; text: string; of: Props["drawing"] } | null>(null);

  const pointOf = (e: PointerEvent): TablePoint => {
    const at = ref.current?.getBoundingClientRect() ?? { left: 0, top: 0 };
    return {
      x: view.x + (e.clientX - at.left) / view.scale,
      y: view.y + (e.clientY - at.top) / view.scale,
      reach: FINGER / view.scale,
    };
  };
  const down = (e: PointerEvent<SVGSVGElement>) => {
    hands.current.set(e.pointerId, { x: e.clientX, y: e.clientY });
    moved.current = 0;
  };
  const move = (e: PointerEvent<SVGSVGElement>) => {
    const before = hands.current.get(e.pointerId);
    if (!before) {
      if (onPoint) {
        const at = pointOf(e);
        rests.current = { x: e.clientX, y: e.clientY, at };
        onPoint(at);
      }
      showMeasure(e);
      return;
    }
    const others = [...hands.current].filter(([id]) => id !== e.pointerId);
    const dx = e.clientX - before.x;
    const dy = e.clientY - before.y;
    moved.current += Math.abs(dx) + Math.abs(dy);
    const other = others[0]?.[1];
    if (other) {
      const was = Math.hypot(before.x - other.x, before.y - other.y);
      const now = Math.hypot(e.clientX - other.x, e.clientY - other.y);
      const at = ref.current?.getBoundingClientRect();
      if (at && was > 0) zoomBy(now / was, other.x - at.left, other.y - at.top);
    } else if (moved.current > 4) {
      if (!ref.current?.hasPointerCapture(e.pointerId)) ref.current?.setPointerCapture(e.pointerId);
      panBy(dx, dy);
    }
    hands.current.set(e.pointerId, { x: e.clientX, y: e.clientY });
  };
  const up = (e: PointerEvent<SVGSVGElement>) => {
    if (hands.current.delete(e.pointerId) && moved.current <= 4)
      onClick?.(clicked(e), e.pointerType === "touch", edgeUnder(e));
  };
  /** A hand that rests means the place it was shown there, though the table may have been laid out anew under it. */
  const clicked = (e: PointerEvent): TablePoint => {
    const was = onPoint ? rests.current : null;
    return was && Math.hypot(e.clientX - was.x, e.clientY - was.y) <= 4 ? was.at : pointOf(e);
  };
  const edgeUnder = (e: PointerEvent) => {
    const hit = (e.target as Element).closest("[data-touch-edge]");
    return hit
      ? { piece: hit.getAttribute("data-touch-piece") ?? "", edge: hit.getAttribute("data-touch-edge") ?? "" }
      : null;
  };
  const showMeasure = (e: PointerEvent) => {
    const hit = (e.target as Element).closest("[data-measure]");
    const at = ref.current?.getBoundingClientRect();
    setTip(
      hit && at
        ? {
            x: e.clientX - at.left,
            y: e.clientY - at.top,
            text: hit.getAttribute("data-measure") ?? "",
            of: drawing,
          }
        : null,
    );
  };

  return (
    <div className="relative h-full min-h-[320px] overflow-hidden bg-table">
      {/* On a sheet of its own: what is dragged over it does not draw its two hundred lines anew. */}
      <svg
        aria-hidden="true"
        className="pointer-events-none absolute inset-0 size-full will-change-transform"
      >
        <Ground view={view} unit={unit} {...size} />
      </svg>
      <svg
        ref={ref}
        role="img"
        aria-label={label}
        className={`absolute inset-0 size-full touch-none select-none ${onPoint ? "cursor-crosshair" : "cursor-grab"}`}
        onPointerDown={down}
        onPointerMove={move}
        onPointerUp={up}
        onPointerCancel={(e) => hands.current.delete(e.pointerId)}
        onPointerLeave={() => {
          setTip(null);
          onLeave?.();
        }}
      >
        <GrainArrow />
        <g transform={`scale(${view.scale}) translate(${-view.x} ${-view.y})`}>
          {drawing.pieces.map((p) => (
            <Sheet
              key={p.name}
              piece={p}
              plain={plain ?? false}
              dimmed={dimmed?.(p)}
              back={back?.(p)}
              scale={view.scale}
            />
          ))}
          {drawing.pieces.map((p) => (
            <Measured key={p.name} piece={p} />
          ))}
          {overlay?.(view)}
        </g>
        <Rulers view={view} unit={unit} {...size} />
      </svg>
      {ghost && (
        <svg
          aria-hidden="true"
          className="pointer-events-none absolute inset-0 size-full will-change-transform"
        >
          <g transform={`scale(${view.scale}) translate(${-view.x} ${-view.y})`}>{ghost(view)}</g>
        </svg>
      )}
      {tip?.of === drawing && (
        <div
          className="pointer-events-none absolute z-10 rounded-[3px] bg-ink px-2 py-0.5 text-sm text-wall"
          style={{ left: Math.min(tip.x + 14, size.width - 170), top: tip.y + 14 }}
        >
          {tip.text}
        </div>
      )}
      <div className="absolute top-8 right-3 flex gap-1">
        {tools}
        <ToolButton label="Nearer" onClick={() => zoomBy(1.25, size.width / 2, size.height / 2)}>
          +
        </ToolButton>
        <ToolButton label="Farther" onClick={() => zoomBy(0.8, size.width / 2, size.height / 2)}>
          −
        </ToolButton>
        <ToolButton label="Show all" onClick={refit}>
          all
        </ToolButton>
      </div>
    </div>
  );
}

export function ToolButton({
  label,
  onClick,
  children,
  pressed,
}: {
  label: string;
  onClick: () => void;
  children: ReactNode;
  pressed?: boolean;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      aria-pressed={pressed}
      onClick={onClick}
      className={`h-9 min-w-9 rounded-[3px] border border-rule-strong px-2 text-sm ${pressed ? "bg-ink text-wall" : "bg-fresh text-ink"}`}
    >
      {children}
    </button>
  );
}

/** Wide invisible bands along the edges: hovering one shows its sewn length. */
const Measured = memo(function Measured({ piece }: { piece: DrawnPiece }) {
  return (
    <g
      transform={`translate(${piece.at.x} ${piece.at.y})${piece.turn ? ` rotate(${piece.turn})` : ""}`}
      className="fill-none stroke-transparent"
    >
      {piece.edges.map((e, i) => (
        <path
          key={i}
          d={e.d}
          strokeWidth={1.6}
          data-measure={`${piece.name} ${e.name}: ${e.sewn} sewn`}
          data-touch-piece={piece.name}
          data-touch-edge={e.name}
          pointerEvents="stroke"
        />
      ))}
      {piece.darts.map((d) => (
        <path
          key={d.name}
          d={`${d.d} Z`}
          strokeWidth={0.8}
          data-measure={`${d.name}: ${d.intake} at the mouth`}
          pointerEvents="all"
        />
      ))}
    </g>
  );
});
