/** The numbers of the step in the making, each held where the paper follows it: drag it along its arrow.
 * What is seen lies on the ghost's glass, over the new paper; what is taken hold of lies on the table below. */
import type { PointerEvent } from "react";
import type { View } from "../../../table/viewport";
import type { Grip, Held } from "../benchState";
import type { Slot } from "../composing";

type Field = Slot["fields"][number];

/** So many are named on the table; more are named when a hand comes near. */
const NAMED = 4;

/** Where each can be taken hold of. */
export function NumberHolds({
  grips,
  fields,
  view,
  onTake,
}: {
  grips: Grip[];
  fields: Field[];
  view: View;
  onTake: (held: Held, e: PointerEvent<SVGGElement>) => void;
}) {
  return (
    <g data-testid="grips">
      {grips.map((grip) => {
        const field = fields.find((f) => f.name === grip.field);
        if (!field) return null;
        return (
          <g
            key={grip.field}
            data-grip={grip.field}
            data-way={`${grip.way.x} ${grip.way.y}`}
            data-measure={`${field.title}: ${grip.said}. Drag it`}
            className="cursor-grab"
            onPointerDown={(e) => {
              e.stopPropagation();
              e.preventDefault();
              const box = e.currentTarget.ownerSVGElement?.getBoundingClientRect();
              const x = view.x + (e.clientX - (box?.left ?? 0)) / view.scale;
              const y = view.y + (e.clientY - (box?.top ?? 0)) / view.scale;
              onTake({ grip, field, x, y }, e);
            }}
          >
            <circle cx={grip.at.x} cy={grip.at.y} r={16 / view.scale} className="fill-transparent" />
          </g>
        );
      })}
    </g>
  );
}

/** How they look, and what a held one says by now, cm or degrees. */
export function NumberMarks({
  grips,
  fields,
  held,
  now,
  view,
}: {
  grips: Grip[];
  fields: Field[];
  held: Held | null;
  now: number | null;
  view: View;
}) {
  const one = 1 / view.scale;
  if (held) return now === null ? null : <Moving held={held} now={now} one={one} />;
  return (
    <g>
      {grips.map((g) => (
        <Mark
          key={g.field}
          grip={g}
          title={grips.length > NAMED ? "" : (fields.find((f) => f.name === g.field)?.title ?? "")}
          one={one}
        />
      ))}
    </g>
  );
}

function Mark({ grip, title, one }: { grip: Grip; title: string; one: number }) {
  const angle = (Math.atan2(grip.way.y, grip.way.x) * 180) / Math.PI;
  // The name stands beside the arrow, away from the sheet.
  const left = grip.way.x < -0.2;
  return (
    <g transform={`translate(${grip.at.x} ${grip.at.y})`}>
      <path
        d={arrow(one)}
        transform={`rotate(${angle})`}
        strokeWidth={2 * one}
        className="fill-none stroke-chalk"
      />
      <circle r={6 * one} strokeWidth={2 * one} className="fill-fresh stroke-chalk" />
      {title && (
        <text
          x={(left ? -24 : 24) * one}
          y={(grip.way.y < -0.5 ? -14 : 5) * one}
          fontSize={13 * one}
          strokeWidth={4 * one}
          textAnchor={left ? "end" : "start"}
          className="fill-chalk stroke-fresh [paint-order:stroke]"
        >
          {title.toLowerCase()} {grip.said}
        </text>
      )}
    </g>
  );
}

/** What is held, where the hand has brought it. */
function Moving({ held, now, one }: { held: Held; now: number; one: number }) {
  const { grip, field } = held;
  const along = (now - grip.value) / grip.per;
  return (
    <g
      data-testid="held"
      transform={`translate(${grip.at.x + along * grip.way.x} ${grip.at.y + along * grip.way.y})`}
    >
      <circle r={8 * one} strokeWidth={2 * one} className="fill-chalk stroke-fresh" />
      <text
        x={16 * one}
        y={-14 * one}
        fontSize={14 * one}
        strokeWidth={4 * one}
        className="fill-chalk stroke-fresh font-semibold [paint-order:stroke]"
      >
        {field.title.toLowerCase()} {now} {field.unit === "cm" ? "cm" : "°"}
      </text>
    </g>
  );
}

/** An arrow with a head at either end, through the middle of the grip. */
function arrow(one: number): string {
  const [end, wing] = [18 * one, 4 * one];
  return [1, -1]
    .map(
      (s) => `M 0 0 H ${s * end} M ${s * (end - wing)} ${-wing} L ${s * end} 0 L ${s * (end - wing)} ${wing}`,
    )
    .join(" ");
}
