/** The recipe: the style as numbered sentences with their working, and the sentence being composed at its end. */
import { type ReactNode, useState } from "react";
import type { Schemas } from "../../api/client";
import { Sentence } from "./Sentence";
import { StepPicture } from "./StepPicture";

type Step = Schemas["StepOut"];

interface Props {
  style: number;
  version: number;
  recipe: Step[];
  editing: number | null;
  stopped?: Schemas["Fault"] | null;
  onSlot: (index: number, slot: string) => void;
  onMute: (index: number) => void;
  onDelete: (index: number) => void;
  onMove: (index: number, by: number) => void;
  children: ReactNode;
}

export function Recipe({
  style,
  version,
  recipe,
  editing,
  stopped,
  onSlot,
  onMute,
  onDelete,
  onMove,
  children,
}: Props) {
  const [unfolded, setUnfolded] = useState<number | null>(null);
  return (
    <ol className="grid gap-3">
      {recipe.map((s, i) =>
        i === editing ? (
          <li key="editing">{children}</li>
        ) : (
          <li key={`${s.number}`} className="group relative pl-7">
            <span className="absolute top-0.5 left-0 w-5 text-right font-serif text-quiet">{s.number}</span>
            <span className={s.muted || !s.done ? "text-quiet italic" : ""}>
              <Sentence phrases={s.phrases} onSlot={(slot) => onSlot(i, slot)} />
            </span>
            {s.muted && <span className="ml-2 text-quiet text-sm">muted</span>}
            {stopped?.step === s.number && (
              <p className="mt-1 border-madder border-l-4 bg-madder-pale px-2 py-1">{stopped.message}</p>
            )}
            {!s.done && stopped?.step !== s.number && (
              <p className="text-quiet text-sm">waits for the step above</p>
            )}
            <Working sums={s.working} />
            <div className="mt-1 flex gap-1 text-sm opacity-0 focus-within:opacity-100 group-hover:opacity-100 pointer-coarse:opacity-100">
              <StepButton name={`Move step ${s.number} up`} disabled={i === 0} onClick={() => onMove(i, -1)}>
                up
              </StepButton>
              <StepButton
                name={`Move step ${s.number} down`}
                disabled={i === recipe.length - 1}
                onClick={() => onMove(i, 1)}
              >
                down
              </StepButton>
              <StepButton name={`${s.muted ? "Use" : "Mute"} step ${s.number}`} onClick={() => onMute(i)}>
                {s.muted ? "use" : "mute"}
              </StepButton>
              <StepButton
                name={`${unfolded === i ? "Fold" : "Unfold"} step ${s.number}`}
                disabled={!s.done || s.muted}
                onClick={() => setUnfolded(unfolded === i ? null : i)}
              >
                {unfolded === i ? "fold" : "unfold"}
              </StepButton>
              <StepButton name={`Take out step ${s.number}`} onClick={() => onDelete(i)}>
                take out
              </StepButton>
            </div>
            {unfolded === i && s.done && !s.muted && (
              <StepPicture style={style} version={version} number={s.number} />
            )}
          </li>
        ),
      )}
      {editing === null && <li>{children}</li>}
    </ol>
  );
}

export function Working({ sums }: { sums: Schemas["SumOut"][] }) {
  if (sums.length === 0) return null;
  return (
    <dl className="mt-1 grid gap-px border-rule-strong border-l pl-2 text-[13.5px] text-quiet">
      {sums.map((s, i) =>
        s.note ? (
          <p key={i} className="text-madder">
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
