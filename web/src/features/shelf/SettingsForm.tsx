/** The settings of a school, from its own declaration. A length can be dragged (the drawing follows) or typed in the house
 *  unit, fractions too; the server reads it. */
import type { Schemas } from "../../api/client";
import { Choice, Field } from "../../ui/controls";

export type Settings = Record<string, unknown>;
type Setting = Schemas["SettingOut"];

interface Props {
  school: Schemas["SchoolOut"];
  values: Settings;
  onChange: (next: Settings) => void;
}

export function SettingsForm({ school, values, onChange }: Props) {
  const set = (name: string, value: unknown) => {
    const next = { ...values, [name]: value };
    if (value === "" || value === undefined) delete next[name];
    onChange(next);
  };
  const changed = Object.keys(values).length;
  return (
    <div className="grid gap-3">
      <div className="flex items-center justify-between">
        <h2 className="font-serif text-lg">Settings</h2>
        <button
          type="button"
          disabled={changed === 0}
          className="rounded-[3px] px-1.5 text-chalk underline underline-offset-2 disabled:text-quiet disabled:no-underline"
          onClick={() => onChange({})}
        >
          {changed === 0 ? "all as the school says" : `restore all ${changed}`}
        </button>
      </div>
      {school.settings.map((s) => (
        <OneSetting
          key={s.name}
          setting={s}
          value={values[s.name]}
          gores={values.gores}
          onChange={(v) => set(s.name, v)}
        />
      ))}
    </div>
  );
}

interface OneProps {
  setting: Setting;
  value: unknown;
  gores: unknown;
  onChange: (value: unknown) => void;
}

function OneSetting({ setting: s, value, gores, onChange }: OneProps) {
  if (s.kind === "length" || s.kind === "number")
    return <Dragged setting={s} value={value} onChange={onChange} />;
  if (s.kind === "choice")
    return (
      <Choice
        label={s.title}
        hint={s.why}
        value={String(value ?? s.default)}
        onChange={(e) => onChange(e.target.value)}
      >
        {s.choices?.map((c) => (
          <option key={c}>{c}</option>
        ))}
      </Choice>
    );
  if (s.kind === "lengths")
    return <GoreByGore setting={s} value={value} gores={Number(gores ?? 6)} onChange={onChange} />;
  return (
    <label className="flex items-start gap-2">
      <input
        type="checkbox"
        className="mt-1 size-4 accent-ink"
        checked={Boolean(value ?? s.default)}
        onChange={(e) => onChange(e.target.checked)}
      />
      <span>
        <span className="font-medium">{s.title}</span>
        <span className="block text-quiet text-sm">{s.why}</span>
      </span>
    </label>
  );
}

/** A number with a slider beside its field. The slider sends "… cm", so that its value means the same in every house. */
function Dragged({ setting: s, value, onChange }: Omit<OneProps, "gores">) {
  const text = value === undefined ? "" : String(value);
  const length = s.kind === "length";
  const low = s.minimum ?? 0;
  const high = s.maximum ?? 100;
  const at = length ? centimetres(text, s) : Number(text === "" ? s.default : text);
  return (
    <div>
      <div className="grid grid-cols-[minmax(0,1fr)_92px] items-end gap-2">
        <Field
          label={s.title}
          placeholder={`${s.default_text} ${s.unit}`}
          value={text}
          inputMode="decimal"
          onChange={(e) => onChange(e.target.value)}
        />
        <input
          type="range"
          aria-label={`${s.title}, dragged`}
          className="h-9 accent-chalk"
          min={low}
          max={high}
          step={length ? 0.1 : 1}
          value={Number.isFinite(at) ? at : low}
          onChange={(e) => onChange(length ? `${e.target.value} cm` : Number(e.target.value))}
        />
      </div>
      <p className="mt-0.5 text-quiet text-sm">
        {s.why}
        {s.house && " By the house rules."}
      </p>
    </div>
  );
}

/** Where the slider's thumb stands: only what it sent itself, or the default; typed fractions are the server's to read. */
export function centimetres(text: string, s: Setting): number {
  if (text === "") return Number(s.default);
  const plain = /^\s*(-?[\d.]+)\s*(cm)?\s*$/.exec(text);
  if (!plain) return Number(s.default);
  return Number(plain[1]) * (s.unit === "in" && !plain[2] ? 2.54 : 1);
}

/** One change per gore, from the centre front round. */
function GoreByGore({ setting: s, value, gores, onChange }: OneProps & { gores: number }) {
  const list = Array.isArray(value) ? value.map(String) : [];
  const count = Number.isFinite(gores) ? Math.min(Math.max(Math.round(gores), 1), 12) : 6;
  return (
    <fieldset>
      <legend className="font-medium">{s.title}</legend>
      <p className="mb-1 text-quiet text-sm">{s.why}</p>
      <div className="grid grid-cols-4 gap-1.5">
        {Array.from({ length: count }, (_, i) => (
          <label key={String(i)} className="text-sm">
            <span className="text-quiet">gore {i + 1}</span>
            <input
              className="h-8 w-full rounded-[3px] border border-rule-strong bg-fresh px-1.5 text-right"
              inputMode="decimal"
              placeholder="0"
              value={list[i] ?? ""}
              onChange={(e) => {
                const next = Array.from({ length: count }, (_, k) => list[k] ?? "");
                next[i] = e.target.value;
                const filled = next.map((x) => (x.trim() === "" ? "0" : x));
                onChange(next.every((x) => x.trim() === "" || x === "0") ? undefined : filled);
              }}
            />
          </label>
        ))}
      </div>
    </fieldset>
  );
}
