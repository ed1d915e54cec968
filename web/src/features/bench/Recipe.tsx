/** The recipe: the style as numbered sentences in chapters; the step in hand with its sums, the others one line. */
import { type ReactNode, useEffect, useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { Schemas } from "../../api/client";
import { standing } from "../ledger/useFindings";
import { Sentence } from "./Sentence";
import { StepPicture } from "./StepPicture";

type Step = Schemas["StepOut"];

interface Props {
  style: number;
  version: number;
  unit: string;
  recipe: Step[];
  editing: number | null;
  /** The step in hand: its sums are shown; null: the newest. */
  chosen: number | null;
  stopped?: Schemas["Fault"] | null;
  /** Findings by the step after which they stand there. */
  findings: Schemas["FindingOut"][];
  onChoose: (index: number | null) => void;
  onSlot: (index: number, slot: string) => void;
  onMute: (index: number) => void;
  onDelete: (index: number) => void;
  onCopy: (index: number) => void;
  onMove: (index: number, by: number) => void;
  onNote: (index: number, change: { note?: string; chapter?: string }) => void;
  children: ReactNode;
}

export function Recipe(props: Props) {
  const { recipe, editing, chosen, stopped, children } = props;
  const [find, setFind] = useState("");
  useShown();
  const inHand = chosen ?? recipe.length - 1;
  const word = find.trim().toLowerCase();
  const matches = (s: Step) =>
    word === "" ||
    `${s.phrases.map((p) => p.text).join("")} ${s.note} ${s.chapter}`.toLowerCase().includes(word);
  return (
    <>
      {recipe.length > 8 && (
        <input
          type="search"
          aria-label="Find in the recipe"
          placeholder="find in the recipe"
          className="mb-2 h-8 w-full rounded-[3px] border border-rule-strong bg-fresh px-2"
          value={find}
          onChange={(e) => setFind(e.target.value)}
        />
      )}
      <ol className="grid grid-cols-[minmax(0,1fr)] gap-2">
        {recipe.map((s, i) => {
          if (i === editing) return <li key="editing">{children}</li>;
          if (!matches(s)) return null;
          const heading = i === 0 || recipe[i - 1]?.chapter !== s.chapter || word !== "";
          return (
            <li key={s.number} className="group relative pl-7" data-step={s.number}>
              {heading && (
                <Chapter
                  name={s.chapter}
                  onRename={(chapter) => props.onNote(i, { chapter })}
                  step={s.number}
                />
              )}
              <div className={chosen !== null && i > chosen ? "opacity-45" : ""}>
                <StepLine {...props} step={s} index={i} open={i === inHand} stopped={stopped} />
                <Arisen style={props.style} findings={props.findings.filter((f) => f.step === s.number)} />
              </div>
            </li>
          );
        })}
        {editing === null && <li>{children}</li>}
      </ol>
    </>
  );
}

/** What the checks find since this step. */
function Arisen({ style, findings }: { style: number; findings: Schemas["FindingOut"][] }) {
  const open = findings.filter((f) => standing(f) === "open");
  if (open.length === 0) return null;
  return (
    <Link
      to={`/ledger/${style}`}
      className="line-clamp-2 text-madder text-sm underline-offset-2 hover:underline"
      title={open.map((f) => f.words).join(" ")}
    >
      ✕ {open.length === 1 ? open[0]?.words : `${open.length} findings since this step`}
    </Link>
  );
}

/** A step that the address asks for (`?step=3`) is brought into sight once, with its first word in focus. */
function useShown() {
  const [asked] = useSearchParams();
  const step = asked.get("step");
  useEffect(() => {
    if (!step) return;
    const line = document.querySelector(`[data-step="${CSS.escape(step)}"]`);
    line?.scrollIntoView({ block: "center" });
    line?.querySelector<HTMLElement>("[role=button]")?.focus({ preventScroll: true });
  }, [step]);
}

function Chapter({ name, step, onRename }: { name: string; step: number; onRename: (name: string) => void }) {
  const [typing, setTyping] = useState<string | null>(null);
  if (typing === null)
    return (
      <h2 className="-ml-7 mt-1 border-line border-b pb-0.5 font-serif text-quiet">
        <button
          type="button"
          className="hover:text-ink"
          title="Rename this chapter"
          aria-label={`Chapter ${name}: rename`}
          onClick={() => setTyping(name)}
        >
          {name}
        </button>
      </h2>
    );
  const done = () => {
    if (typing.trim() && typing.trim() !== name) onRename(typing.trim());
    setTyping(null);
  };
  return (
    <input
      // biome-ignore lint/a11y/noAutofocus: just opened to be typed in
      autoFocus
      aria-label={`Name of the chapter from step ${step} on`}
      className="-ml-7 mt-1 h-8 w-full rounded-[3px] border border-chalk bg-fresh px-2 font-serif"
      value={typing}
      maxLength={80}
      onChange={(e) => setTyping(e.target.value)}
      onBlur={done}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === "Enter") done();
        if (e.key === "Escape") setTyping(null);
      }}
    />
  );
}

function StepLine(props: Props & { step: Step; index: number; open: boolean }) {
  const { step: s, index: i, open, recipe, stopped } = props;
  const [unfolded, setUnfolded] = useState(false);
  const [noting, setNoting] = useState<string | null>(null);
  return (
    <>
      <button
        type="button"
        aria-label={`Look at step ${s.number}`}
        aria-current={open ? "step" : undefined}
        title="Show the table as it stood after this step"
        onClick={() => props.onChoose(i === recipe.length - 1 ? null : i)}
        className={`absolute left-0 w-5 text-right font-serif ${open ? "font-semibold text-ink" : "text-quiet"} hover:text-chalk`}
      >
        {s.number}
      </button>
      <span className={s.muted || !s.done ? "text-quiet italic" : ""}>
        <Sentence phrases={s.phrases} onSlot={(slot) => props.onSlot(i, slot)} />
      </span>
      {s.muted && <span className="ml-2 text-quiet text-sm">muted</span>}
      {s.note && noting === null && <p className="text-quiet text-sm italic">{s.note}</p>}
      {stopped?.step === s.number && (
        <p className="mt-1 border-madder border-l-4 bg-madder-pale px-2 py-1">{stopped.message}</p>
      )}
      {!s.done && stopped?.step !== s.number && (
        <p className="text-quiet text-sm">waits for the step above</p>
      )}
      {open && <Working sums={s.working} />}
      {noting !== null && (
        <input
          // biome-ignore lint/a11y/noAutofocus: just opened to be typed in
          autoFocus
          aria-label={`Note on step ${s.number}`}
          placeholder="because …"
          className="mt-1 h-8 w-full rounded-[3px] border border-chalk bg-fresh px-2"
          value={noting}
          maxLength={500}
          onChange={(e) => setNoting(e.target.value)}
          onBlur={() => {
            if (noting.trim() !== s.note) props.onNote(i, { note: noting.trim() });
            setNoting(null);
          }}
          onKeyDown={(e) => {
            e.stopPropagation();
            if (e.key === "Enter") e.currentTarget.blur();
            if (e.key === "Escape") setNoting(null);
          }}
        />
      )}
      <div className={`mt-1 flex-wrap gap-1 text-sm ${open ? "flex" : "hidden"}`}>
        <StepButton name={`Move step ${s.number} up`} disabled={i === 0} onClick={() => props.onMove(i, -1)}>
          up
        </StepButton>
        <StepButton
          name={`Move step ${s.number} down`}
          disabled={i === recipe.length - 1}
          onClick={() => props.onMove(i, 1)}
        >
          down
        </StepButton>
        <StepButton name={`${s.muted ? "Use" : "Mute"} step ${s.number}`} onClick={() => props.onMute(i)}>
          {s.muted ? "use" : "mute"}
        </StepButton>
        <StepButton name={`Copy step ${s.number}`} onClick={() => props.onCopy(i)}>
          copy
        </StepButton>
        <StepButton name={`Note on step ${s.number}`} onClick={() => setNoting(s.note)}>
          note
        </StepButton>
        <StepButton
          name={`${unfolded ? "Fold" : "Unfold"} step ${s.number}`}
          disabled={!s.done || s.muted}
          onClick={() => setUnfolded(!unfolded)}
        >
          {unfolded ? "fold" : "unfold"}
        </StepButton>
        <StepButton name={`Take out step ${s.number}`} onClick={() => props.onDelete(i)}>
          take out
        </StepButton>
      </div>
      {unfolded && s.done && !s.muted && (
        <StepPicture style={props.style} version={props.version} number={s.number} unit={props.unit} />
      )}
    </>
  );
}

export function Working({ sums }: { sums: Schemas["SumOut"][] }) {
  if (sums.length === 0) return null;
  return (
    <dl className="mt-1 grid gap-px border-rule-strong border-l pl-2 text-[13.5px] text-quiet">
      {sums.map((s, i) =>
        s.note ? (
          <p key={i} className={s.caution ? "text-madder" : "text-ink"}>
            {s.label}
          </p>
        ) : (
          <div key={i} className="flex flex-wrap justify-between gap-x-3">
            <dt>{s.label}</dt>
            <dd className="ml-auto text-ink">{s.text}</dd>
          </div>
        ),
      )}
    </dl>
  );
}

function StepButton({
  name,
  children,
  ...rest
}: {
  name: string;
  disabled?: boolean;
  onClick: () => void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={name}
      className="min-h-7 rounded-[3px] border border-line bg-fresh px-2 text-quiet hover:border-ink hover:text-ink disabled:opacity-40"
      {...rest}
    >
      {children}
    </button>
  );
}
