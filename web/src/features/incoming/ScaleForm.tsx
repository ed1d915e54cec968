/** To which scale it was drawn: by the drawing's own unit, a length one knows, or a test square in it. */
import { useState } from "react";
import { Button, Choice } from "../../ui/controls";
import { LengthField } from "./LengthField";
import type { Picking } from "./picking";
import type { Came, Plan } from "./useIncoming";

interface Props {
  found: Came;
  plan: Plan;
  unit: string;
  picking: Picking | null;
  onPick: (what: Picking | null) => void;
  onChange: (plan: Plan, now?: boolean) => void;
}

export function ScaleForm({ found, plan, unit, onPick, onChange }: Props) {
  const [more, setMore] = useState(false);
  const asked = !found.unit;
  const open = more || asked || plan.known != null || plan.square != null;
  return (
    <section aria-label="Scale">
      <h2 className="font-serif text-[17px]">Scale</h2>
      <p className="text-quiet">
        {found.unit
          ? `The drawing is in ${found.unit}.`
          : `The drawing does not say its unit; it was taken for ${found.guess}.`}{" "}
        {found.outlines[0] && `Its largest outline is ${found.outlines[0].size}.`}{" "}
        {!open && (
          <button
            type="button"
            className="text-chalk underline underline-offset-2"
            onClick={() => setMore(true)}
          >
            That is not right
          </button>
        )}
      </p>
      {open && (
        <div className="mt-1 grid gap-2">
          {asked && (
            <Choice
              label="Drawn in"
              value={plan.unit ?? ""}
              onChange={(e) => onChange({ ...plan, unit: (e.target.value || null) as Plan["unit"] }, true)}
            >
              <option value="">not said</option>
              <option value="cm">centimetres</option>
              <option value="mm">millimetres</option>
              <option value="in">inches</option>
            </Choice>
          )}
          <div className="flex flex-wrap items-end gap-2">
            <Button onClick={() => onPick({ what: "known", places: [], name: "" })}>
              {plan.known ? "Pick the length again" : "Pick a length you know"}
            </Button>
            {plan.known && (
              <LengthField
                label="It is"
                unit={unit}
                value={plan.known.length}
                onChange={(length) => plan.known && onChange({ ...plan, known: { ...plan.known, length } })}
              />
            )}
            {plan.known && (
              <Button weight="bare" onClick={() => onChange({ ...plan, known: null }, true)}>
                leave it
              </Button>
            )}
          </div>
          <div className="flex flex-wrap items-end gap-2">
            <label className="grid gap-0.5">
              <span className="font-medium">Test square</span>
              <select
                className="h-9 rounded-[3px] border border-rule-strong bg-fresh px-2"
                value={plan.square?.outline ?? ""}
                onChange={(e) =>
                  onChange(
                    {
                      ...plan,
                      known: null,
                      square:
                        e.target.value === ""
                          ? null
                          : { outline: Number(e.target.value), side: plan.square?.side ?? 10 },
                    },
                    true,
                  )
                }
              >
                <option value="">none</option>
                {found.outlines.map((o) => (
                  <option key={o.number} value={o.number}>
                    outline {o.number + 1}, {o.size}
                  </option>
                ))}
              </select>
            </label>
            {plan.square && (
              <LengthField
                label="Its side is"
                unit={unit}
                value={plan.square.side}
                onChange={(side) => plan.square && onChange({ ...plan, square: { ...plan.square, side } })}
              />
            )}
          </div>
        </div>
      )}
    </section>
  );
}
