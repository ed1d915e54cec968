/** All seams: both lengths, the promise, what is missed, each interval; rules and notches are changed here. */
import { type FormEvent, type ReactNode, useState } from "react";
import type { Schemas } from "../../api/client";
import { Button, Choice, Field } from "../../ui/controls";
import type { Shown } from "./Ledger";

type Promise_ = Schemas["PromiseOut"];
type Step = (
  step: Record<string, unknown>,
  label: string,
  typed?: Record<string, string>,
) => Promise<boolean>;

interface Props {
  promises: Promise_[];
  only: boolean;
  unit: string;
  busy: boolean;
  onShow: (s: Shown) => void;
  onStep: Step;
}

export function Seams({ promises, only, unit, busy, onShow, onStep }: Props) {
  const seams = promises.filter((p) => p.kind === "seam");
  const legs = promises.filter((p) => p.kind === "legs");
  const shown = only ? seams.filter((p) => !p.kept) : seams;
  return (
    <section aria-label="Promises">
      <h2 className="mt-4 mb-1 font-serif text-[17px]">Promises</h2>
      {shown.length === 0 && (
        <p className="text-quiet">
          {seams.length === 0 ? "There is no seam here yet." : "Every seam keeps what it promises."}
        </p>
      )}
      <ul>
        {shown.map((p) => (
          <Seam key={p.name} promise={p} unit={unit} busy={busy} onShow={onShow} onStep={onStep} />
        ))}
      </ul>
      {legs.length > 0 && (
        <p className="mt-2 border-line border-t py-2">
          {legs.some((p) => !p.kept) ? (
            <span className="text-madder">
              ✕ Legs of unlike length:{" "}
              {legs
                .filter((p) => !p.kept)
                .map((p) => `${p.name} (${p.text_over})`)
                .join(", ")}
            </span>
          ) : (
            <span className="text-quiet">
              Both legs of {legs.length === 1 ? "the one dart" : `all ${legs.length} darts`} are alike.
            </span>
          )}
        </p>
      )}
    </section>
  );
}

function Seam({
  promise: p,
  unit,
  busy,
  onShow,
  onStep,
}: { promise: Promise_ } & Omit<Props, "promises" | "only">) {
  const [open, setOpen] = useState(false);
  return (
    <li className="border-line border-t py-2" data-seam={p.name}>
      <div className="flex items-baseline justify-between gap-3">
        <button
          type="button"
          className="min-w-0 text-left font-medium hover:text-chalk"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? "▾" : "▸"} {p.name}
          {p.closed_by && <span className="font-normal text-quiet"> · {p.closed_by}</span>}
        </button>
        <span className={p.kept ? "text-moss" : "font-semibold text-madder"}>
          {p.kept ? "▮▮ kept" : `✕ by ${p.text_over}`}
        </span>
      </div>
      <p className="text-quiet text-sm">
        {p.side_a} {p.text_a}
        {p.length_b !== null && (
          <>
            {" "}
            : {p.side_b} {p.text_b}
          </>
        )}{" "}
        · {p.rule}
      </p>
      {!p.kept && <p className="text-madder">{p.cure}</p>}
      {open && (
        <div className="mt-1.5 grid gap-3">
          <div className="flex flex-wrap gap-1.5">
            <Button className="text-sm" onClick={() => onShow({ what: "table", edges: p.edges })}>
              Show it
            </Button>
            {p.has_partner && (
              <Button className="text-sm" onClick={() => onShow({ what: "walk", seam: p.name })}>
                Walk it
              </Button>
            )}
            <Button className="text-sm" onClick={() => onShow({ what: "history", seam: p.name })}>
              History
            </Button>
            <Button
              weight="bare"
              className="text-sm"
              disabled={busy}
              onClick={() => onStep({ move: "unsew", seam: p.name }, `parted the ${p.name}`)}
            >
              Part it
            </Button>
          </div>
          <Intervals promise={p} />
          <Notches promise={p} unit={unit} busy={busy} onStep={onStep} />
          {p.has_partner && <Rule promise={p} unit={unit} busy={busy} onStep={onStep} />}
        </div>
      )}
    </li>
  );
}

function Intervals({ promise: p }: { promise: Promise_ }) {
  if (p.intervals.length < 2) return null;
  return (
    <table className="w-full text-sm">
      <thead className="text-left text-quiet">
        <tr>
          <th className="font-normal">from – to</th>
          <th className="text-right font-normal">first</th>
          <th className="text-right font-normal">second</th>
          <th className="text-right font-normal">more</th>
          <th className="pl-3 font-normal">promise</th>
        </tr>
      </thead>
      <tbody>
        {p.intervals.map((i) => (
          <tr key={`${i.start} ${i.end}`} className="border-line border-t">
            <td>
              {i.start} – {i.end}
            </td>
            <td className="text-right">{i.a}</td>
            <td className="text-right">{i.b}</td>
            <td className={`text-right ${i.kept ? "" : "font-semibold text-madder"}`}>{i.difference}</td>
            <td className={`pl-3 ${i.kept ? "text-quiet" : "text-madder"}`}>
              {i.kept ? i.rule : `✕ ${i.rule || "not equal"}`}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Notches({
  promise: p,
  unit,
  busy,
  onStep,
}: {
  promise: Promise_;
  unit: string;
  busy: boolean;
  onStep: Step;
}) {
  const [at, setAt] = useState("");
  const add = (e: FormEvent) => {
    e.preventDefault();
    void onStep({ move: "notch", seam: p.name }, `notch in the ${p.name}`, { at }).then((done) => {
      if (done) setAt("");
    });
  };
  return (
    <div>
      <h3 className="font-medium text-sm">Notches, in pairs</h3>
      {p.notches.length === 0 && <p className="text-quiet text-sm">None yet.</p>}
      <ul>
        {p.notches.map((n) => (
          <li key={n.name} className="flex flex-wrap items-center gap-x-2 border-line border-t py-1 text-sm">
            <span className="w-5 text-right">{n.number}</span>
            <span className="min-w-[110px] flex-1">
              {n.name} <span className="text-quiet">{n.style === "double" ? "▾▾" : "▾"}</span>
            </span>
            <span>
              {n.a}
              {n.b && ` : ${n.b}`}
            </span>
            <span className="h-0 basis-full" />
            <span className="w-5" />
            <MoveTo
              label={`Move ${n.name} to`}
              unit={unit}
              busy={busy}
              onMove={(text) =>
                onStep({ move: "move_notch", seam: p.name, notch: n.name }, `moved ${n.name}`, { to: text })
              }
            />
            <Button
              weight="bare"
              className="text-sm"
              disabled={busy}
              onClick={() =>
                onStep(
                  {
                    move: "move_notch",
                    seam: p.name,
                    notch: n.name,
                    style: n.style === "double" ? "single" : "double",
                  },
                  `${n.name} ${n.style === "double" ? "single" : "double"}`,
                )
              }
            >
              {n.style === "double" ? "single" : "double"}
            </Button>
            <Button
              weight="bare"
              className="text-sm"
              disabled={busy}
              aria-label={`Take ${n.name} away`}
              onClick={() =>
                onStep({ move: "remove_notch", seam: p.name, notch: n.name }, `took ${n.name} away`)
              }
            >
              take away
            </Button>
          </li>
        ))}
      </ul>
      <form onSubmit={add} className="mt-1 flex items-end gap-2">
        <div className="w-[200px]">
          <Field
            label={`New, along the first (${unit})`}
            inputMode="decimal"
            value={at}
            onChange={(e) => setAt(e.target.value)}
          />
        </div>
        <Button type="submit" disabled={busy || at.trim() === ""}>
          Set it
        </Button>
      </form>
    </div>
  );
}

function MoveTo({
  label,
  unit,
  busy,
  onMove,
}: {
  label: string;
  unit: string;
  busy: boolean;
  onMove: (text: string) => Promise<boolean>;
}) {
  const [text, setText] = useState("");
  return (
    <form
      className="flex items-center gap-1"
      onSubmit={(e) => {
        e.preventDefault();
        void onMove(text).then((done) => {
          if (done) setText("");
        });
      }}
    >
      <input
        aria-label={`${label} (${unit})`}
        placeholder="to"
        inputMode="decimal"
        className="h-8 w-14 rounded-[3px] border border-rule-strong bg-fresh px-1.5 text-right"
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <Button type="submit" weight="bare" className="px-1.5 text-sm" disabled={busy || text.trim() === ""}>
        move
      </Button>
    </form>
  );
}

const KINDS = [
  ["equal", "equal"],
  ["ease", "eased"],
  ["gather", "gathered"],
  ["pleat", "pleated"],
  ["stretch", "stretched"],
  ["free", "free"],
] as const;

/** A rule for the whole seam, or from one of its notches to another. */
function Rule({
  promise: p,
  unit,
  busy,
  onStep,
}: {
  promise: Promise_;
  unit: string;
  busy: boolean;
  onStep: Step;
}) {
  const [kind, setKind] = useState<string>("equal");
  const [amount, setAmount] = useState("");
  const [start, setStart] = useState("start");
  const [end, setEnd] = useState("end");
  const value = Number(amount.replace(",", "."));
  const extra: Record<string, unknown> = {};
  const typed: Record<string, string> = {};
  if (amount.trim() !== "") {
    if (kind === "ease") typed.maximum = amount;
    if (kind === "gather" || kind === "pleat") extra.ratio = value;
    if (kind === "stretch") extra.percent = value;
  }
  const asked: Record<string, string> = {
    ease: `at most (${unit})`,
    gather: "times",
    pleat: "times",
    stretch: "by %",
  };
  const stops = p.notches.map((n) => n.name);
  const set = (e: FormEvent) => {
    e.preventDefault();
    onStep(
      { move: "promise", seam: p.name, kind, from: start, to: end, ...extra },
      `promise of the ${p.name}`,
      typed,
    );
  };
  return (
    <form onSubmit={set} className="grid gap-2 border-line border-t pt-2">
      <h3 className="font-medium text-sm">What it is to be</h3>
      <div className="grid grid-cols-2 gap-2">
        <Choice label="Rule" value={kind} onChange={(e) => setKind(e.target.value)}>
          {KINDS.map(([v, words]) => (
            <option key={v} value={v}>
              {words}
            </option>
          ))}
        </Choice>
        {asked[kind] ? (
          <Field
            label={asked[kind]}
            hint={kind === "stretch" ? "" : "empty: as it is"}
            inputMode="decimal"
            value={amount}
            onChange={(e) => setAmount(e.target.value)}
          />
        ) : (
          <span />
        )}
        <Stop label="From" value={start} onChange={setStart} stops={["start", ...stops]} />
        <Stop label="To" value={end} onChange={setEnd} stops={[...stops, "end"]} />
      </div>
      <Button type="submit" className="w-fit" disabled={busy}>
        Let it be so
      </Button>
    </form>
  );
}

function Stop({
  label,
  value,
  onChange,
  stops,
}: {
  label: string;
  value: string;
  onChange: (v: string) => void;
  stops: string[];
}): ReactNode {
  return (
    <Choice label={label} value={value} onChange={(e) => onChange(e.target.value)}>
      {stops.map((s) => (
        <option key={s}>{s}</option>
      ))}
    </Choice>
  );
}
