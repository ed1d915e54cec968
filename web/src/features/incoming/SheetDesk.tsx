/** The sheet of known size in a photograph: found, or its four corners marked by hand; the picture is made flat by it. */

import { type MouseEvent, useState } from "react";
import type { Schemas } from "../../api/client";
import { Basting } from "../../ui/Bar";
import { Button, Choice, Notice } from "../../ui/controls";
import { Desk, type StageProps } from "./Desk";
import { LengthField } from "./LengthField";
import { Loupe, type Spot } from "./Loupe";
import { saveSheet, useChange } from "./useIncoming";

type Point = Schemas["Point"];
const SHEETS: Record<string, [number, number, string]> = {
  a4: [21, 29.7, "A4"],
  letter: [21.59, 27.94, "Letter"],
  a3: [29.7, 42, "A3"],
};
const ORDER = ["upper left", "upper right", "lower right", "lower left"];

export function SheetDesk({ found, photo, unit, head, onDone }: StageProps) {
  const save = useChange(found.id, saveSheet(found.id));
  const [size, setSize] = useState({ width: photo.sheet_width, height: photo.sheet_height });
  const [marks, setMarks] = useState<Point[] | null>(null);
  const [spot, setSpot] = useState<Spot | null>(null);
  const known = Object.entries(SHEETS).find(([, [w, h]]) => w === size.width && h === size.height)?.[0];
  const src = `/api/incoming/${found.id}/picture`;
  const corners = marks ?? photo.corners;
  const at = (e: MouseEvent<HTMLElement>): Point => {
    const box = e.currentTarget.getBoundingClientRect();
    return {
      x: ((e.clientX - box.left) / box.width) * photo.width,
      y: ((e.clientY - box.top) / box.height) * photo.height,
    };
  };
  const mark = (e: MouseEvent<HTMLElement>) => {
    if (!marks || marks.length === 4) return;
    const next = [...marks, at(e)];
    setMarks(next);
    if (next.length === 4) save.mutate({ ...size, corners: next }, { onSettled: () => setMarks(null) });
  };
  const look = (next: { width: number; height: number }) => {
    setSize(next);
    save.mutate({ ...next, corners: photo.found || photo.corners.length !== 4 ? null : photo.corners });
  };
  return (
    <Desk
      head={head}
      label="The sheet"
      side={
        <div className="grid gap-3">
          <p className="text-quiet">
            Everything is measured by the sheet that lies beside the card. It must lie flat, in one plane with
            the card.
          </p>
          <Choice
            label="It is"
            value={known ?? "mat"}
            onChange={(e) => {
              const [width, height] = SHEETS[e.target.value] ?? [60, 45];
              look({ width, height });
            }}
          >
            {Object.entries(SHEETS).map(([key, [, , words]]) => (
              <option key={key} value={key}>
                {words}
              </option>
            ))}
            <option value="mat">a ruled mat, or another size</option>
          </Choice>
          {!known && (
            <div className="flex items-end gap-3">
              <LengthField
                label="From left to right"
                unit={unit}
                value={size.width}
                onChange={(width) => setSize({ ...size, width })}
              />
              <LengthField
                label="From top to bottom"
                unit={unit}
                value={size.height}
                onChange={(height) => setSize({ ...size, height })}
              />
            </div>
          )}
          {save.isPending ? (
            <p role="status">
              Making the picture flat …
              <Basting label="Making the picture flat" />
            </p>
          ) : marks ? (
            <p role="status" className="border-madder border-l-4 bg-fresh px-3 py-2">
              Click the {ORDER[marks.length]} corner {known ? "of the sheet" : "of the ruled field"}.
            </p>
          ) : photo.flat ? (
            <p role="status">
              {photo.found ? "The sheet was found." : "By the corners you marked."} Expect {photo.error} over
              40 cm.
            </p>
          ) : null}
          {photo.advice && !marks && <Notice>{photo.advice}</Notice>}
          {save.isError && <Notice>{save.error.message}</Notice>}
          <div className="flex flex-wrap gap-1.5">
            <Button onClick={() => setMarks(marks ? null : [])} disabled={save.isPending}>
              {marks ? "Leave them" : "Mark the corners by hand"}
            </Button>
            {!photo.found && !marks && (
              <Button disabled={save.isPending} onClick={() => save.mutate({ ...size, corners: null })}>
                Look for it again
              </Button>
            )}
          </div>
          {photo.flat && (
            <Button weight="strong" onClick={onDone}>
              Trace the card
            </Button>
          )}
        </div>
      }
    >
      <div className="grid h-full place-items-center overflow-hidden bg-table p-4">
        {/* The corners are marked where the hand points; by keyboard the sheet is found by its size alone. */}
        {/* biome-ignore lint/a11y/useKeyWithClickEvents: see above */}
        {/* biome-ignore lint/a11y/noStaticElementInteractions: see above */}
        <div
          className={`relative max-h-full max-w-full ${marks ? "cursor-crosshair" : ""}`}
          style={{
            aspectRatio: `${photo.width} / ${photo.height}`,
            height: photo.height > photo.width ? "100%" : "auto",
            width: photo.height > photo.width ? "auto" : "100%",
          }}
          data-testid="photograph"
          onClick={mark}
          onMouseMove={(e) => {
            const box = e.currentTarget.getBoundingClientRect();
            setSpot(
              marks ? { x: (e.clientX - box.left) / box.width, y: (e.clientY - box.top) / box.height } : null,
            );
          }}
          onMouseLeave={() => setSpot(null)}
        >
          <img src={src} alt={found.name} className="absolute inset-0 size-full" draggable={false} />
          <svg
            aria-hidden="true"
            viewBox={`0 0 ${photo.width} ${photo.height}`}
            className="pointer-events-none absolute inset-0 size-full"
          >
            <path
              d={
                corners.map((c, i) => `${i ? "L" : "M"} ${c.x} ${c.y}`).join(" ") +
                (corners.length === 4 ? " Z" : "")
              }
              className="fill-none stroke-madder [vector-effect:non-scaling-stroke]"
              strokeWidth={2}
            />
            {corners.map((c, i) => (
              <circle
                key={i}
                cx={c.x}
                cy={c.y}
                r={photo.width / 130}
                className="fill-none stroke-madder [vector-effect:non-scaling-stroke]"
                strokeWidth={2}
              />
            ))}
          </svg>
          {spot && <Loupe src={src} spot={spot} ratio={photo.width / photo.height} wide={photo.width} />}
        </div>
      </div>
    </Desk>
  );
}
