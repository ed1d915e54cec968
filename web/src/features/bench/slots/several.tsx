/** Slots that gather several answers in their order: pieces, darts, places with their shares, darts and edges with their amounts. */
import { Button } from "../../../ui/controls";
import { isMeant, typedWithout } from "../composing";
import { Choices, edgesOf, LeaveOut, LengthEntry, NumberEntry, Pick, pieceOf, type SlotProps } from "./parts";

/** With a thing in the list when it was not there, without it when it was. */
export function toggled<T>(list: readonly T[], thing: T): T[] {
  return list.includes(thing) ? list.filter((x) => x !== thing) : [...list, thing];
}

function listOf<T>({ composing, slot }: SlotProps): T[] {
  const value = composing.fields[slot.fields[0]?.name ?? ""];
  return Array.isArray(value) ? (value as T[]) : [];
}

function NoMore({ onFill, some }: { onFill: SlotProps["onFill"]; some: boolean }) {
  return some ? <Button onClick={() => onFill({})}>That is all</Button> : null;
}

export function PieceChoices(props: SlotProps) {
  const field = props.slot.fields[0]?.name ?? "pieces";
  const chosen = listOf<string>(props);
  return (
    <Choices legend={`${props.slot.prompt} One after the other:`}>
      {props.table.pieces.map((p) => (
        <Pick
          key={p.name}
          on={chosen.includes(p.name)}
          onClick={() => {
            const next = toggled(chosen, p.name);
            props.onFill({ [field]: next.length > 0 ? next : undefined }, {}, true);
          }}
        >
          {p.name}
        </Pick>
      ))}
      <NoMore onFill={props.onFill} some={chosen.length > 0} />
    </Choices>
  );
}

export function DartChoices(props: SlotProps) {
  const field = props.slot.fields[0]?.name ?? "darts";
  const own = pieceOf(props);
  const chosen = listOf<string>(props);
  const pieces = own ? [own] : props.table.pieces;
  return (
    <Choices legend={`${props.slot.prompt} Point at them on the table, or choose:`}>
      {pieces.flatMap((p) =>
        p.darts.map((d) => (
          <Pick
            key={`${p.name}${d.name}`}
            on={own !== undefined && chosen.includes(d.name)}
            onClick={() => {
              const next = own ? toggled(chosen, d.name) : [d.name];
              props.onFill({ piece: p.name, [field]: next.length > 0 ? next : undefined }, {}, true);
            }}
          >
            {own ? d.name : `${p.name}: ${d.name}`} <span className="text-quiet">{d.intake}</span>
          </Pick>
        )),
      )}
      <NoMore onFill={props.onFill} some={chosen.length > 0} />
    </Choices>
  );
}

interface Share {
  to: { edge?: string; dart?: string; fraction?: number };
  share: number;
}

/** Places about a dart, each with its share in percent. A click on the table adds one. */
export function Shares(props: SlotProps) {
  const { slot, composing, pointed, onFill } = props;
  const field = slot.fields[0]?.name ?? "into";
  const shares = listOf<Share>(props);
  const piece = pieceOf(props);
  const left = Math.max(0, 1 - shares.reduce((sum, s) => sum + s.share, 0));
  const put = (next: Share[]) => onFill({ [field]: next.length > 0 ? next : undefined }, {}, true);
  const add = (to: Share["to"]) => put([...shares, { to, share: Math.round((left || 0.1) * 100) / 100 }]);
  const named = (pointed?.[field] as Share[] | undefined) ?? shares;
  return (
    <div className="grid gap-2">
      <p className="text-quiet">{slot.prompt} Click each place on an edge, or choose an edge:</p>
      <Choices legend="">
        {edgesOf(piece).map((edge) => (
          <Button key={edge} onClick={() => add({ edge, fraction: 0.5 })}>
            {edge}
          </Button>
        ))}
        {(piece?.darts ?? [])
          .filter((d) => d.name !== composing.fields.dart)
          .map((d) => (
            <Button key={d.name} onClick={() => add({ dart: d.name })}>
              into the {d.name}
            </Button>
          ))}
      </Choices>
      <ol className="grid gap-1" aria-label="Places and shares">
        {shares.map((s, i) => (
          <li key={`${i}${JSON.stringify(s.to)}`} className="flex items-baseline gap-2">
            <span className="w-4 text-right font-serif text-chalk">{i + 1}</span>
            <span className="min-w-0 flex-1">{named[i]?.to.dart ?? named[i]?.to.edge ?? "a place"}</span>
            <NumberEntry
              value={Math.round(s.share * 1000) / 10}
              label="%"
              low={1}
              high={100}
              step={5}
              onChange={(v) => put(shares.with(i, { ...s, share: (v ?? 0) / 100 }))}
            />
            <LeaveOut what={`place ${i + 1}`} onClick={() => put(shares.toSpliced(i, 1))} />
          </li>
        ))}
      </ol>
      <p className="text-quiet">{Math.round(left * 1000) / 10} % stays where it is.</p>
      <NoMore onFill={onFill} some={shares.length > 0} />
    </div>
  );
}

interface Given {
  dart?: string;
  edge?: string;
  amount?: number;
}

/** Other darts and edges that take in what a dart gives up, each with its cm. */
export function TakenIn(props: SlotProps) {
  const { slot, composing, unit, onFill } = props;
  const field = slot.fields[0]?.name ?? "to";
  const taken = listOf<Given>(props);
  const piece = pieceOf(props);
  const put = (next: Given[], typed: Record<string, string> = {}) =>
    onFill({ [field]: next.length > 0 ? next : undefined }, typed, true);
  const darts = (piece?.darts ?? []).filter((d) => d.name !== composing.fields.dart).map((d) => d.name);
  return (
    <div className="grid gap-2">
      <Choices legend={slot.prompt}>
        {darts.map((dart) => (
          <Button key={dart} onClick={() => put([...taken, { dart, amount: 1 }])}>
            in the {dart}
          </Button>
        ))}
        {edgesOf(piece).map((edge) => (
          <Button key={edge} onClick={() => put([...taken, { edge, amount: 0.5 }])}>
            at the {edge}
          </Button>
        ))}
      </Choices>
      {taken.map((t, i) => (
        <div key={`${i}${t.dart ?? t.edge}`} className="flex items-center gap-2">
          <LengthEntry
            composing={{
              ...composing,
              typed: {
                [`${field}.${i}.amount`]: composing.typed[`${field}.${i}.amount`] ?? String(t.amount ?? ""),
              },
            }}
            field={`${field}.${i}.amount`}
            label={t.dart ? `in the ${t.dart}` : `at the ${t.edge}`}
            unit={unit}
            focus={false}
            onFill={(_, typed) => onFill({}, typed, true)}
          />
          <LeaveOut
            what={t.dart ?? t.edge ?? undefined}
            onClick={() => put(taken.toSpliced(i, 1), typedWithout(composing.typed, field, i))}
          />
        </div>
      ))}
      <NoMore onFill={onFill} some={taken.length > 0} />
    </div>
  );
}

/** Several lengths of one slot, each by its own title; any may stay empty. */
export function Lengths({ slot, composing, unit, onFill }: SlotProps) {
  return (
    <div className="grid gap-1.5">
      <p className="text-quiet">{slot.prompt}</p>
      {slot.fields
        .filter((f) => isMeant(f, composing.fields))
        .map((f) =>
          f.unit === "cm" ? (
            <LengthEntry
              key={f.name}
              composing={composing}
              field={f.name}
              label={f.title}
              unit={unit}
              focus={false}
              onFill={(fields, typed) => onFill(fields, typed, true)}
            />
          ) : f.low !== null ? (
            <NumberEntry
              key={f.name}
              value={composing.fields[f.name] as number | undefined}
              label={f.title}
              low={f.low}
              high={f.high ?? 99}
              step={1}
              onChange={(v) => onFill({ [f.name]: v }, {}, true)}
            />
          ) : (
            <Choices key={f.name} legend={f.title}>
              {slot.choices.map((c) => (
                <Pick
                  key={c.value}
                  on={String(composing.fields[f.name] ?? "") === c.value}
                  onClick={() => onFill({ [f.name]: c.value }, {}, true)}
                >
                  {c.words}
                </Pick>
              ))}
            </Choices>
          ),
        )}
      <Button onClick={() => onFill({})}>That is all</Button>
    </div>
  );
}

/** A seam by its name, or a place pointed out on the table. */
export function SeamOrPlace(props: SlotProps) {
  const { slot, seams, table, onFill } = props;
  return (
    <div className="grid gap-2">
      <Choices legend={`${slot.prompt} Point at a hem on the table, or choose a seam:`}>
        {seams.map((seam) => (
          <Button key={seam} onClick={() => onFill({ at: seam, piece: undefined })}>
            {seam}
          </Button>
        ))}
      </Choices>
      <Choices legend="Or the middle of the hem of:">
        {table.pieces
          .filter((p) => edgesOf(p).includes("hem"))
          .map((p) => (
            <Button
              key={p.name}
              onClick={() => onFill({ piece: p.name, at: { edge: "hem", fraction: 0.5 } })}
            >
              {p.name}
            </Button>
          ))}
      </Choices>
    </div>
  );
}

/** A level: pointed at on the table, or that of a line, a dart or an edge's middle. */
export function LevelChoice(props: SlotProps) {
  const { slot, table, composing, onFill } = props;
  const field = slot.fields[0]?.name ?? "at";
  const names = composing.fields.pieces as string[] | undefined;
  const piece = pieceOf(props) ?? table.pieces.find((p) => !names || names[0] === p.name);
  const side = edgesOf(piece).find((e) => e === "side" || e.includes("underarm") || e.startsWith("centre"));
  return (
    <Choices legend={`${slot.prompt} Point at it on an edge, or choose:`}>
      {side &&
        [...new Set(piece?.lines.map((x) => x.name) ?? [])].map((line) => (
          <Button key={line} onClick={() => onFill({ [field]: { edge: side, level: line } })}>
            at the {line}
          </Button>
        ))}
      {edgesOf(piece).map((edge) => (
        <Button key={edge} onClick={() => onFill({ [field]: { edge, fraction: 0.5 } })}>
          half-way along the {edge}
        </Button>
      ))}
    </Choices>
  );
}
