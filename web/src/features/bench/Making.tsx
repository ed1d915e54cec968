/** The sentence in the making: its words, the editor of its open slot, what the step would do, and putting it in. */
import type { Schemas } from "../../api/client";
import { Button, Notice } from "../../ui/controls";
import type { BenchEvent } from "./benchState";
import type { Composing, Fields, Slot } from "./composing";
import { Working } from "./Recipe";
import { OpenSentence } from "./Sentence";
import { SlotEditor } from "./slots/SlotEditor";
import type { Preview } from "./usePreview";

interface Props {
  composing: Composing;
  slot: Slot | null;
  table: Schemas["Drawing"];
  unit: string;
  seams: string[];
  preview: Preview | null;
  /** Whether the preview shows this step done. */
  done: boolean;
  failed: string;
  ready: boolean;
  act: (event: BenchEvent) => void;
  onPutIn: () => void;
  onTake: (field: string) => void;
}

export function Making({
  composing,
  slot,
  table,
  unit,
  seams,
  preview,
  done,
  failed,
  ready,
  act,
  onPutIn,
  onTake,
}: Props) {
  const step = done ? preview?.work.recipe.at(-1) : undefined;
  const words = Object.fromEntries(
    (step?.phrases ?? preview?.phrases ?? []).filter((p) => p.slot).map((p) => [p.slot, p.text]),
  );
  const said = preview?.refused?.message.replace(/^Step \d+: /, "") ?? failed;
  const refusal = said.charAt(0).toUpperCase() + said.slice(1);
  return (
    <div ref={intoView} className="border-chalk border-l-4 bg-fresh py-2 pr-2 pl-3">
      <OpenSentence
        composing={composing}
        words={words}
        onSlot={(name) => act({ type: "open", slot: name })}
      />
      {slot && (
        <div className="mt-2">
          <SlotEditor
            slot={slot}
            composing={composing}
            table={table}
            unit={unit}
            seams={seams}
            pointed={(preview?.step as Fields | null) ?? null}
            words={preview?.sketch?.points.map((p) => p.words) ?? []}
            onFill={(fields, typed, stay) => act({ type: "fill", fields, typed, stay })}
            onTake={onTake}
            onTry={(fields) => act({ type: "fill", fields, stay: true })}
          />
        </div>
      )}
      {refusal && (
        <div className="mt-2">
          <Notice>{refusal}</Notice>
        </div>
      )}
      {step && <Working sums={step.working} />}
      <div className="mt-2 flex gap-1.5">
        <Button weight="strong" disabled={!ready} onClick={onPutIn}>
          {composing.editing != null ? "Change it" : "Put it in"} <kbd className="opacity-70">Enter</kbd>
        </Button>
        <Button onClick={() => act({ type: "leave" })}>Leave it</Button>
      </div>
    </div>
  );
}

/** Brings the open sentence into sight when it is begun. */
function intoView(element: HTMLElement | null) {
  element?.scrollIntoView?.({ block: "nearest" });
}
