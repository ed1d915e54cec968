/** A lay asked for: of which cloth, spread how, what else goes on the same cloth, for how long it may be looked for. */
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { useSession, useStyles } from "../../api/queries";
import { Button, Choice, Notice, Waiting } from "../../ui/controls";
import { LengthField } from "../incoming/LengthField";
import { type How, Seconds, Spread } from "./HowItLies";
import { LayList } from "./LayList";
import { useAskLay, useAssign, useCloths, useUses } from "./useCloth";

export function LayDesk({ id }: { id: number }) {
  const uses = useUses(id);
  const cloths = useCloths();
  const session = useSession();
  const assign = useAssign(id);
  const ask = useAskLay();
  const go = useNavigate();
  const [use, setUse] = useState("");
  const [how, setHow] = useState<How>("folded");
  const [gap, setGap] = useState(0.3);
  const [seconds, setSeconds] = useState("20");
  const [keepUp, setKeepUp] = useState(false);
  const [match, setMatch] = useState<string[]>([]);
  const [times, setTimes] = useState<Record<number, number>>({ [id]: 1 });
  if (uses.isError || cloths.isError)
    return (
      <div className="p-5">
        <Notice>{(uses.error ?? cloths.error)?.message}</Notice>
      </div>
    );
  if (!uses.data || !cloths.data || !session.data) return <Waiting what="the cloths" />;
  const now = uses.data.uses.find((u) => u.use === use) ?? uses.data.uses[0];
  const cloth = cloths.data.find((c) => c.id === now?.cloth_id);
  const checked = (cloth?.card.repeat_along ?? 0) > 0;
  const lay = () => {
    if (!cloth || !now) return;
    ask.mutate(
      {
        name: "",
        use: now.use,
        cloth_id: cloth.id,
        order: {
          how,
          gap,
          keep_up: keepUp,
          match: checked ? match : [],
          seconds: Math.max(1, Number(seconds) || 20),
        },
        items: Object.entries(times).map(([style, n]) => ({ style_id: Number(style), times: n })),
      },
      { onSuccess: (made) => void go(`/cloth/lays/${made.id}`) },
    );
  };
  return (
    <main className="mx-auto grid max-w-[980px] gap-6 px-5 py-5">
      <section aria-label="Cloth of each use" className="grid gap-2">
        <h2 className="font-serif text-lg">Which cloth for what</h2>
        {cloths.data.length === 0 ? (
          <Notice tone="quiet">
            There is no cloth yet.{" "}
            <Link to="/cloths" className="text-chalk underline underline-offset-2">
              Write a cloth card
            </Link>{" "}
            first; its width is enough.
          </Notice>
        ) : (
          <div className="flex flex-wrap gap-4">
            {uses.data.uses.map((u) => (
              <div key={u.use} className="w-[220px]">
                <Choice
                  label={`${u.use} (${u.pieces} ${u.pieces === 1 ? "piece" : "pieces"})`}
                  value={u.cloth_id ?? ""}
                  onChange={(e) => assign.mutate({ use: u.use, cloth_id: Number(e.target.value) || null })}
                >
                  <option value="">not chosen</option>
                  {cloths.data.map((c) => (
                    <option key={c.id} value={c.id}>
                      {c.name}
                    </option>
                  ))}
                </Choice>
              </div>
            ))}
          </div>
        )}
        <p className="text-quiet">
          <Link to="/cloths" className="text-chalk underline underline-offset-2">
            The cloth cards
          </Link>
        </p>
      </section>
      {cloths.data.length > 0 && (
        <form
          aria-label="A new lay"
          className="grid gap-4 border border-line bg-fresh p-4"
          onSubmit={(e) => {
            e.preventDefault();
            lay();
          }}
        >
          <h2 className="font-serif text-lg">Lay it</h2>
          <div className="flex flex-wrap items-end gap-4">
            {uses.data.uses.length > 1 && (
              <Choice label="What is laid" value={now?.use} onChange={(e) => setUse(e.target.value)}>
                {uses.data.uses.map((u) => (
                  <option key={u.use}>{u.use}</option>
                ))}
              </Choice>
            )}
            <Spread value={how} onChange={setHow} />
            <LengthField label="Gap between pieces" unit={session.data.unit} value={gap} onChange={setGap} />
            <Seconds value={seconds} onChange={setSeconds} />
            <label className="flex min-h-9 items-center gap-2">
              <input
                type="checkbox"
                className="size-4 accent-ink"
                checked={keepUp}
                onChange={(e) => setKeepUp(e.target.checked)}
              />
              all pieces the same way up
            </label>
          </div>
          {checked && (
            <fieldset>
              <legend className="font-medium">Seams at which the repeat is to meet</legend>
              <div className="mt-1 flex flex-wrap gap-x-5 gap-y-1">
                {uses.data.seams.map((s) => (
                  <label key={s} className="flex items-center gap-2">
                    <input
                      type="checkbox"
                      className="size-4 accent-ink"
                      checked={match.includes(s)}
                      onChange={(e) =>
                        setMatch(e.target.checked ? [...match, s] : match.filter((x) => x !== s))
                      }
                    />
                    {s}
                  </label>
                ))}
              </div>
            </fieldset>
          )}
          <Together own={id} times={times} onTimes={setTimes} />
          {ask.isError && <Notice>{ask.error.message}</Notice>}
          <div className="flex flex-wrap items-center gap-3">
            <Button weight="strong" type="submit" disabled={!cloth || ask.isPending}>
              Lay it
            </Button>
            {!cloth && <span className="text-quiet">Choose a cloth for the {now?.use} first.</span>}
          </div>
        </form>
      )}
      <LayList style={id} />
    </main>
  );
}

/** How often, and what else is cut of the same cloth. */
function Together({
  own,
  times,
  onTimes,
}: {
  own: number;
  times: Record<number, number>;
  onTimes: (times: Record<number, number>) => void;
}) {
  const styles = useStyles();
  const others = styles.data?.filter((s) => times[s.id] === undefined) ?? [];
  return (
    <fieldset className="grid gap-2">
      <legend className="font-medium">How often</legend>
      <ul className="grid gap-1.5">
        {Object.entries(times).map(([key, count]) => {
          const id = Number(key);
          const style = styles.data?.find((s) => s.id === id);
          const name = style ? [style.name, style.person].filter(Boolean).join(" · ") : "this style";
          return (
            <li key={id} className="flex items-center gap-2">
              <input
                type="number"
                min={1}
                max={60}
                value={count}
                aria-label={`Times ${name}`}
                className="h-9 w-[64px] rounded-[3px] border border-rule-strong bg-fresh px-2 text-right tabular-nums"
                onChange={(e) =>
                  onTimes({ ...times, [id]: Math.max(1, Math.round(Number(e.target.value)) || 1) })
                }
              />
              <span>× {name}</span>
              {id !== own && (
                <Button
                  weight="bare"
                  className="text-quiet"
                  onClick={() => {
                    const { [id]: _, ...rest } = times;
                    onTimes(rest);
                  }}
                >
                  leave out
                </Button>
              )}
            </li>
          );
        })}
      </ul>
      {others.length > 0 && (
        <div className="w-[320px] max-w-full">
          <Choice
            label="Another style on the same cloth"
            value=""
            onChange={(e) => e.target.value && onTimes({ ...times, [Number(e.target.value)]: 1 })}
          >
            <option value="">none</option>
            {others.map((s) => (
              <option key={s.id} value={s.id}>
                {[s.name, s.person].filter(Boolean).join(" · ")}
              </option>
            ))}
          </Choice>
        </div>
      )}
    </fieldset>
  );
}
