/** Which edges are sewn to each other, where their names do not say it: a cap to an armhole over two pieces, with its ease. */
import { useState } from "react";
import { Button } from "../../ui/controls";
import { LengthField } from "./LengthField";
import type { Came, Plan } from "./useIncoming";

type Edge = [string, string];
const key = (e: Edge) => e.join(" › ");

export function PairsForm({
  found,
  plan,
  unit,
  onChange,
}: {
  found: Came;
  plan: Plan;
  unit: string;
  onChange: (plan: Plan, now?: boolean) => void;
}) {
  const edges = [
    ...new Map(found.edges.map((e): [string, Edge] => [key([e.piece, e.name]), [e.piece, e.name]])).values(),
  ];
  const [sides, setSides] = useState<{ a: Edge[]; b: Edge[] }>({ a: [], b: [] });
  const [ease, setEase] = useState({ from: 0, to: 0 });
  const [open, setOpen] = useState(false);
  const pairs = plan.pairs ?? [];
  const add = () => {
    const pair = { ...sides, ease: ease.to ? ([ease.from, ease.to] as [number, number]) : null };
    onChange({ ...plan, pairs: [...pairs, pair] }, true);
    setSides({ a: [], b: [] });
    setOpen(false);
  };
  return (
    <section aria-label="Seams" className="grid gap-2 border-rule-strong border-t pt-3">
      <h2 className="font-serif text-[17px]">Seams</h2>
      <p className="text-quiet">
        Edges of one name on two pieces are sewn to each other. Armholes, necklines and waists wait for their
        part.
      </p>
      {pairs.map((p, i) => (
        <p key={i} className="flex items-baseline gap-2">
          <span className="min-w-0 flex-1">
            {p.a.map((e) => key(e as Edge)).join(" + ")} to {p.b.map((e) => key(e as Edge)).join(" + ")}
            {p.ease && ", eased"}
          </span>
          <button
            type="button"
            className="text-quiet text-sm underline underline-offset-2"
            onClick={() => onChange({ ...plan, pairs: pairs.filter((_, k) => k !== i) }, true)}
          >
            part them<span className="sr-only"> {i + 1}</span>
          </button>
        </p>
      ))}
      {open ? (
        <div className="grid gap-2 border border-rule-strong bg-fresh p-2">
          {(["a", "b"] as const).map((side) => (
            <fieldset key={side}>
              <legend className="font-medium">{side === "a" ? "This side" : "is sewn to this"}</legend>
              <div className="flex flex-wrap gap-1">
                {edges.map((e) => {
                  const on = sides[side].some((x) => key(x) === key(e));
                  return (
                    <Button
                      key={key(e)}
                      aria-pressed={on}
                      className={`min-h-8 px-2 text-sm ${on ? "border-madder bg-madder-pale" : ""}`}
                      onClick={() =>
                        setSides({
                          ...sides,
                          [side]: on ? sides[side].filter((x) => key(x) !== key(e)) : [...sides[side], e],
                        })
                      }
                    >
                      {key(e)}
                    </Button>
                  );
                })}
              </div>
            </fieldset>
          ))}
          <div className="flex items-end gap-3">
            <LengthField
              label="Eased in by, at least"
              unit={unit}
              value={ease.from}
              onChange={(from) => setEase({ ...ease, from })}
            />
            <LengthField
              label="at most"
              unit={unit}
              value={ease.to}
              onChange={(to) => setEase({ ...ease, to })}
            />
          </div>
          <div className="flex gap-1.5">
            <Button
              weight="strong"
              disabled={!sides.a.length || !sides.b.length || ease.from > Math.max(ease.to, 0)}
              onClick={add}
            >
              Sew them together
            </Button>
            <Button onClick={() => setOpen(false)}>Leave it</Button>
          </div>
        </div>
      ) : (
        <div>
          <Button onClick={() => setOpen(true)} disabled={edges.length < 2}>
            Sew other edges together
          </Button>
        </div>
      )}
    </section>
  );
}
