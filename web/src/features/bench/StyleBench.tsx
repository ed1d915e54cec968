/** One style in work: what is composed, tried, put in and undone. */
import { type PointerEvent, useCallback, useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import { Table, type TablePoint, ToolButton } from "../../table/Table";
import { Button, Notice, Scroller, Waiting } from "../../ui/controls";
import {
  back,
  begin,
  type Composing,
  type Fields,
  fill,
  type MoveOut,
  nextOpen,
  openSlot,
  reopen,
  stepOf,
} from "./composing";
import { DragCatcher } from "./DragCatcher";
import { KeysHelp } from "./KeysHelp";
import { DartTargets, type EdgeOf, EdgeTargets, Ghost, MouthHandles, ShownEdges } from "./Overlay";
import { Promises } from "./Promises";
import { Recipe, Working } from "./Recipe";
import { OpenSentence } from "./Sentence";
import { SlotEditor } from "./SlotEditor";
import { Tape, TapeWords } from "./Tape";
import { useBenchKeys } from "./useBenchKeys";
import { useKept } from "./useKept";
import { type Question, usePreview } from "./usePreview";
import { useStyleWork } from "./useStyleWork";
import { useTape } from "./useTape";
import { Verbs } from "./Verbs";

interface Props {
  id: number;
  moves: MoveOut[];
  unit: string;
}

export function StyleBench({ id, moves, unit }: Props) {
  const { style, saving, refused, setSteps, undo, redo } = useStyleWork(id);
  const { preview, failed, ask, clear } = usePreview();
  const [composing, setComposing] = useKept(id, moves);
  const [shown, setShown] = useState<EdgeOf[]>([]);
  const [plain, setPlain] = useState(false);
  const [dark, setDark] = useState(false);
  const [help, setHelp] = useState(false);
  const [drag, setDrag] = useState<{ pointer: number } | null>(null);
  const detail = style.data;
  const steps = (detail?.work.recipe ?? []).map((s) => s.step as Fields);
  const slot = openSlot(composing);

  /** Asks what the sentence would do; a pointer fills the place still open. */
  const tryOut = useCallback(
    (c: Composing, pointer?: { piece: string; x: number; y: number }) => {
      if (!detail) return;
      const earlier = c.editing != null ? steps.slice(0, c.editing) : steps;
      const blocks = detail.blocks;
      const ready = pointer || nextOpen(c.move, c) === null;
      const question = {
        style_id: detail.id,
        blocks,
        steps: earlier,
        trying: ready ? stepOf(c) : null,
        pointer: pointer ?? null,
        typed: c.typed,
        show_before: c.editing != null,
      };
      void ask(question as unknown as Question);
    },
    [ask, detail, steps],
  );

  const compose = (next: Composing | null) => {
    setComposing(next);
    setShown([]);
    if (next) tryOut(next);
    else clear();
  };
  const start = (move: MoveOut, fields: Fields = {}) => compose(begin(move, fields));
  const fillSlot = (fields: Fields, typed: Record<string, string> = {}) =>
    composing && compose(fill(composing, fields, typed));

  // What was being composed before the tab closed is tried again once the style is here.
  const version = detail?.version;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each state of the style
  useEffect(() => {
    if (version !== undefined && composing) tryOut(composing);
  }, [version]);

  const whole =
    composing !== null &&
    nextOpen(composing.move, composing) === null &&
    preview?.step != null &&
    !preview.refused;
  const putIn = async () => {
    if (!composing || !whole || !preview?.step || !detail) return;
    const step = preview.step as Fields;
    const next = composing.editing != null ? steps.with(composing.editing, step) : [...steps, step];
    const label =
      composing.editing != null
        ? `changed step ${composing.editing + 1}`
        : composing.move.title.toLowerCase();
    const mine = composing;
    await setSteps(next, label).then(
      // The next sentence may have been begun while this one was being saved.
      () => latest.current === mine && compose(null),
      () => undefined,
    );
  };
  const latest = useRef(composing);
  latest.current = composing;
  const goBack = () => composing && compose(back(composing));

  useBenchKeys({
    onMove: (key) => {
      const move = moves.find((m) => m.key === key);
      if (move) start(move);
      return move !== undefined;
    },
    onEnter: () => void putIn(),
    onEscape: goBack,
    onUndo: () => !composing && detail?.can_undo && undo(),
    onRedo: () => !composing && detail?.can_redo && redo(),
    onHelp: () => setHelp(true),
  });

  const tape = useTape(detail, steps);
  if (style.isPending) return <Waiting what="the style" />;
  if (style.isError || !detail)
    return (
      <main className="p-6">
        <Notice>{style.error?.message}</Notice>
      </main>
    );

  // While an earlier step is changed the table shows the work before it, once the preview has brought it.
  const tryingDone = preview?.step != null && !preview.refused;
  const base = (composing?.editing != null && preview?.before) || detail.work.table;
  const basePieces = base.pieces;
  const ghost = composing && preview && tryingDone ? preview.work : null;
  const ghostPieces = ghost?.table.pieces.filter((p) => p.name === composing?.fields.piece) ?? [];
  const work = ghost ?? detail.work;
  const placing = slot?.pick === "place";

  const pointerFor = (at: TablePoint, c: Composing) => {
    const piece = basePieces.find((p) => p.name === c.fields.piece);
    return piece ? { piece: piece.name, x: at.x - piece.at.x, y: at.y - piece.at.y } : null;
  };
  const point = (at: TablePoint, c = composing) => {
    const pointer = c && pointerFor(at, c);
    if (c && pointer) tryOut(c, pointer);
  };
  const takePlace = () => {
    const to = (preview?.step as Fields | null)?.to ?? undefined;
    if (composing && to && !preview?.refused) fillSlot({ to });
  };
  const startDrag = (piece: string, dart: string, e: PointerEvent<SVGGElement>) => {
    const rotate = moves.find(
      (m) => m.slots.some((s) => s.pick === "place") && m.slots.some((s) => s.pick === "dart"),
    );
    if (!rotate) return;
    e.currentTarget.ownerSVGElement?.setPointerCapture(e.pointerId);
    setDrag({ pointer: e.pointerId });
    start(rotate, { piece, dart });
  };

  const words = Object.fromEntries(
    (tryingDone ? (preview?.work.recipe.at(-1)?.phrases ?? []) : [])
      .filter((p) => p.slot)
      .map((p) => [p.slot, p.text]),
  );
  return (
    <div className="flex h-full min-h-[560px] flex-col">
      <div className="flex min-h-0 flex-1">
        <section
          aria-label="The recipe"
          className="flex w-[330px] shrink-0 flex-col border-ink border-r bg-wall max-md:w-[270px]"
        >
          <div className="border-line border-b px-4 pt-3 pb-2">
            <h1 className="font-serif text-[21px] leading-tight">{detail.name}</h1>
            <p className="text-quiet">
              on {detail.block}
              {detail.person && `, for ${detail.person}`}
            </p>
            <div className="mt-1.5 flex items-center gap-1.5">
              <Button disabled={!detail.can_undo || saving} onClick={undo} title="Undo (Ctrl Z)">
                Undo
              </Button>
              <Button disabled={!detail.can_redo || saving} onClick={redo} title="Redo (Ctrl Shift Z)">
                Redo
              </Button>
              <Link to={`/paper/${id}`} className="ml-1 text-chalk underline underline-offset-2">
                finish and print
              </Link>
              <span role="status" className="ml-auto text-quiet text-sm" data-testid="saved">
                {saving ? "saving …" : "saved"}
              </span>
            </div>
          </div>
          <Scroller label="Steps" className="min-h-0 flex-1 px-4 py-3">
            <Recipe
              style={id}
              version={detail.version}
              recipe={detail.work.recipe}
              editing={composing?.editing ?? null}
              stopped={detail.work.stopped}
              onSlot={(i, name) => {
                const move = moves.find((m) => m.move === steps[i]?.move);
                if (move && steps[i]) compose(reopen(move, steps[i], i, name));
              }}
              onMute={(i) =>
                void setSteps(
                  steps.with(i, { ...steps[i], muted: !steps[i]?.muted }),
                  `muted step ${i + 1}`,
                ).catch(() => undefined)
              }
              onDelete={(i) =>
                void setSteps(steps.toSpliced(i, 1), `took out step ${i + 1}`).catch(() => undefined)
              }
              onMove={(i, by) => {
                const moved = steps.toSpliced(i, 1);
                if (steps[i])
                  void setSteps(moved.toSpliced(i + by, 0, steps[i]), `moved step ${i + 1}`).catch(
                    () => undefined,
                  );
              }}
            >
              {composing ? (
                <div ref={intoView} className="border-chalk border-l-4 bg-fresh py-2 pr-2 pl-3">
                  <OpenSentence
                    composing={composing}
                    words={words}
                    onSlot={(name) => compose({ ...composing, open: name })}
                  />
                  {slot && (
                    <div className="mt-2">
                      <SlotEditor
                        slot={slot}
                        composing={composing}
                        table={base}
                        unit={unit}
                        pointed={(preview?.step as Fields | null) ?? null}
                        onFill={(f, t) =>
                          slot.pick === "length" || slot.pick === "how much"
                            ? compose({ ...fill(composing, f, t), open: slot.name })
                            : fillSlot(f, t)
                        }
                        onTry={(f) => {
                          const tried = { ...composing, fields: { ...composing.fields, ...f } };
                          tryOut({ ...tried, open: null });
                        }}
                      />
                    </div>
                  )}
                  {(preview?.refused || failed) && (
                    <div className="mt-2">
                      <Notice>{preview?.refused?.message.replace(/^Step \d+: /, "") ?? failed}</Notice>
                    </div>
                  )}
                  {ghost && <Working sums={ghost.recipe.at(-1)?.working ?? []} />}
                  <div className="mt-2 flex gap-1.5">
                    <Button weight="strong" disabled={!whole || saving} onClick={() => void putIn()}>
                      {composing.editing != null ? "Change it" : "Put it in"}{" "}
                      <kbd className="opacity-70">Enter</kbd>
                    </Button>
                    <Button onClick={() => compose(null)}>Leave it</Button>
                  </div>
                </div>
              ) : (
                <Verbs moves={moves} onStart={start} empty={steps.length === 0} />
              )}
            </Recipe>
            {refused && (
              <div className="mt-3">
                <Notice>{refused}</Notice>
              </div>
            )}
          </Scroller>
        </section>
        <main className="relative min-w-0 flex-1" aria-label="The table">
          <Table
            drawing={base}
            unit={unit}
            label={`${detail.name}: ${basePieces.map((p) => p.name).join(", ")} on the table`}
            plain={plain}
            dark={dark}
            dimmed={(p) => ghostPieces.some((g) => g.name === p.name)}
            onPoint={placing && !drag ? point : undefined}
            onClick={
              placing
                ? (at, touch) => (touch ? point(at) : takePlace())
                : tape.on
                  ? (at) => tape.tap(basePieces, at)
                  : undefined
            }
            ghost={ghostPieces.length > 0 ? (view) => <Ghost pieces={ghostPieces} view={view} /> : undefined}
            overlay={(view) => (
              <>
                {shown.length > 0 && <ShownEdges pieces={basePieces} edges={shown} />}
                {placing &&
                  basePieces
                    .filter((p) => p.name === composing?.fields.piece)
                    .map((p) => <EdgeTargets key={p.name} piece={p} />)}
                {slot?.pick === "dart" && (
                  <DartTargets pieces={basePieces} onPick={(piece, dart) => fillSlot({ piece, dart })} />
                )}
                {tape.on && <Tape tape={tape} pieces={basePieces} view={view} />}
                {!composing && !tape.on && (
                  <MouthHandles pieces={basePieces} view={view} onTake={startDrag} />
                )}
                {drag && (
                  <DragCatcher
                    view={view}
                    pointer={drag.pointer}
                    onMove={point}
                    onDone={() => {
                      setDrag(null);
                      takePlace();
                    }}
                  />
                )}
              </>
            )}
            tools={
              <>
                <ToolButton label="Tape between two places" pressed={tape.on} onClick={tape.toggle}>
                  tape
                </ToolButton>
                <ToolButton
                  label="Plain lines instead of paper"
                  pressed={plain}
                  onClick={() => setPlain(!plain)}
                >
                  lines
                </ToolButton>
                <ToolButton label="Dark table" pressed={dark} onClick={() => setDark(!dark)}>
                  dark
                </ToolButton>
                <ToolButton label="Keys" onClick={() => setHelp(true)}>
                  ?
                </ToolButton>
              </>
            }
          />
          {tape.on && <TapeWords tape={tape} />}
        </main>
      </div>
      <Promises promises={work.promises} kept={work.kept} broken={work.broken} onShow={setShown} />
      <KeysHelp open={help} onClose={() => setHelp(false)} moves={moves} />
    </div>
  );
}

/** Brings the open sentence into sight when it is begun. */
function intoView(element: HTMLElement | null) {
  element?.scrollIntoView?.({ block: "nearest" });
}
