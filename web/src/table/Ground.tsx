/** The ruled table top and its rulers, in the house unit. */
import { memo } from "react";
import type { View } from "./viewport";

const INCH = 2.54;

interface Props {
  view: View;
  width: number;
  height: number;
  unit: string;
}

export const Ground = memo(function Ground({ view, width, height, unit }: Props) {
  const one = unit === "in" ? INCH : 1;
  const bold = unit === "in" ? 6 : 10;
  const step = one * view.scale < 7 ? one * (bold / 2) : one;
  const lines = (from: number, length: number) => {
    const first = Math.floor(from / step);
    const count = Math.ceil(length / view.scale / step) + 2;
    return Array.from({ length: count }, (_, i) => Math.round(((first + i) * step) / one));
  };
  const xs = lines(view.x, width);
  const ys = lines(view.y, height);
  const px = (v: number) => (v * one - view.x) * view.scale;
  const py = (v: number) => (v * one - view.y) * view.scale;
  return (
    <g aria-hidden="true" className="pointer-events-none">
      {xs.map((v) => (
        <line
          key={`x${v}`}
          x1={px(v)}
          x2={px(v)}
          y1={0}
          y2={height}
          className={v % bold === 0 ? "stroke-rule-strong" : "stroke-rule"}
          strokeWidth={v % bold === 0 ? 0.9 : 0.5}
        />
      ))}
      {ys.map((v) => (
        <line
          key={`y${v}`}
          y1={py(v)}
          y2={py(v)}
          x1={0}
          x2={width}
          className={v % bold === 0 ? "stroke-rule-strong" : "stroke-rule"}
          strokeWidth={v % bold === 0 ? 0.9 : 0.5}
        />
      ))}
    </g>
  );
});

export const Rulers = memo(function Rulers({ view, width, height, unit }: Props) {
  const one = unit === "in" ? INCH : 1;
  const room = view.scale * one;
  const every = [1, 2, 5, 10, 20, 50].find((n) => n * room >= 42) ?? 100;
  const labels = (from: number, length: number) => {
    const first = Math.ceil(from / one / every) * every;
    const last = (from + length / view.scale) / one;
    return Array.from(
      { length: Math.max(0, Math.floor((last - first) / every) + 1) },
      (_, i) => first + i * every,
    );
  };
  return (
    <g aria-hidden="true" className="pointer-events-none text-[11px]">
      <rect x={0} y={0} width={width} height={22} className="fill-fresh/90" />
      <rect x={0} y={0} width={30} height={height} className="fill-fresh/90" />
      {labels(view.x, width).map((v) => (
        <g key={v} transform={`translate(${(v * one - view.x) * view.scale} 0)`}>
          <line y1={14} y2={22} className="stroke-ink" />
          <text y={12} x={3} className="fill-quiet">
            {v}
          </text>
        </g>
      ))}
      {labels(view.y, height).map((v) => (
        <g key={v} transform={`translate(0 ${(v * one - view.y) * view.scale})`}>
          <line x1={22} x2={30} className="stroke-ink" />
          <text y={-3} x={3} className="fill-quiet">
            {v}
          </text>
        </g>
      ))}
      <rect x={0} y={0} width={30} height={22} className="fill-ink" />
      <text x={8} y={15} className="fill-wall">
        {unit}
      </text>
    </g>
  );
});
