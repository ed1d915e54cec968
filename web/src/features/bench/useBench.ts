/** The bench at work: its state, what the server is asked while a hand moves, and putting a step in. */
import { useCallback, useEffect, useReducer, useRef } from "react";
import { useInOrder } from "../../ui/useInOrder";
import {
  AT_REST,
  type BenchEvent,
  type BenchState,
  bench,
  dragged,
  drawnTo,
  pointing,
  staysOpen,
  trial,
  written,
} from "./benchState";
import {
  type Composing,
  type Fields,
  graspable,
  isWhole,
  type MoveOut,
  nextOpen,
  openSlot,
  placesOf,
} from "./composing";
import { keepSentence, keptSentence } from "./keptSentence";
import { type Preview, type Question, usePreview } from "./usePreview";
import type { StyleDetail, useStyleWork } from "./useStyleWork";

interface Hand {
  x: number;
  y: number;
  /** cm that count as at a place: a finger's width at the table's present scale. */
  reach: number;
}

export function useBench(
  id: number,
  moves: MoveOut[],
  { style, current, setSteps }: Pick<ReturnType<typeof useStyleWork>, "style" | "current" | "setSteps">,
  bends: boolean,
) {
  const detail = style.data;
  const [state, send] = useReducer(
    bench,
    null,
    (): BenchState => ({ ...AT_REST, composing: keptSentence(id, moves) }),
  );
  const { preview, failed, ask, settled, clear } = usePreview();
  const { inOrder, waits } = useInOrder();
  /** Where the hand pointed last; nothing when the sentence has changed since. */
  const aimed = useRef<Hand | null>(null);
  const steps = stepsOf(detail);
  const now = useRef({ state, detail, steps, bends });
  now.current = { state, detail, steps, bends };

  /** Asks what a state of the bench would do; a hand fills the place still open. */
  const tryOut = useCallback(
    (next: BenchState, hand?: Hand) => {
      const { detail, steps, bends } = now.current;
      if (!detail) return;
      const base = { style_id: detail.id, blocks: detail.blocks, show_bends: bends };
      const asked = trial(next, steps);
      const c = next.composing;
      if (!asked || !c) {
        const upto = next.chosen === null ? null : steps.slice(0, next.chosen + 1);
        if (upto) ask({ ...base, steps: upto } as unknown as Question);
        else if (bends) ask({ ...base, steps } as unknown as Question);
        else clear();
        return;
      }
      const at = hand ? pointing(next) : null;
      const filled = at ? withPlace(c, at.field) : c;
      ask({
        ...base,
        steps: asked.before,
        trying: asked.step,
        complete: isWhole(filled),
        pointer: hand && at ? { piece: String(c.fields.piece ?? ""), ...hand, ...at } : null,
        typed: c.typed,
        show_before: c.editing !== null,
        // What is held follows the hand as it did when it was taken hold of.
        grips: next.drag || hand ? [] : graspable(c).map((f) => f.name),
      } as unknown as Question);
    },
    [ask, clear],
  );

  /** Changes the bench and shows at once what that would do. */
  const act = useCallback(
    (event: BenchEvent) => {
      const next = bench(now.current.state, event);
      send(event);
      now.current.state = next;
      aimed.current = null;
      if (next.composing !== null || next.chosen !== null || now.current.bends) tryOut(next);
      else clear();
      keepSentence(id, next.composing);
    },
    [id, tryOut, clear],
  );

  // What was being composed before the tab closed, or is looked at, is shown again once the style is here or has changed.
  const version = detail?.version;
  useEffect(() => {
    const { state, bends: on } = now.current;
    if (version !== undefined && (state.composing || state.chosen !== null || on || bends))
      tryOut(state, aimed.current ?? undefined);
  }, [version, bends, tryOut]);

  const composing = state.composing;
  const ready = composing !== null && isWhole(composing) && preview?.step != null && !preview.refused;
  const putting = useRef(false);
  const putIn = () => {
    const { composing } = now.current.state;
    // Whole is enough: whether it can be done is waited for. Pressed twice, it goes in once.
    if (!composing || (!isWhole(composing) && !waits())) return;
    putting.current = true;
    void inOrder(() => putItIn(composing.sentence)).then(() => {
      putting.current = false;
    });
  };
  const putItIn = async (sentence: number) => {
    const { composing } = now.current.state;
    if (composing?.sentence !== sentence || !isWhole(composing)) return;
    // A quick hand is ahead of what is shown: what goes in is the sentence as it stands now.
    const shown = await settled();
    const detail = current();
    if (!shown?.step || shown.refused || !detail) return;
    const steps = stepsOf(detail);
    const step = shown.step as Fields;
    const { editing } = composing;
    const kept = editing === null ? {} : keptBeside(steps[editing] ?? {});
    const next = editing !== null ? steps.with(editing, { ...step, ...kept }) : [...steps, step];
    const label = editing !== null ? `changed step ${editing + 1}` : composing.move.title.toLowerCase();
    await setSteps(detail, next, label);
    act({ type: "put in", composing });
  };
  /** Enter: a sentence that wants more goes on to its next open slot. */
  const enter = () => {
    const { composing } = now.current.state;
    const next = composing && nextOpen(composing.move, composing);
    if (next && !waits()) act({ type: "open", slot: next });
    else putIn();
  };

  const point = (hand: Hand) => {
    aimed.current = hand;
    tryOut(now.current.state, hand);
  };
  const taken = (shown: Preview | null, { sentence, open }: Composing) => {
    const step = shown?.step as Fields | null | undefined;
    if (
      step &&
      open &&
      !(shown?.refused && !shown.pointed) &&
      now.current.state.composing?.sentence === sentence
    )
      act({ type: "taken", step, slot: open });
  };
  /** A click: the place it was made at is taken, also when its answer is still on its way, and the clicks before it. */
  const take = (hand: Hand) => {
    const then = now.current.state.composing;
    const slot = openSlot(then);
    void inOrder(async () => {
      const { state } = now.current;
      if (!then || state.composing?.sentence !== then.sentence) return;
      // A line's next place is the line's, though the hand has gone on to another slot since; what takes one place leaves its next to the next slot.
      const meant = slot && staysOpen(slot) ? { ...state.composing, open: slot.name } : state.composing;
      if (!sameHand(aimed.current, hand)) tryOut({ ...state, composing: meant }, hand);
      taken(await settled(), meant);
    });
  };
  /** What was held is let go where the hand pointed last. */
  const drop = () => {
    const { composing } = now.current.state;
    const answer = settled();
    now.current.state = bench(now.current.state, { type: "let go" });
    send({ type: "let go" });
    if (composing) void inOrder(async () => taken(await answer, composing));
  };
  const takePlace = (field: string) => {
    const { composing } = now.current.state;
    void inOrder(async () => {
      const place = ((await settled())?.step as Fields | null | undefined)?.[field];
      if (place !== undefined && now.current.state.composing === composing)
        act({ type: "fill", fields: { [field]: place } });
    });
  };
  const pull = (at: { x: number; y: number }) => {
    const { drag } = now.current.state;
    if (drag?.held) {
      const { field } = drag.held;
      act({ type: "fill", ...written(field.name, drawnTo(drag.held, at), field.unit), stay: true });
    }
    const field = now.current.state.composing ? pulledBy(now.current.state.composing.move) : "";
    if (drag?.handle === "strip" && field)
      act({ type: "fill", ...written(field, dragged(drag, at.x)), stay: true });
  };
  return {
    state,
    act,
    preview,
    failed,
    steps,
    ready,
    putIn,
    putting,
    enter,
    point,
    take,
    drop,
    takePlace,
    pull,
  };
}

const stepsOf = (detail: StyleDetail | undefined) => (detail?.work.recipe ?? []).map((s) => s.step as Fields);

const sameHand = (a: Hand | null, b: Hand) => a !== null && a.x === b.x && a.y === b.y && a.reach === b.reach;

/** The sentence as if the open place were taken already: whether it would be whole. */
function withPlace(c: Composing, field: string): Composing {
  const slot = c.move.slots.find((s) => s.name === c.open);
  if (slot?.pick === "line") {
    const line = c.fields[field] as { through?: unknown[] } | unknown[] | undefined;
    const places = Array.isArray(line) ? line : (line?.through ?? []);
    return { ...c, fields: { ...c.fields, [field]: { through: [...places, {}] } } };
  }
  if (slot?.pick === "places")
    return { ...c, fields: { ...c.fields, [field]: [...placesOf(c.fields[field]), {}] } };
  if (slot?.pick === "slashes") return { ...c, fields: { ...c.fields, at: [{}] } };
  if (slot?.pick === "shares") return { ...c, fields: { ...c.fields, [field]: [{}] } };
  return field.startsWith("zone") ? c : { ...c, fields: { ...c.fields, [field]: {} } };
}

/** The length that a dragged strip says: how far each slash opens, laps over, or how deep its pleat is. */
function pulledBy(move: MoveOut): string {
  const slot = move.slots.find((s) => s.pick === "fullness" || s.pick === "length");
  return slot?.fields.find((f) => f.unit === "cm")?.name ?? "";
}

/** What a step keeps when it is changed: its note, its chapter, whether it is muted. */
function keptBeside(step: Fields): Fields {
  return Object.fromEntries(["note", "chapter", "muted"].filter((k) => step[k]).map((k) => [k, step[k]]));
}
