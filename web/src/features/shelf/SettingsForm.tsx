/** The settings of a school, from its own declaration. Lengths are typed in the house unit and read by the server. */
import type { Schemas } from "../../api/client";
import { Choice, Field } from "../../ui/controls";

export type Settings = Record<string, unknown>;

export function SettingsForm({
  school,
  values,
  onChange,
}: {
  school: Schemas["SchoolOut"];
  values: Settings;
  onChange: (next: Settings) => void;
}) {
  const set = (name: string, value: unknown) => {
    const next = { ...values, [name]: value };
    if (value === "" || value === undefined) delete next[name];
    onChange(next);
  };
  return (
    <div className="grid gap-3">
      {school.settings.map((s) => {
        if (s.kind === "length")
          return (
            <Field
              key={s.name}
              label={s.title}
              hint={s.why}
              placeholder={s.default_text}
              value={String(values[s.name] ?? "")}
              onChange={(e) => set(s.name, e.target.value)}
            />
          );
        if (s.kind === "choice")
          return (
            <Choice
              key={s.name}
              label={s.title}
              hint={s.why}
              value={String(values[s.name] ?? s.default)}
              onChange={(e) => set(s.name, e.target.value)}
            >
              {s.choices?.map((c) => (
                <option key={c}>{c}</option>
              ))}
            </Choice>
          );
        return (
          <label key={s.name} className="flex items-start gap-2">
            <input
              type="checkbox"
              className="mt-1 size-4 accent-ink"
              checked={Boolean(values[s.name] ?? s.default)}
              onChange={(e) => set(s.name, e.target.checked)}
            />
            <span>
              <span className="font-medium">{s.title}</span>
              <span className="block text-quiet text-sm">{s.why}</span>
            </span>
          </label>
        );
      })}
    </div>
  );
}
