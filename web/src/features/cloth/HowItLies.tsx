/** How the cloth is spread, and for how long a lay may be looked for. */
import { Choice, Field } from "../../ui/controls";

const HOW = [
  ["folded", "folded lengthwise, pairs at once, folds at the fold"],
  ["single", "single, every piece opened out"],
  ["doubled", "two lengths, one on the other"],
] as const;
export type How = (typeof HOW)[number][0];

export function Spread({ value, onChange }: { value: How; onChange: (how: How) => void }) {
  return (
    <Choice label="The cloth lies" value={value} onChange={(e) => onChange(e.target.value as How)}>
      {HOW.map(([how, words]) => (
        <option key={how} value={how}>
          {words}
        </option>
      ))}
    </Choice>
  );
}

export function Seconds({ value, onChange }: { value: string; onChange: (text: string) => void }) {
  return (
    <div className="w-[130px]">
      <Field
        label="Look for, seconds"
        inputMode="numeric"
        value={value}
        onChange={(e) => onChange(e.target.value)}
      />
    </div>
  );
}
