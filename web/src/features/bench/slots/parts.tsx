/** What every slot's editor is given, and the small parts they share. */
import { type ReactNode, useEffect, useRef, useState } from "react";
import type { Schemas } from "../../../api/client";
import { Button } from "../../../ui/controls";
import type { Composing, Fields, Slot } from "../composing";

export interface SlotProps {
  slot: Slot;
  composing: Composing;
  table: Schemas["Drawing"];
  unit: string;
  /** The seams of the work, by name. */
  seams: string[];
  /** The step as it would be with the place under the hand. */
  pointed: Fields | null;
  /** Fills the slot; the next one opens, unless `stay`. */
  onFill: (fields: Fields, typed?: Record<string, string>, stay?: boolean) => void;
  /** Shows what it would be, without filling it. */
  onTry: (fields: Fields) => void;
  /** Takes what was tried or pointed out last for this field. */
  onTake: (field: string) => void;
}

export function pieceOf(props: Pick<SlotProps, "composing" | "table">) {
  return props.table.pieces.find((p) => p.name === props.composing.fields.piece);
}

export function edgesOf(piece: Schemas["DrawnPiece"] | undefined): string[] {
  return [...new Set(piece?.edges.map((e) => e.name) ?? [])].filter((n) => n !== "to true");
}

export function Choices({ legend, children }: { legend: ReactNode; children: ReactNode }) {
  return (
    <fieldset>
      <legend className="text-quiet">{legend}</legend>
      <div className="mt-1 flex flex-wrap gap-1.5">{children}</div>
    </fieldset>
  );
}

/** A choice that shows whether it is the one taken. */
export function Pick({
  on,
  children,
  ...rest
}: {
  on: boolean;
  children: ReactNode;
  onClick: () => void;
  autoFocus?: boolean;
}) {
  return (
    <Button aria-pressed={on} className={on ? "border-chalk! bg-chalk-pale!" : ""} {...rest}>
      {children}
    </Button>
  );
}

/** Takes one of several answers out again. */
export function LeaveOut({ what, onClick }: { what?: string; onClick: () => void }) {
  return (
    <button
      type="button"
      className="text-quiet text-sm underline underline-offset-2"
      aria-label={what && `Leave out ${what}`}
      onClick={onClick}
    >
      leave out
    </button>
  );
}

/** A length, typed as the trade writes it; the server reads it. */
export function LengthEntry({
  composing,
  field,
  label,
  unit,
  focus = true,
  onFill,
}: Pick<SlotProps, "composing" | "unit" | "onFill"> & { field: string; label: string; focus?: boolean }) {
  const known = composing.typed[field] ?? "";
  const [text, setText] = useState(known);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (focus) input.current?.focus();
  }, [focus]);
  // A handle dragged on the table writes here too.
  useEffect(() => {
    setText((typed) => (typed.trim() === known ? typed : known));
  }, [known]);
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
          onFill({ [field]: undefined }, { [field]: e.target.value.trim() }, true);
        }}
      />
      <span className="text-quiet">{unit}</span>
    </label>
  );
}

/** A plain number: a count, a ratio. */
export function NumberEntry({
  value,
  label,
  low,
  high,
  step,
  onChange,
}: {
  value: number | undefined;
  label: string;
  low: number;
  high: number;
  step: number;
  onChange: (value: number | undefined) => void;
}) {
  const known = value === undefined ? "" : String(value);
  const [text, setText] = useState(known);
  // A handle dragged on the table writes here too.
  useEffect(() => {
    setText((typed) => (Number(typed) === Number(known) && typed !== "" ? typed : known));
  }, [known]);
  return (
    <label className="flex items-center gap-2">
      <span className="text-quiet">{label}</span>
      <input
        type="number"
        className="h-9 w-24 rounded-[3px] border border-rule-strong bg-fresh px-2"
        value={text}
        min={low}
        max={high}
        step={step}
        onChange={(e) => {
          setText(e.target.value);
          onChange(e.target.value === "" ? undefined : Number(e.target.value));
        }}
      />
    </label>
  );
}
