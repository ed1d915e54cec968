/** One piece: what it is, how its edges are called, what was added to them, its darts, marks and grain. */
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { Button } from "../../ui/controls";
import { LengthField } from "./LengthField";
import type { Picking, What } from "./picking";
import type { Came, PiecePlan } from "./useIncoming";

interface Props {
  piece: PiecePlan;
  found: Came;
  glossary: Schemas["GlossaryOut"];
  unit: string;
  picking: Picking | null;
  onPick: (what: Picking | null) => void;
  onChange: (piece: PiecePlan, now?: boolean) => void;
}

const KINDS = ["seam", "fold", "hem", "opening", "raw"] as const;

export function PieceForm(props: Props) {
  const { piece, glossary, unit, onPick, onChange } = props;
  const pick = (what: What, name = "") => onPick({ what, places: [], name });
  const be = (kind: string) => {
    const edges = glossary.pieces[kind] ?? [];
    onChange({ ...piece, name: kind, edges: piece.corners.map((_, i) => edges[i] ?? "") }, true);
  };
  return (
    <section aria-label={piece.name} className="grid gap-3 border-rule-strong border-t pt-3">
      <div className="grid grid-cols-[1fr_150px] gap-2">
        <label className="grid gap-0.5">
          <span className="font-medium">Name of the piece</span>
          <input
            className="h-9 rounded-[3px] border border-rule-strong bg-fresh px-2"
            value={piece.name}
            maxLength={80}
            onChange={(e) => onChange({ ...piece, name: e.target.value })}
          />
        </label>
        <label className="grid gap-0.5">
          <span className="font-medium">It is a</span>
          <select
            className="h-9 rounded-[3px] border border-rule-strong bg-fresh px-2"
            value={piece.name in glossary.pieces ? piece.name : ""}
            onChange={(e) => e.target.value && be(e.target.value)}
          >
            <option value="">something else</option>
            {Object.keys(glossary.pieces).map((k) => (
              <option key={k}>{k}</option>
            ))}
          </select>
        </label>
      </div>
      <Edges {...props} />
      <div className="flex flex-wrap items-end gap-3">
        <LengthField
          label="Allowance all round"
          unit={unit}
          value={piece.allowance ?? 0}
          onChange={(allowance) => onChange({ ...piece, allowance })}
        />
        <label className="flex min-h-9 items-center gap-2">
          <input
            type="checkbox"
            className="size-4 accent-ink"
            checked={piece.turned_over ?? false}
            onChange={(e) => onChange({ ...piece, turned_over: e.target.checked }, true)}
          />
          drawn as the other half
        </label>
      </div>
      <div className="flex flex-wrap gap-1.5">
        <Button onClick={() => pick("corner")}>Corners</Button>
        <Button onClick={() => pick("grain")}>{piece.grain ? "Grain again" : "Grainline"}</Button>
        <Named
          word="Dart"
          start="waist dart"
          taken={(piece.darts ?? []).map((d) => d.name)}
          onGo={(n) => pick("dart", n)}
        />
        <Named
          word="Mark"
          start="bust point"
          taken={(piece.marks ?? []).map((m) => m.name)}
          onGo={(n) => pick("mark", n)}
        />
      </div>
      <ul className="grid gap-1" aria-label="Darts and marks">
        {piece.darts?.map((d, i) => (
          <Pointed
            key={d.name}
            words={d.name}
            onOut={() => onChange({ ...piece, darts: piece.darts?.filter((_, k) => k !== i) ?? [] }, true)}
          >
            <LengthField
              label={`${d.name}: its point stands back`}
              quiet
              unit={unit}
              value={d.set_back ?? 0}
              onChange={(set_back) =>
                onChange({
                  ...piece,
                  darts: piece.darts?.map((x, k) => (k === i ? { ...x, set_back } : x)) ?? [],
                })
              }
            />
            <span className="text-quiet text-sm">sewn short of its point</span>
          </Pointed>
        ))}
        {piece.marks?.map((m, i) => (
          <Pointed
            key={m.name}
            words={m.name}
            onOut={() => onChange({ ...piece, marks: piece.marks?.filter((_, k) => k !== i) ?? [] }, true)}
          />
        ))}
      </ul>
    </section>
  );
}

/** Edges in order from the first corner; a name may be of the glossary or one's own. */
function Edges({ piece, found, glossary, unit, onChange }: Props) {
  const [each, setEach] = useState(Object.keys(piece.allowances ?? {}).length > 0);
  const lengths = new Map(found.edges.filter((e) => e.piece === piece.name).map((e) => [e.index, e.length]));
  const kindOf = (name: string) => piece.kinds?.[name] ?? glossary.edges[name] ?? "seam";
  const set = (i: number, name: string) =>
    onChange({ ...piece, edges: piece.edges.map((e, k) => (k === i ? name : e)) });
  const turned = () =>
    onChange({ ...piece, edges: [...piece.edges.slice(-1), ...piece.edges.slice(0, -1)] }, true);
  return (
    <div>
      <div className="flex items-baseline justify-between">
        <h3 className="font-medium">Edges, clockwise</h3>
        <span className="flex gap-3 text-sm">
          <button type="button" className="text-chalk underline underline-offset-2" onClick={turned}>
            turn the names
          </button>
          <button
            type="button"
            className="text-chalk underline underline-offset-2"
            aria-pressed={each}
            onClick={() => setEach(!each)}
          >
            {each ? "names only" : "kinds, allowances"}
          </button>
        </span>
      </div>
      <datalist id="edge-names">
        {Object.keys(glossary.edges).map((n) => (
          <option key={n} value={n} />
        ))}
      </datalist>
      <ol className="mt-1 grid gap-1">
        {piece.edges.map((name, i) => (
          <li key={i} className="flex flex-wrap items-center gap-2">
            <span className="w-5 text-right text-quiet tabular-nums">{i + 1}</span>
            <input
              aria-label={`Edge ${i + 1}`}
              list="edge-names"
              className={`h-9 min-w-0 flex-1 rounded-[3px] border bg-fresh px-2 ${name.trim() ? "border-rule-strong" : "border-madder"}`}
              value={name}
              maxLength={80}
              placeholder="what is it called?"
              onChange={(e) => set(i, e.target.value)}
            />
            <span className="w-[72px] whitespace-nowrap text-right text-quiet tabular-nums">
              {lengths.get(i)}
            </span>
            {each && name.trim() && (
              <span className="flex w-full items-center gap-2 pl-7">
                <select
                  aria-label={`${name} is a`}
                  className="h-9 rounded-[3px] border border-rule-strong bg-fresh px-2"
                  value={kindOf(name)}
                  onChange={(e) =>
                    onChange(
                      {
                        ...piece,
                        kinds: { ...piece.kinds, [name]: e.target.value as (typeof KINDS)[number] },
                      },
                      true,
                    )
                  }
                >
                  {KINDS.map((k) => (
                    <option key={k}>{k}</option>
                  ))}
                </select>
                <LengthField
                  label={`Allowance of the ${name}`}
                  quiet
                  unit={unit}
                  value={piece.allowances?.[name] ?? (kindOf(name) === "fold" ? 0 : (piece.allowance ?? 0))}
                  onChange={(cm) => onChange({ ...piece, allowances: { ...piece.allowances, [name]: cm } })}
                />
                <span className="text-quiet text-sm">drawn with it</span>
              </span>
            )}
          </li>
        ))}
      </ol>
    </div>
  );
}

function Pointed({
  words,
  onOut,
  children,
}: {
  words: string;
  onOut: () => void;
  children?: React.ReactNode;
}) {
  return (
    <li className="flex flex-wrap items-center gap-2">
      <span className="font-medium">{words}</span>
      {children}
      <button
        type="button"
        className="ml-auto text-quiet text-sm underline underline-offset-2"
        onClick={onOut}
      >
        take out<span className="sr-only"> {words}</span>
      </button>
    </li>
  );
}

/** Something to point at that wants a name first. */
function Named({
  word,
  start,
  taken,
  onGo,
}: {
  word: string;
  start: string;
  taken: string[];
  onGo: (name: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const [name, setName] = useState(start);
  if (!open)
    return (
      <Button
        onClick={() => {
          const n = taken.filter((t) => t.startsWith(start)).length;
          setName(n ? `${start} ${n + 1}` : start);
          setOpen(true);
        }}
      >
        {word}
      </Button>
    );
  return (
    <form
      className="flex gap-1.5"
      onSubmit={(e) => {
        e.preventDefault();
        setOpen(false);
        onGo(name.trim());
      }}
    >
      <input
        aria-label={`Name of the ${word.toLowerCase()}`}
        className="h-9 w-[130px] rounded-[3px] border border-rule-strong bg-fresh px-2"
        value={name}
        maxLength={80}
        onChange={(e) => setName(e.target.value)}
        required
      />
      <Button weight="strong" type="submit" disabled={!name.trim() || taken.includes(name.trim())}>
        Point at it
      </Button>
    </form>
  );
}
