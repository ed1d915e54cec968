/** What can be typed or chosen for the open slot, beside picking it on the table. */
import { useEffect, useRef, useState } from "react";
import type { Schemas } from "../../api/client";
import { Button } from "../../ui/controls";
import type { Composing, Fields, Slot } from "./composing";

type Drawing = Schemas["Drawing"];

interface Props {
  slot: Slot;
  composing: Composing;
  table: Drawing;
  unit: string;
  /** Where a place would be, while it is still being pointed at. */
  pointed: Fields | null;
  onFill: (fields: Fields, typed?: Record<string, string>) => void;
  onTry: (fields: Fields) => void;
}

const SHARES = [
  ["all", 1],
  ["half", 0.5],
  ["a quarter", 0.25],
  ["three quarters", 0.75],
] as const;

export function SlotEditor(props: Props) {
  const { slot } = props;
  if (slot.pick === "dart") return <DartChoice {...props} />;
  if (slot.pick === "piece") return <PieceChoice {...props} />;
  if (slot.pick === "place") return <PlaceChoice {...props} />;
  if (slot.pick === "how much") return <HowMuch {...props} />;
  return <LengthEntry key={slot.name} {...props} field={slot.fields[0] ?? ""} label={slot.prompt} />;
}

function DartChoice({ table, onFill, slot }: Props) {
  const darts = table.pieces.flatMap((p) => p.darts.map((d) => ({ piece: p.name, dart: d })));
  return (
    <fieldset>
      <legend className="text-quiet">{slot.prompt} Point at one on the table, or choose:</legend>
      <div className="mt-1 flex flex-wrap gap-1.5">
        {darts.map(({ piece, dart }, i) => (
          <Button
            key={`${piece}${dart.name}`}
            autoFocus={i === 0}
            onClick={() => onFill({ piece, dart: dart.name })}
          >
            {piece}: {dart.name} <span className="text-quiet">{dart.intake}</span>
          </Button>
        ))}
        {darts.length === 0 && <p>No piece has a dart left.</p>}
      </div>
    </fieldset>
  );
}

function PieceChoice({ table, onFill, slot }: Props) {
  return (
    <fieldset>
      <legend className="text-quiet">{slot.prompt}</legend>
      <div className="mt-1 flex flex-wrap gap-1.5">
        {table.pieces.map((p) => (
          <Button key={p.name} onClick={() => onFill({ piece: p.name })}>
            {p.name}
          </Button>
        ))}
      </div>
    </fieldset>
  );
}

interface EdgeRef {
  edge: string;
  from?: string;
  fraction?: number;
}

/** Edges and other darts as choices; the place along an edge as a slider that arrow keys move. */
function PlaceChoice({ composing, table, pointed, onFill, onTry, slot }: Props) {
  const piece = table.pieces.find((p) => p.name === composing.fields.piece);
  const edges = [...new Set(piece?.edges.map((e) => e.name) ?? [])].filter((n) => n !== "to true");
  const darts = (piece?.darts ?? []).filter((d) => d.name !== composing.fields.dart);
  const now = pointed?.to as EdgeRef | undefined;
  const share = now?.edge && typeof now.fraction === "number" ? now.fraction : 0.5;
  return (
    <fieldset>
      <legend className="text-quiet">
        {slot.prompt} Point at an edge or another dart on the table, or choose:
      </legend>
      <div className="mt-1 flex flex-wrap gap-1.5">
        {edges.map((edge, i) => (
          <Button
            key={edge}
            autoFocus={i === 0 && !now}
            aria-pressed={now?.edge === edge}
            className={now?.edge === edge ? "border-chalk! bg-chalk-pale!" : ""}
            onClick={() => onTry({ to: { edge, fraction: 0.5 } })}
          >
            {edge}
          </Button>
        ))}
        {darts.map((d) => (
          <Button key={d.name} onClick={() => onFill({ to: { dart: d.name } })}>
            into the {d.name}
          </Button>
        ))}
      </div>
      {now?.edge && (
        <div className="mt-2 flex items-center gap-2">
          <label className="flex flex-1 items-center gap-2">
            <span className="text-quiet">along it</span>
            <input
              type="range"
              min={0}
              max={1}
              step={0.005}
              value={share}
              className="flex-1 accent-chalk"
              onChange={(e) => onTry({ to: { ...now, fraction: Number(e.target.value) } })}
            />
          </label>
          <Button onClick={() => onFill({ to: now })}>Take this place</Button>
        </div>
      )}
    </fieldset>
  );
}

function HowMuch({ composing, onFill, unit }: Props) {
  const share = composing.fields.share ?? (composing.fields.amount || composing.typed.amount ? undefined : 1);
  return (
    <div className="grid gap-2">
      <div role="group" aria-label="How much of it?" className="flex flex-wrap gap-1.5">
        {SHARES.map(([name, value]) => (
          <Button
            key={name}
            aria-pressed={share === value}
            className={share === value ? "border-chalk! bg-chalk-pale!" : ""}
            onClick={() =>
              onFill({ share: value === 1 ? undefined : value, amount: undefined }, { amount: "" })
            }
          >
            {name}
          </Button>
        ))}
      </div>
      <LengthEntry
        composing={composing}
        field="amount"
        label="or so much at the new mouth"
        unit={unit}
        onFill={(f, t) => onFill({ ...f, share: undefined }, t)}
      />
    </div>
  );
}

function LengthEntry({
  composing,
  field,
  label,
  unit,
  onFill,
}: Pick<Props, "composing" | "unit" | "onFill"> & { field: string; label: string }) {
  const [text, setText] = useState(composing.typed[field] ?? "");
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (field !== "amount") input.current?.focus();
  }, [field]);
  return (
    <label className="flex items-center gap-2">
      <span className="text-quiet">{label}</span>
      <input
        ref={input}
        className="h-9 w-28 rounded-[3px] border border-rule-strong bg-fresh px-2"
        value={text}
        placeholder={unit === "in" ? "2 3/8" : "2.5"}
        onChange={(e) => {
          setText(e.target.value);
          onFill({ [field]: undefined }, { [field]: e.target.value.trim() });
        }}
      />
      <span className="text-quiet">{unit}</span>
    </label>
  );
}
