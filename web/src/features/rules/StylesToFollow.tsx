/** Existing styles that are worked by other rules than the house's now, and what letting them follow would change. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, ok, type Schemas } from "../../api/client";
import { Button, Notice } from "../../ui/controls";

type StyleChange = Schemas["StyleChange"];

/** ``rules`` are those of the house the list is compared with: asked before a change was kept, it would be of the old ones. */
export function StylesToFollow({ rules }: { rules: Schemas["HouseRules"] }) {
  const queries = useQueryClient();
  const found = useQuery({
    queryKey: ["styles-to-follow", rules],
    queryFn: () => ok(client.GET("/api/house-rules/styles")),
    placeholderData: keepPreviousData,
  });
  const [left, setLeft] = useState<Set<number>>(new Set());
  const chosen = (found.data ?? []).filter((s) => !left.has(s.id));
  const follow = useMutation({
    mutationFn: (styles: StyleChange[]) =>
      ok(
        client.POST("/api/house-rules/styles", {
          body: { styles: Object.fromEntries(styles.map((s) => [s.id, s.version])) },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ predicate: (q) => q.queryKey[0] !== "rules" }),
  });
  if (!found.data || found.data.length === 0) return null;
  return (
    <section aria-label="Existing styles" className="mb-6 border border-ink bg-paper px-4 py-3">
      <h2 className="font-serif text-lg">
        {found.data.length === 1
          ? "One existing style keeps the rules of the day it was begun"
          : `${found.data.length} existing styles keep the rules of the day they were begun`}
      </h2>
      <p className="text-quiet">Choose which shall follow. This is what would change:</p>
      <ul className="my-2">
        {found.data.map((s) => (
          <li key={s.id} className="border-rule-strong border-t py-1.5">
            <label className="flex items-start gap-2">
              <input
                type="checkbox"
                className="mt-1 size-4 accent-ink"
                checked={!left.has(s.id)}
                onChange={(e) => {
                  const next = new Set(left);
                  if (e.target.checked) next.delete(s.id);
                  else next.add(s.id);
                  setLeft(next);
                }}
              />
              <span>
                <span className="font-medium">{s.name}</span>
                <span className="ml-2 text-quiet text-sm">
                  {s.rules.map((r) => `${r.title}: ${r.now} → ${r.new}`).join(" · ")}
                </span>
                <span className="block text-sm">
                  {s.effects.length > 0
                    ? s.effects.join(" · ")
                    : "Nothing on the paper changes: no dart and no allowance of this style is touched."}
                </span>
              </span>
            </label>
          </li>
        ))}
      </ul>
      <Button
        weight="strong"
        disabled={chosen.length === 0 || follow.isPending || found.isFetching}
        onClick={() => follow.mutate(chosen)}
      >
        {chosen.length === 1 ? "Let this style follow" : `Let ${chosen.length} styles follow`}
      </Button>
      {follow.isError && (
        <div className="mt-2">
          <Notice>{follow.error.message}</Notice>
        </div>
      )}
    </section>
  );
}
