/** House rules: every default with its reason and what other schools take, changed one by one or taken as a set. */
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, ok, type Schemas } from "../../api/client";
import { answered, keys, useRules } from "../../api/queries";
import { Button, Notice, Page, Waiting } from "../../ui/controls";
import { StylesToFollow } from "./StylesToFollow";

type Rule = Schemas["RuleOut"];
const CHOICES: Record<string, string> = { a4: "A4", letter: "Letter", cm: "centimetres", in: "inches" };

export function HouseRules() {
  const rules = useRules();
  const queries = useQueryClient();
  const save = useMutation({
    mutationFn: (run: () => Promise<Schemas["RulesOut"]>) => run(),
    onSuccess: async (kept) => {
      await answered(queries, keys.rules, kept);
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
  const change = (field: string, text: string) =>
    save.mutate(() => ok(client.PUT("/api/house-rules/one", { body: { field, text } })));
  const groups = [
    ["The house", rules.data.fields.filter((f) => !f.field.includes("."))],
    ["Seam allowances", rules.data.fields.filter((f) => f.field.startsWith("allowances."))],
    [
      "Dart points: how far short of the pivot",
      rules.data.fields.filter((f) => f.field.startsWith("set_backs.")),
    ],
    ["Fullness", rules.data.fields.filter((f) => f.field.startsWith("fullness."))],
    ["Ease a body needs", rules.data.fields.filter((f) => f.field.startsWith("ease."))],
    ["Wearer and cloth", rules.data.fields.filter((f) => f.field.startsWith("wear."))],
    ["What is told before cutting", rules.data.fields.filter((f) => f.field.startsWith("looking."))],
  ] as const;
  return (
    <Page
      title="House rules"
      lead="Schools differ, and every workroom has its habit. A rule holds for new work from now on; existing styles keep the rules they were begun with until you let them follow. Numbers are shown and printed as the house does now."
      actions={
        <>
          <Button
            onClick={() =>
              save.mutate(() => ok(client.PUT("/api/house-rules", { body: {} as Schemas["HouseRules"] })))
            }
          >
            Metric set, all as delivered
          </Button>
          <Button onClick={() => save.mutate(() => ok(client.POST("/api/house-rules/inch-set")))}>
            Inch set
          </Button>
        </>
      }
    >
      {save.isError && (
        <div className="mb-3">
          <Notice>{save.error.message}</Notice>
        </div>
      )}
      <p role="status" className="sr-only">
        {save.isSuccess ? "kept" : ""}
      </p>
      <StylesToFollow rules={rules.data.rules} />
      <div className="gap-x-10 lg:columns-2">
        {groups.map(([title, fields]) => (
          <section key={title} className="mb-6">
            <h2 className="mb-1 break-after-avoid font-serif text-lg">{title}</h2>
            {fields.map((f) => (
              <RuleRow
                key={`${f.field} ${f.value_text} ${unit}`}
                rule={f}
                unit={unit}
                onChange={(text) => change(f.field, text)}
              />
            ))}
          </section>
        ))}
      </div>
    </Page>
  );
}

function RuleRow({ rule, unit, onChange }: { rule: Rule; unit: string; onChange: (text: string) => void }) {
  const bare = rule.value_text.replace(/ (cm|in)$/, "");
  const [text, setText] = useState(bare);
  const id = `rule-${rule.field}`;
  const same = rule.value === rule.default;
  const commit = () => text !== bare && onChange(text);
  const length = rule.kind === "length";
  const typed = length || rule.kind === "number";
  return (
    <div className="grid break-inside-avoid grid-cols-[1fr_124px_78px] items-start gap-x-3 border-line border-t py-1.5">
      <div>
        <label htmlFor={id} className="font-medium">
          {rule.title}
        </label>
        <p className="text-quiet text-sm">{rule.why}</p>
        {rule.others.length > 0 && (
          <p className="mt-0.5 text-sm">
            <span className="text-quiet">Others take </span>
            {rule.others.map((o, i) => (
              <span key={o.who}>
                {i > 0 && <span className="text-quiet">, </span>}
                {o.value === null ? (
                  o.text
                ) : (
                  <button
                    type="button"
                    className="text-chalk underline underline-offset-2"
                    title={`Take ${o.text}`}
                    onClick={() => onChange(`${o.value} cm`)}
                  >
                    {o.text}
                  </button>
                )}{" "}
                <span className="text-quiet">({o.who})</span>
              </span>
            ))}
          </p>
        )}
      </div>
      {typed ? (
        <span className="flex items-center gap-1.5">
          <input
            id={id}
            inputMode="decimal"
            className="h-9 w-[86px] rounded-[3px] border border-rule-strong bg-fresh px-2 text-right"
            value={text}
            onChange={(e) => setText(e.target.value)}
            onBlur={commit}
            onKeyDown={(e) => e.key === "Enter" && commit()}
          />
          {length && <span className="text-quiet">{unit}</span>}
        </span>
      ) : (
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
      )}
      {same ? (
        <span className="pt-1.5 text-quiet text-sm">as delivered</span>
      ) : (
        <Button
          className="text-sm"
          title={`As delivered: ${rule.default_text}`}
          onClick={() => onChange(length ? `${rule.default} cm` : String(rule.default))}
        >
          restore
        </Button>
      )}
    </div>
  );
}
