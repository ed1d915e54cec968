/** Follows a drag beyond the sheet it began on. */
import { useEffect, useRef } from "react";
import type { TablePoint } from "../../table/Table";

/** While a mouth is dragged, the pointer belongs to the table wherever it goes. */
export function DragCatcher({
  view,
  pointer,
  onMove,
  onDone,
}: {
  view: { x: number; y: number; scale: number };
  pointer: number;
  onMove: (at: TablePoint) => void;
  onDone: () => void;
}) {
  const catcher = useRef<SVGRectElement>(null);
  const latest = useRef({ view, onMove, onDone });
  latest.current = { view, onMove, onDone };
  useEffect(() => {
    const svg = catcher.current?.ownerSVGElement;
    if (!svg) return;
    const move = (e: globalThis.PointerEvent) => {
      if (e.pointerId !== pointer) return;
      const at = svg.getBoundingClientRect();
      const v = latest.current.view;
      latest.current.onMove({
        x: v.x + (e.clientX - at.left) / v.scale,
        y: v.y + (e.clientY - at.top) / v.scale,
        reach: 14 / v.scale,
      });
    };
    const done = (e: globalThis.PointerEvent) => e.pointerId === pointer && latest.current.onDone();
    window.addEventListener("pointermove", move);
    window.addEventListener("pointerup", done);
    window.addEventListener("pointercancel", done);
    return () => {
      window.removeEventListener("pointermove", move);
      window.removeEventListener("pointerup", done);
      window.removeEventListener("pointercancel", done);
    };
  }, [pointer]);
  return <rect ref={catcher} width={0} height={0} />;
}
