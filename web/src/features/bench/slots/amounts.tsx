/** Slots filled by typing or choosing: how much, how many, which, what it is called. */
import { useState } from "react";
import { Button } from "../../../ui/controls";
import { type Fields, placesOf } from "../composing";
import { Choices, LeaveOut, LengthEntry, NumberEntry, Pick, pieceOf, type SlotProps } from "./parts";
import { toggled } from "./several";

const SHARES = [
  ["all", 1],
  ["half", 0.5],
  ["a quarter", 0.25],
  ["three quarters", 0.75],
] as const;

/** A share of a dart, or so many cm at its new mouth. */
export function HowMuch({ composing, onFill, unit }: SlotProps) {
  const share = composing.fields.share ?? (composing.fields.amount || composing.typed.amount ? undefined : 1);
  return (
    <div className="grid gap-2">
      <div role="group" aria-label="How much of it?" className="flex flex-wrap gap-1.5">
        {SHARES.map(([name, value]) => (
          <Pick
            key={name}
            on={share === value}
            onClick={() =>
              onFill({ share: value === 1 ? undefined : value, amount: undefined }, { amount: "" }, true)
            }
          >
            {name}
          </Pick>
        ))}
      </div>
      <LengthEntry
        composing={composing}
        field="amount"
        label="or so much at the new mouth"
        unit={unit}
        focus={false}
        onFill={(f, t) => onFill({ ...f, share: undefined }, t, true)}
      />
    </div>
  );
}

/** How far strips open, said in one of the ways the step knows. */
export function Fullness({ slot, composing, unit, onFill }: SlotProps) {
  const given = slot.fields.find((f) => composing.fields[f.name] !== undefined || composing.typed[f.name]);
  const [way, setWay] = useState(given?.name ?? slot.fields[0]?.name ?? "");
  const field = slot.fields.find((f) => f.name === way);
  const others = slot.fields.filter((f) => f.name !== way).map((f) => f.name);
  const none: Fields = Object.fromEntries(others.map((n) => [n, undefined]));
  const nothing = Object.fromEntries(others.map((n) => [n, ""]));
  return (
    <div className="grid gap-2">
      <Choices legend={slot.prompt}>
        {slot.fields.map((f) => (
          <Pick key={f.name} on={f.name === way} onClick={() => setWay(f.name)}>
            {f.title.toLowerCase()}
          </Pick>
        ))}
      </Choices>
      {field?.unit === "cm" ? (
        <LengthEntry
          key={way}
          composing={composing}
          field={way}
          label={field.title}
          unit={unit}
          onFill={(f, t) => onFill({ ...none, ...f }, { ...nothing, ...t }, true)}
        />
      ) : (
        field &&
        (field.low == null && slot.choices.length > 0 ? (
          <Choices legend={field.title}>
            {slot.choices.map((c) => (
              <Pick
                key={c.value}
                on={composing.fields[way] === c.value}
                onClick={() => onFill({ ...none, [way]: c.value }, nothing)}
              >
                {c.words}
              </Pick>
            ))}
          </Choices>
        ) : (
          <NumberEntry
            key={way}
            value={composing.fields[way] as number | undefined}
            label={field.title}
            low={field.low ?? 0}
            high={field.high ?? 10}
            step={0.05}
            onChange={(v) => onFill({ ...none, [way]: v }, nothing, true)}
          />
        ))
      )}
    </div>
  );
}

/** How many slashes, evenly; or each where it is pointed out on the table; or along lines drawn before. */
export function Slashes(props: SlotProps & { words: string[] }) {
  const { slot, composing, words, onFill } = props;
  const drawn = [...new Set(pieceOf(props)?.lines.map((x) => x.name) ?? [])];
  const at = placesOf(composing.fields.at);
  const put = (next: unknown[]) =>
    onFill({ at: next.length > 0 ? next : undefined, count: undefined }, {}, true);
  return (
    <div className="grid gap-2">
      <Choices legend={slot.prompt}>
        {[1, 2, 3, 4, 5, 6].map((n) => (
          <Pick key={n} on={composing.fields.count === n} onClick={() => onFill({ count: n, at: undefined })}>
            {n}
          </Pick>
        ))}
      </Choices>
      <NumberEntry
        value={composing.fields.count as number | undefined}
        label="or how many"
        low={1}
        high={60}
        step={1}
        onChange={(count) => onFill({ count, at: undefined }, {}, true)}
      />
      <p className="text-quiet">
        {at.length === 0
          ? "Or click on the edge slashed from, once for each slash."
          : "Click for one more; click on the other edge to lead the nearest slash there."}
      </p>
      {at.length > 0 && (
        <ol className="grid gap-1" aria-label="Slashes">
          {at.map((slash, i) => (
            <li key={JSON.stringify(slash)} className="flex items-baseline gap-2">
              <span className="w-4 text-right font-serif text-chalk">{i + 1}</span>
              <span className="min-w-0 flex-1">{typeof slash === "string" ? slash : (words[i] ?? "…")}</span>
              <LeaveOut what={`slash ${i + 1}`} onClick={() => put(at.toSpliced(i, 1))} />
            </li>
          ))}
        </ol>
      )}
      {drawn.length > 0 && (
        <Choices legend="Or along lines drawn before:">
          {drawn.map((name) => (
            <Pick key={name} on={at.includes(name)} onClick={() => put(toggled(at, name))}>
              {name}
            </Pick>
          ))}
        </Choices>
      )}
      {at.length > 0 && <Button onClick={() => onFill({})}>That is all</Button>}
    </div>
  );
}

/** Yes and no, as their words carry them. */
const YES_NO: Record<string, boolean> = { True: true, False: false };

export function OneOf({ slot, composing, onFill }: SlotProps) {
  const field = slot.fields[0]?.name ?? "";
  return (
    <Choices legend={slot.prompt}>
      {slot.choices.map((c) => (
        <Pick
          key={c.value}
          on={String(composing.fields[field] ?? "").toLowerCase() === c.value.toLowerCase()}
          onClick={() => onFill({ [field]: YES_NO[c.value] ?? c.value })}
        >
          {c.words}
        </Pick>
      ))}
    </Choices>
  );
}

/** One name, or as many as the parameter takes. */
export function Names({ slot, composing, onFill }: SlotProps) {
  const field = slot.fields[0]?.name ?? "";
  const pair = slot.pick === "names";
  const known = composing.fields[field];
  const [names, setNames] = useState<string[]>(
    pair ? ((known as string[] | undefined) ?? ["", ""]) : [String(known ?? "")],
  );
  const put = (next: string[]) => {
    setNames(next);
    const whole = next.every((n) => n.trim() !== "");
    const value = pair ? next.map((n) => n.trim()) : next[0]?.trim();
    onFill({ [field]: whole ? value : undefined }, {}, true);
  };
  return (
    <div className="grid gap-1.5">
      <p className="text-quiet">{slot.prompt}</p>
      {names.map((name, i) => (
        <input
          key={i}
          aria-label={pair ? `${slot.prompt} Part ${i + 1}` : slot.prompt}
          // biome-ignore lint/a11y/noAutofocus: the slot was just opened to be typed in
          autoFocus={i === 0}
          className="h-9 rounded-[3px] border border-rule-strong bg-fresh px-2"
          value={name}
          maxLength={80}
          onChange={(e) => put(names.with(i, e.target.value))}
        />
      ))}
    </div>
  );
}
