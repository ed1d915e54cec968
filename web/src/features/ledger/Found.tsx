/** What the checks find: the words, the place, since which step, a cure to apply, or a reason to let it stand. */
import type { UseQueryResult } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import type { Schemas } from "../../api/client";
import { Button, Field, Notice } from "../../ui/controls";
import { type Finding, standing, useLettingStand } from "./useFindings";

interface Props {
  id: number;
  query: UseQueryResult<Schemas["FindingsOut"]>;
  busy: boolean;
  only: boolean;
  recipe: Schemas["StepOut"][];
  shown: Finding | undefined;
  onShow: (f: Finding) => void;
  onCure: (step: Record<string, unknown>, words: string) => void;
}

export const placeOf = (f: Finding) => `${f.code}|${f.piece}|${f.edge}|${f.seam}`;

export function Found({ id, query, busy, only, recipe, shown, onShow, onCure }: Props) {
  if (query.isPending) return <p className="py-3 text-quiet">Looking everything over …</p>;
  if (query.isError)
    return (
      <div className="py-3">
        <Notice>{query.error.message}</Notice>
      </div>
    );
  const all = query.data.findings;
  const letStand = all.filter((f) => standing(f) === "let stand");
  const lots = [
    ["Found", all.filter((f) => standing(f) === "open")],
    ["To take care of", all.filter((f) => standing(f) === "caution")],
    ["Let stand", only ? [] : letStand],
  ] as const;
  return (
    <section aria-label="Findings">
      {lots.map(
        ([title, findings]) =>
          findings.length > 0 && (
            <div key={title}>
              <h2 className="mt-3 mb-1 font-serif text-[17px]">{title}</h2>
              <ul>
                {findings.map((f) => (
                  <Line
                    key={placeOf(f)}
                    id={id}
                    finding={f}
                    busy={busy}
                    recipe={recipe}
                    on={shown !== undefined && placeOf(shown) === placeOf(f)}
                    onShow={() => onShow(f)}
                    onCure={onCure}
                  />
                ))}
              </ul>
            </div>
          ),
      )}
      {lots[0][1].length === 0 && (
        <p className="mt-3 border-moss border-l-4 bg-fresh px-3 py-2">
          ▮▮ The checks find nothing that is to be done.
          {recipe.length === 0 &&
            " It is the block still: whether one gets in, and what closes and hems it, is asked once it is worked."}
          {only &&
            letStand.length > 0 &&
            ` ${letStand.length} ${letStand.length === 1 ? "finding was" : "findings were"} let stand.`}
        </p>
      )}
    </section>
  );
}

function Line({
  id,
  finding: f,
  busy,
  recipe,
  on,
  onShow,
  onCure,
}: {
  id: number;
  finding: Finding;
  busy: boolean;
  recipe: Schemas["StepOut"][];
  on: boolean;
  onShow: () => void;
  onCure: Props["onCure"];
}) {
  const [letting, setLetting] = useState(false);
  const stand = useLettingStand(id);
  const step = f.step ? recipe[f.step - 1] : undefined;
  return (
    <li className={`border-line border-t py-2 ${on ? "-mx-4 bg-chalk-pale px-4" : ""}`}>
      <p className="flex items-baseline gap-2 text-sm">
        <span className={standing(f) === "open" ? "font-semibold text-madder" : "text-quiet"}>
          {standing(f) === "open" ? "✕" : standing(f)} {f.group.toLowerCase()}
        </span>
        <span className="ml-auto text-quiet">
          {f.step === 0 ? "came with the blocks" : f.step ? `since step ${f.step}` : ""}
        </span>
      </p>
      <p className="max-w-[64ch]">{f.words}</p>
      {f.reason !== null && <p className="text-quiet italic">“{f.reason}”</p>}
      {step && f.reason === null && (
        <p className="truncate text-quiet text-sm" title={step.phrases.map((p) => p.text).join("")}>
          {step.number}. {step.phrases.map((p) => p.text).join("")}
        </p>
      )}
      <div className="mt-1 flex flex-wrap items-center gap-2">
        {f.at && (
          <Button className="text-sm" onClick={onShow} aria-pressed={on}>
            Show the place
          </Button>
        )}
        {f.cure && f.reason === null && (
          <Button
            weight="strong"
            className="text-sm"
            disabled={busy}
            title={f.cure.words}
            onClick={() => onCure(f.cure?.step ?? {}, `cure: ${f.title}`)}
          >
            Apply the cure
          </Button>
        )}
        {f.reason === null ? (
          <Button
            weight="bare"
            className="text-sm"
            aria-expanded={letting}
            onClick={() => setLetting(!letting)}
          >
            Let it stand …
          </Button>
        ) : (
          <Button
            weight="bare"
            className="text-sm"
            onClick={() => stand.mutate({ finding: f, reason: null })}
          >
            Look at it again
          </Button>
        )}
      </div>
      {f.reason === null && <p className="text-quiet text-sm">{f.advice}</p>}
      {letting && f.reason === null && (
        <Reason
          fault={stand.error?.message}
          onKeep={(reason) => stand.mutate({ finding: f, reason }, { onSuccess: () => setLetting(false) })}
        />
      )}
    </li>
  );
}

function Reason({ fault, onKeep }: { fault: string | undefined; onKeep: (reason: string) => void }) {
  const [text, setText] = useState("");
  const keep = (e: FormEvent) => {
    e.preventDefault();
    onKeep(text);
  };
  return (
    <form onSubmit={keep} className="mt-2 flex items-end gap-2">
      <div className="flex-1">
        <Field
          label="Why may it stand?"
          value={text}
          maxLength={300}
          autoFocus
          onChange={(e) => setText(e.target.value)}
          {...(fault ? { fault } : {})}
        />
      </div>
      <Button type="submit" weight="strong">
        Keep the reason
      </Button>
    </form>
  );
}
