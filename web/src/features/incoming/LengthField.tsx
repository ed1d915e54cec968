/** A length to type, in the house's unit, fractions of an inch too; told on in cm when it is one. */
import { useState } from "react";
import { inCm, shown } from "./useIncoming";

export function LengthField({
  label,
  unit,
  value,
  onChange,
  quiet,
}: {
  label: string;
  unit: string;
  value: number;
  onChange: (cm: number) => void;
  /** Its label is for readers of the page alone. */
  quiet?: boolean;
}) {
  const [typed, setTyped] = useState(() => shown(value, unit));
  const wrong = typed.trim() !== "" && inCm(typed, unit) === null;
  return (
    <label className="grid gap-0.5">
      <span className={quiet ? "sr-only" : "font-medium"}>{label}</span>
      <span className="flex items-center gap-1">
        <input
          className={`h-9 w-[72px] rounded-[3px] border bg-fresh px-2 text-right tabular-nums ${wrong ? "border-madder" : "border-rule-strong"}`}
          inputMode="decimal"
          value={typed}
          aria-invalid={wrong}
          placeholder="0"
          onChange={(e) => {
            setTyped(e.target.value);
            const cm = e.target.value.trim() === "" ? 0 : inCm(e.target.value, unit);
            if (cm !== null) onChange(cm);
          }}
        />
        <span className="text-quiet">{unit}</span>
      </span>
    </label>
  );
}
