/** Undo and redo by a hand that is quicker than the line: asked for while a step is being saved, it comes after it. */
import { type RefObject, useEffect, useRef } from "react";

interface Ways {
  /** A change is on its way. */
  saving: boolean;
  /** The step in the hand was put in, and waits for its last preview. */
  putting: RefObject<boolean>;
  /** A step lies in the hand. */
  busy: boolean;
  undo: (() => void) | null;
  redo: (() => void) | null;
}

export function useUndo({ saving, putting, busy, undo, redo }: Ways) {
  const asked = useRef<"undo" | "redo" | null>(null);
  useEffect(() => {
    if (saving || busy || !asked.current) return;
    const way = asked.current === "undo" ? undo : redo;
    asked.current = null;
    way?.();
  }, [saving, busy, undo, redo]);
  const ask = (what: "undo" | "redo", way: (() => void) | null) => () => {
    if (saving || putting.current) asked.current = what;
    else if (!busy) way?.();
  };
  return { onUndo: ask("undo", undo), onRedo: ask("redo", redo) };
}
