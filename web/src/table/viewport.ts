/** Where the eye is on the table: pan and zoom. Table units are centimetres; `scale` is pixels per cm. */

import { type RefObject, useCallback, useEffect, useLayoutEffect, useRef, useState } from "react";
import type { Schemas } from "../api/client";

export interface View {
  x: number;
  y: number;
  scale: number;
}
export type Box = Schemas["Box"];

const NEAREST = 60;
const FARTHEST = 2;
const MARGIN = { left: 46, top: 78, right: 30, bottom: 26 };

/** The box around both. */
export function around(a: Box, b: Box): Box {
  return {
    left: Math.min(a.left, b.left),
    top: Math.min(a.top, b.top),
    right: Math.max(a.right, b.right),
    bottom: Math.max(a.bottom, b.bottom),
  };
}

/** The view that shows the whole box with room for the rulers. */
export function fitted(box: Box, width: number, height: number): View {
  const { left, top, right, bottom } = box;
  const w = Math.max(1, right - left);
  const h = Math.max(1, bottom - top);
  const scale = Math.min(
    (width - MARGIN.left - MARGIN.right) / w,
    (height - MARGIN.top - MARGIN.bottom) / h,
    NEAREST,
  );
  const safe = Math.max(scale, FARTHEST);
  const spareX = (width - MARGIN.left - MARGIN.right - w * safe) / 2;
  const spareY = (height - MARGIN.top - MARGIN.bottom - h * safe) / 2;
  return { x: left - (MARGIN.left + spareX) / safe, y: top - (MARGIN.top + spareY) / safe, scale: safe };
}

/** Zoom by a factor while the point under the hand (pixels in the table) stays where it is. */
export function zoomed(view: View, factor: number, px: number, py: number): View {
  const scale = Math.min(NEAREST, Math.max(FARTHEST, view.scale * factor));
  return { x: view.x + px / view.scale - px / scale, y: view.y + py / view.scale - py / scale, scale };
}

export function useViewport(ref: RefObject<SVGSVGElement | null>, box: Box, focus: Box | null = null) {
  const [size, setSize] = useState({ width: 800, height: 500 });
  const [view, setView] = useState<View>({ x: 0, y: 0, scale: 8 });
  const touched = useRef(false);
  const boxKey = Object.values(box)
    .map((v) => Math.round(v / 3))
    .join();
  const boxRef = useRef(box);
  boxRef.current = box;

  useLayoutEffect(() => {
    const svg = ref.current;
    if (!svg) return;
    const watch = new ResizeObserver(() => setSize({ width: svg.clientWidth, height: svg.clientHeight }));
    watch.observe(svg);
    return () => watch.disconnect();
  }, [ref]);

  // Refit when the window changes, or when the sheets have grown by a hand's width; not once a person has moved the view.
  // biome-ignore lint/correctness/useExhaustiveDependencies: boxKey stands for the box
  useLayoutEffect(() => {
    if (!touched.current) setView(fitted(boxRef.current, size.width, size.height));
  }, [size, boxKey]);

  // A sheet jumped to fills the table, until all is shown again.
  useEffect(() => {
    if (!focus) return;
    touched.current = true;
    setView(fitted(focus, size.width, size.height));
  }, [focus, size]);

  useEffect(() => {
    const svg = ref.current;
    if (!svg) return;
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      touched.current = true;
      const at = svg.getBoundingClientRect();
      setView((v) => zoomed(v, Math.exp(-e.deltaY * 0.0015), e.clientX - at.left, e.clientY - at.top));
    };
    svg.addEventListener("wheel", wheel, { passive: false });
    return () => svg.removeEventListener("wheel", wheel);
  }, [ref]);

  const panBy = useCallback((dx: number, dy: number) => {
    touched.current = true;
    setView((v) => ({ ...v, x: v.x - dx / v.scale, y: v.y - dy / v.scale }));
  }, []);
  const zoomBy = useCallback((factor: number, px: number, py: number) => {
    touched.current = true;
    setView((v) => zoomed(v, factor, px, py));
  }, []);
  const refit = useCallback(() => {
    touched.current = false;
    setView(fitted(boxRef.current, size.width, size.height));
  }, [size]);
  return { view, size, panBy, zoomBy, refit };
}
