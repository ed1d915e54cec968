/** One style in work: the recipe beside the table, the promises below. It only lays out; `useBench` works. */
import { type PointerEvent, useRef, useState } from "react";
import type { Schemas } from "../../api/client";
import { Table, type TablePoint, ToolButton } from "../../table/Table";
import { around, type View } from "../../table/viewport";
import { Notice, Scroller, Waiting } from "../../ui/controls";
import { useFindings } from "../ledger/useFindings";
import { BenchHead } from "./BenchHead";
import { type Drag, type EdgeOf, heldNow, ONE_PLACE } from "./benchState";
import { type Fields, graspable, type MoveOut, openSlot } from "./composing";
import { NumberMarks } from "./handles/numbers";
import { KeysHelp } from "./KeysHelp";
import { LayTools } from "./LaySheets";
import { Making } from "./Making";
import { Ghost } from "./Overlay";
import { Promises } from "./Promises";
import { Recipe } from "./Recipe";
import { Sheets } from "./Sheets";
import { Strips } from "./Strips";
import { TableOverlay } from "./TableOverlay";
import { TapeWords } from "./Tape";
import { TouchMenu } from "./TouchMenu";
import { useBench } from "./useBench";
import { useBenchKeys } from "./useBenchKeys";
import { useDarkRoom } from "./useDarkRoom";
import { useLaying } from "./useLaying";
import { useStyleWork } from "./useStyleWork";
import { useTape } from "./useTape";
import { useUndo } from "./useUndo";
import { GROUPS, rememberUse, Verbs } from "./Verbs";

interface Props {
  id: number;
  moves: MoveOut[];
  unit: string;
}

export function StyleBench({ id, moves, unit }: Props) {
  const kept = useStyleWork(id);
  const { style, saving, refused, setSteps, undo, redo } = kept;
  const detail = style.data;
  const [bends, setBends] = useState(false);
  const bench = useBench(id, moves, kept, bends);
  const { state, act, preview, failed, steps, ready, putIn, putting, point, take, drop, pull } = bench;
  const found = useFindings(id, detail?.version);
  const laying = useLaying(id, detail?.laid ?? {});
  const tape = useTape(detail, steps);
  const [plain, setPlain] = useState(false);
  const [dark, setDark] = useDarkRoom();
  const [help, setHelp] = useState(false);
  const [list, setList] = useState(false);
  const [group, setGroup] = useState<string | null>(null);
  const [focus, setFocus] = useState<Schemas["Box"] | null>(null);
  const [touched, setTouched] = useState<(EdgeOf & { x: number; y: number }) | null>(null);
  const seen = useRef<Schemas["Box"]>(undefined);
  const { composing, drag } = state;
  const slot = openSlot(composing);

  const start = (move: MoveOut, fields: Fields = {}, hold?: Drag) => {
    rememberUse(move);
    setTouched(null);
    act({ type: "start", move, fields, ...(hold ? { drag: hold } : {}) });
  };
  const undoing = useUndo({
    saving,
    putting,
    busy: composing !== null,
    undo: detail?.can_undo ? undo : null,
    redo: detail?.can_redo ? redo : null,
  });
  useBenchKeys({
    onMove: (key) => {
      const inGroup = moves.find((m) => m.group === group && m.key === key);
      if (inGroup) {
        setGroup(null);
        start(inGroup);
        return true;
      }
      const opened = GROUPS.find((g) => g[0]?.toLowerCase() === key && moves.some((m) => m.group === g));
      if (opened) setGroup(opened);
      return opened !== undefined;
    },
    onEnter: bench.enter,
    onEscape: () => {
      setGroup(null);
      setTouched(null);
      act({ type: "back" });
    },
    ...undoing,
    onHelp: () => setHelp(true),
  });

  if (style.isPending) return <Waiting what="the style" />;
  if (style.isError || !detail)
    return (
      <main className="p-6">
        <Notice>{style.error?.message}</Notice>
      </main>
    );

  // While an earlier step is changed or looked at, the table shows the work as it stood there.
  const looking =
    composing === null && (state.chosen !== null || bends) && preview ? preview.work.table : null;
  const whole = looking ?? ((composing?.editing != null && preview?.before) || detail.work.table);
  const base = { ...whole, pieces: whole.pieces.filter((p) => !state.hidden.includes(p.name)) };
  const done = composing !== null && preview?.tried === true && !preview.refused;
  const ghost = composing && preview && done ? preview.work : null;
  const named = composing ? piecesOf(composing.fields) : [];
  const ghostPieces = ghost?.table.pieces ?? [];
  const work = ghost ?? detail.work;
  const strips = (looking && preview ? preview.work : work).strips;
  const placing =
    slot !== null &&
    (ONE_PLACE.has(slot.pick) || POINTED.has(slot.pick)) &&
    // Where it is slashed is pointed out on two edges, once these are known.
    (slot.pick !== "slashes" || composing?.fields.to_edge !== undefined);
  // What comes of the step is to be seen whole; while a hand points or holds, the table does not move under it.
  const adds = ghostPieces.some((g) => !base.pieces.some((p) => p.name === g.name));
  if (!drag) seen.current = ghost && (adds || !placing) ? around(base.box, ghost.table.box) : base.box;
  const edit = (next: Fields[], label: string) =>
    void setSteps(detail, next, label).then(
      () => act({ type: "choose", index: null }),
      () => undefined,
    );

  const hold = (e: PointerEvent<SVGGElement>, handle: Drag["handle"], more: Partial<Drag> = {}): Drag => {
    e.currentTarget.ownerSVGElement?.setPointerCapture(e.pointerId);
    return { handle, pointer: e.pointerId, index: 0, from: 0, at: 0, ...more };
  };
  const onDrag = (at: TablePoint) => (PULLED.has(drag?.handle) ? pull(at) : point(at));
  const onDrop = () => (PULLED.has(drag?.handle) ? act({ type: "let go" }) : drop());
  const overlay = (view: View) => (
    <TableOverlay
      view={view}
      pieces={base.pieces}
      state={state}
      moves={moves}
      preview={preview}
      ghostPieces={ghostPieces}
      tape={tape}
      laying={laying}
      onFill={(fields, stay) => act({ type: "fill", fields, stay })}
      onMouth={(move, piece, dart, e) => start(move, { piece, dart }, hold(e, "mouth"))}
      onPlace={(index, e) => act({ type: "take hold", drag: hold(e, "place", { index }) })}
      onStrip={(e, from, at) => act({ type: "take hold", drag: hold(e, "strip", { from, at }) })}
      onNumber={(held, e) => act({ type: "take hold", drag: hold(e, "number", { held }) })}
      onDrag={onDrag}
      onDrop={onDrop}
      strips={ghost || composing ? null : strips}
    />
  );

  return (
    <div className="flex h-full min-h-[560px] flex-col">
      <div className="flex min-h-0 flex-1">
        <section
          aria-label="The recipe"
          className="flex w-[340px] shrink-0 flex-col border-ink border-r bg-wall max-lg:w-[290px] max-md:w-[250px]"
        >
          <BenchHead detail={detail} saving={saving} onUndo={undo} onRedo={redo} />
          <Scroller label="Steps" className="min-h-0 flex-1 px-4 py-3">
            {state.chosen !== null && (
              <p className="mb-2 border-chalk border-l-4 bg-chalk-pale px-2 py-1">
                The table as it stood after step {state.chosen + 1}.{" "}
                <button
                  type="button"
                  className="text-chalk underline underline-offset-2"
                  onClick={() => act({ type: "choose", index: null })}
                >
                  Back to now
                </button>
              </p>
            )}
            <Recipe
              style={id}
              version={detail.version}
              unit={unit}
              recipe={detail.work.recipe}
              editing={composing?.editing ?? null}
              chosen={state.chosen}
              stopped={detail.work.stopped}
              findings={found.data?.findings ?? []}
              onChoose={(index) => act({ type: "choose", index })}
              onSlot={(index, name) => {
                const move = moves.find((m) => m.move === steps[index]?.move);
                const step = steps[index];
                if (move && step) act({ type: "reopen", move, step, index, slot: name });
              }}
              onMute={(i) =>
                edit(steps.with(i, { ...steps[i], muted: !steps[i]?.muted }), `muted step ${i + 1}`)
              }
              onDelete={(i) => edit(steps.toSpliced(i, 1), `took out step ${i + 1}`)}
              onCopy={(i) => edit(steps.toSpliced(i + 1, 0, { ...steps[i] }), `copied step ${i + 1}`)}
              onMove={(i, by) => {
                const moved = steps.toSpliced(i, 1);
                if (steps[i]) edit(moved.toSpliced(i + by, 0, steps[i]), `moved step ${i + 1}`);
              }}
              onNote={(i, change) =>
                edit(
                  change.chapter === undefined
                    ? steps.with(i, { ...steps[i], ...change })
                    : inChapter(steps, detail.work.recipe, i, change.chapter),
                  `noted step ${i + 1}`,
                )
              }
            >
              {composing ? (
                <Making
                  composing={composing}
                  slot={slot}
                  table={base}
                  unit={unit}
                  seams={detail.work.promises.filter((p) => p.kind === "seam").map((p) => p.name)}
                  preview={preview}
                  done={done}
                  failed={failed}
                  ready={ready && !saving}
                  act={act}
                  onPutIn={putIn}
                  onTake={bench.takePlace}
                />
              ) : (
                <Verbs
                  moves={moves}
                  group={group}
                  onGroup={setGroup}
                  onStart={start}
                  empty={steps.length === 0}
                />
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
            label={`${detail.name}: ${base.pieces.map((p) => p.name).join(", ")} on the table`}
            plain={plain}
            box={seen.current}
            focus={focus}
            dimmed={(p) =>
              ghostPieces.length > 0 && (named.includes(p.name) || ghostPieces.some((g) => g.name === p.name))
            }
            back={(p) => named.length > 0 && !named.includes(p.name)}
            onPoint={placing && !drag ? point : undefined}
            onClick={(at, touch, hit) => {
              if (placing) return touch ? point(at) : take(at);
              if (tape.on) return tape.tap(base.pieces, at);
              setTouched(hit && !composing && !laying.on && !touched ? { ...hit, x: 24, y: 70 } : null);
            }}
            ghost={
              ghostPieces.length > 0
                ? (view) => (
                    <>
                      <Ghost pieces={ghostPieces} view={view} />
                      {composing && preview && (
                        <NumberMarks
                          grips={preview.grips}
                          fields={graspable(composing)}
                          held={drag?.held ?? null}
                          now={drag?.held ? heldNow(composing, drag.held) : null}
                          view={view}
                        />
                      )}
                      {strips && <Strips strips={strips} pieces={ghostPieces} view={view} />}
                    </>
                  )
                : undefined
            }
            overlay={overlay}
            tools={
              <>
                <ToolButton label="Tape between two places" pressed={tape.on} onClick={tape.toggle}>
                  tape
                </ToolButton>
                <ToolButton label="Lay: slide and turn sheets" pressed={laying.on} onClick={laying.toggle}>
                  lay
                </ToolButton>
                <ToolButton label="List of sheets" pressed={list} onClick={() => setList(!list)}>
                  sheets
                </ToolButton>
                <ToolButton label="Show how it bends" pressed={bends} onClick={() => setBends(!bends)}>
                  bends
                </ToolButton>
                <ToolButton
                  label="Plain lines instead of paper"
                  pressed={plain}
                  onClick={() => setPlain(!plain)}
                >
                  lines
                </ToolButton>
                <ToolButton label="Dark room" pressed={dark} onClick={() => setDark(!dark)}>
                  dark
                </ToolButton>
                <ToolButton label="Keys" onClick={() => setHelp(true)}>
                  ?
                </ToolButton>
              </>
            }
          />
          {list && (
            <Sheets
              pieces={whole.pieces}
              hidden={state.hidden}
              onJump={(p) => setFocus({ ...p.bounds })}
              onHide={(piece) => act({ type: "hide", piece })}
            />
          )}
          {touched && (
            <TouchMenu touched={touched} moves={moves} onStart={start} onClose={() => setTouched(null)} />
          )}
          {placing && preview?.pointed && (
            <p
              role="status"
              data-testid="pointed"
              className="pointer-events-none absolute top-8 left-10 border border-chalk bg-fresh px-3 py-1"
            >
              {preview.pointed}
            </p>
          )}
          {tape.on && <TapeWords tape={tape} />}
          {laying.on && <LayTools pieces={base.pieces} laying={laying} />}
        </main>
      </div>
      <Promises
        promises={work.promises}
        kept={work.kept}
        broken={work.broken}
        account={work.account}
        found={work.found}
        ledger={`/ledger/${id}`}
        touched={named}
        onShow={(edges) => act({ type: "show", edges })}
      />
      <KeysHelp open={help} onClose={() => setHelp(false)} moves={moves} />
    </div>
  );
}

/** Handles that change a number; the others take a place. */
const PULLED = new Set<Drag["handle"] | undefined>(["strip", "number"]);

/** Slots that places on the table fill, more than one. */
const POINTED = new Set(["line", "places", "zone", "shares", "slashes"]);

/** The pieces a sentence speaks of so far. */
function piecesOf(fields: Fields): string[] {
  const pairs = [fields.a, fields.b].filter(Array.isArray).map((x) => String(x[0]));
  const several = Array.isArray(fields.pieces) ? fields.pieces.map(String) : [];
  return fields.piece === undefined ? [...pairs, ...several] : [String(fields.piece), ...pairs];
}

/** The steps with a chapter renamed: this one and those after it that stand in the same. */
function inChapter(steps: Fields[], recipe: Schemas["StepOut"][], from: number, name: string): Fields[] {
  const old = recipe[from]?.chapter;
  const end = recipe.findIndex((s, i) => i > from && s.chapter !== old);
  return steps.map((s, i) => (i >= from && (end < 0 || i < end) ? { ...s, chapter: name } : s));
}
