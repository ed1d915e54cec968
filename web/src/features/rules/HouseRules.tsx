/** House rules: every default with its reason, changed one by one or taken as a set. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, ok, type Schemas } from "../../api/client";
import { keys, useRules } from "../../api/queries";
import { Button, Notice, Page, Waiting } from "../../ui/controls";

type Rule = Schemas["RuleOut"];
type Values = Record<string, unknown>;
const INCH = 2.54;
const CHOICES: Record<string, string> = { a4: "A4", letter: "Letter", cm: "centimetres", in: "inches" };

export function HouseRules() {
  const rules = useRules();
  const queries = useQueryClient();
  const save = useMutation({
    mutationFn: (run: () => Promise<Schemas["RulesOut"]>) => run(),
    onSuccess: (kept) => {
      queries.setQueryData(keys.rules, kept);
      void queries.invalidateQueries({ predicate: (q) => q.queryKey[0] !== "rules" });
    },
  });
  if (rules.isPending) return <Waiting what="the house rules" />;
  if (rules.isError || !rules.data)
    return (
      <Page title="House rules">
        <Notice>{rules.error?.message}</Notice>
      </Page>
    );
  const unit = String(rules.data.rules.unit);
  const put = (values: Values) =>
    save.mutate(() => ok(client.PUT("/api/house-rules", { body: values as Schemas["HouseRules"] })));
  const groups = [
    ["The house", rules.data.fields.filter((f) => !f.field.includes("."))],
    ["Seam allowances", rules.data.fields.filter((f) => f.field.startsWith("allowances."))],
    [
      "Dart points: how far short of the pivot",
      rules.data.fields.filter((f) => f.field.startsWith("set_backs.")),
    ],
  ] as const;
  return (
    <Page
      title="House rules"
      lead="Schools differ, and every workroom has its habit. A rule holds from now on, also wherever an existing style is replayed or printed again."
      actions={
        <>
          <Button onClick={() => put({})}>Metric set, all as delivered</Button>
          <Button onClick={() => save.mutate(() => ok(client.POST("/api/house-rules/inch-set")))}>
            Inch set
          </Button>
        </>
      }
    >
      {save.isError && <Notice>{save.error.message}</Notice>}
      <p role="status" className="sr-only">
        {save.isSuccess ? "kept" : ""}
      </p>
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-2">
        {groups.map(([title, fields]) => (
          <section key={title}>
            <h2 className="mb-1 font-serif text-lg">{title}</h2>
            {fields.map((f) => (
              <RuleRow
                key={f.field}
                rule={f}
                unit={unit}
                onChange={(value) => put(withValue(rules.data.rules as Values, f.field, value))}
              />
            ))}
          </section>
        ))}
      </div>
    </Page>
  );
}

/** A copy of the rules with the value at a path such as "allowances.side". */
export function withValue(rules: Values, path: string, value: unknown): Values {
  const [head = "", ...rest] = path.split(".");
  return {
    ...rules,
    [head]: rest.length ? withValue((rules[head] ?? {}) as Values, rest.join("."), value) : value,
  };
}

function RuleRow({ rule, unit, onChange }: { rule: Rule; unit: string; onChange: (value: unknown) => void }) {
  const shown = (v: Rule["value"]) =>
    rule.kind === "length" && unit === "in"
      ? String(Math.round((Number(v) / INCH) * 1000) / 1000)
      : String(v);
  const [text, setText] = useState<string | null>(null);
  const id = `rule-${rule.field}`;
  const same = rule.value === rule.default;
  const commit = () => {
    if (text === null) return;
    const value = Number(text.replace(",", "."));
    onChange(Number.isFinite(value) ? value * (unit === "in" ? INCH : 1) : text);
    setText(null);
  };
  return (
    <div className="grid grid-cols-[1fr_120px_84px] items-center gap-x-3 border-line border-t py-1.5">
      <div>
        <label htmlFor={id} className="font-medium">
          {rule.title}
        </label>
        <p className="text-quiet text-sm">{rule.why}</p>
      </div>
      {rule.kind === "choice" ? (
        <select
          id={id}
          className="h-9 rounded-[3px] border border-rule-strong bg-fresh px-2"
          value={String(rule.value)}
          onChange={(e) => onChange(e.target.value)}
        >
          {rule.choices?.map((c) => (
            <option key={c} value={c}>
              {CHOICES[c] ?? c}
            </option>
          ))}
        </select>
      ) : (
        <span className="flex items-center gap-1.5">
          <input
            id={id}
            inputMode="decimal"
            className="h-9 w-20 rounded-[3px] border border-rule-strong bg-fresh px-2 text-right"
            value={text ?? shown(rule.value)}
            onChange={(e) => setText(e.target.value)}
            onBlur={commit}
            onKeyDown={(e) => e.key === "Enter" && commit()}
          />
          <span className="text-quiet">{unit}</span>
        </span>
      )}
      {same ? (
        <span className="text-quiet text-sm">as delivered</span>
      ) : (
        <Button className="text-sm" onClick={() => onChange(rule.default)}>
          restore
        </Button>
      )}
    </div>
  );
}
