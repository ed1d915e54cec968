/** Slots of the moves that shape edges: ends that are moved, places on the way, seams, a shape or a line, gape and its dart. */
import { Button } from "../../../ui/controls";
import { type Fields, placesOf, withEdge } from "../composing";
import { OneOf } from "./amounts";
import { Choices, edgesOf, LengthEntry, Pick, pieceOf, type SlotProps } from "./parts";
import { PlaceChips, PlaceList } from "./places";
import { toggled } from "./several";

/** How far an end of an edge is moved, out and down; from which end it is counted stays as it is. */
export function Shift(props: SlotProps) {
  const { slot, composing, unit, onFill } = props;
  const end = slot.fields.find((f) => f.name !== "from")?.name ?? slot.name;
  const known = (composing.fields[end] ?? {}) as Record<string, number>;
  return (
    <div className="grid gap-1.5">
      <p className="text-quiet">
        {slot.prompt} {besideWhich(props, end)} With one of the two it stays on the line of the edge there.
      </p>
      {(["out", "down"] as const).map((way) => {
        const field = `${end}.${way}`;
        const typed = composing.typed[field] ?? (known[way] === undefined ? "" : String(known[way]));
        return (
          <LengthEntry
            key={way}
            composing={{ ...composing, typed: { [field]: typed } }}
            field={field}
            label={way === "out" ? "out (below nought: in)" : "down (below nought: up)"}
            unit={unit}
            focus={way === "out"}
            onFill={(_, t) => onFill({ [end]: composing.fields[end] ?? {} }, t, true)}
          />
        );
      })}
      <div className="flex gap-1.5">
        <Button onClick={() => onFill({})}>That is all</Button>
        <Button onClick={() => onFill({ [end]: {} }, { [`${end}.out`]: "", [`${end}.down`]: "" })}>
          leave it where it is
        </Button>
      </div>
    </div>
  );
}

/** Which end of the edge is meant, by the edge it meets there. */
function besideWhich(props: SlotProps, end: string): string {
  const { edge, from } = props.composing.fields as { edge?: string; from?: string };
  const names = (pieceOf(props)?.edges ?? []).filter((e) => e.kind !== "dart").map((e) => e.name);
  const own = names.flatMap((name, i) => (name === edge ? [i] : []));
  const n = names.length;
  const first = own.find((i) => names[(i + n - 1) % n] !== edge);
  const last = own.find((i) => names[(i + 1) % n] !== edge);
  if (first === undefined || last === undefined) return "";
  const met = [names[(first + n - 1) % n], names[(last + 1) % n]];
  const turned = from !== undefined && from !== "" && from !== met[0];
  return `It is the end at the ${met[(end === "end") !== turned ? 1 : 0]}.`;
}

/** Places on the way, in order; each is clicked on the sheet or chosen. */
export function Places(props: SlotProps & { words: string[] }) {
  const { slot, composing, words, onFill } = props;
  const field = slot.fields[0]?.name ?? "through";
  const places = placesOf(composing.fields[field]);
  const piece = pieceOf(props);
  const put = (next: unknown[]) => onFill({ [field]: next.length > 0 ? next : undefined }, {}, true);
  return (
    <div className="grid gap-2">
      <p className="text-quiet">{slot.prompt} Click each on the sheet.</p>
      <PlaceList places={places} words={words} label="Places on the way" onPut={put} />
      {piece && <PlaceChips piece={piece} legend="Or by way of:" onAdd={(next) => put([...places, next])} />}
      <Button onClick={() => onFill({})}>That is all</Button>
    </div>
  );
}

/** One seam, by its name. */
export function SeamChoice({ slot, composing, seams, onFill }: SlotProps) {
  const field = slot.fields[0]?.name ?? "seam";
  return (
    <Choices legend={slot.prompt}>
      {seams.map((seam) => (
        <Pick key={seam} on={composing.fields[field] === seam} onClick={() => onFill({ [field]: seam })}>
          {seam}
        </Pick>
      ))}
    </Choices>
  );
}

/** Edges of any pieces, in the order in which they are sewn. */
export function EdgesOfPieces({ slot, composing, table, onFill }: SlotProps) {
  const field = slot.fields[0]?.name ?? "edges";
  const edges = (composing.fields[field] ?? []) as [string, string][];
  return (
    <div className="grid gap-2">
      <p className="text-quiet">{slot.prompt}</p>
      <EdgeRows
        table={table}
        edges={edges}
        onPut={(next) => onFill({ [field]: next.length > 0 ? next : undefined }, {}, true)}
      />
      <Button onClick={() => onFill({})}>That is all</Button>
    </div>
  );
}

/** Every sheet's edges, those chosen numbered in their order. */
function EdgeRows({
  table,
  edges,
  onPut,
}: {
  table: SlotProps["table"];
  edges: [string, string][];
  onPut: (next: [string, string][]) => void;
}) {
  return table.pieces.map((p) => (
    <div key={p.name} className="flex flex-wrap items-center gap-1">
      <span className="w-full text-quiet text-sm">{p.name}</span>
      {edgesOf(p).map((edge) => {
        const at = edges.findIndex(([piece, own]) => piece === p.name && own === edge);
        return (
          <Pick key={edge} on={at >= 0} onClick={() => onPut(withEdge(edges, p.name, edge))}>
            {at >= 0 ? `${at + 1}. ` : ""}
            {edge}
          </Pick>
        );
      })}
    </div>
  ));
}

/** Seams to be blended over; or edges in their order, each with its piece. */
export function SeamsOrEdges({ slot, composing, seams, table, onFill }: SlotProps) {
  // The second parameter, where there is one, takes edges instead.
  const [own, other] = [slot.fields[0]?.name ?? "seams", slot.fields[1]?.name];
  const chosen = (composing.fields[own] ?? []) as string[];
  const edges = (other ? (composing.fields[other] ?? []) : []) as [string, string][];
  const none: Fields = other ? { [other]: undefined } : {};
  const put = (next: [string, string][]) =>
    other && onFill({ [other]: next.length > 0 ? next : undefined, [own]: undefined }, {}, true);
  return (
    <div className="grid gap-2">
      <Choices legend={slot.prompt}>
        {seams.map((seam) => (
          <Pick
            key={seam}
            on={chosen.includes(seam)}
            onClick={() => {
              const next = toggled(chosen, seam);
              onFill({ [own]: next.length > 0 ? next : undefined, ...none }, {}, true);
            }}
          >
            {seam}
          </Pick>
        ))}
      </Choices>
      {other && (
        <>
          <p className="text-quiet">Or edges, in the order they are laid together:</p>
          <EdgeRows table={table} edges={edges} onPut={put} />
        </>
      )}
      {(chosen.length > 0 || edges.length > 1) && <Button onClick={() => onFill({})}>That is all</Button>}
    </div>
  );
}

/** A shape by its name, or a line drawn before on one of the pieces. */
export function ShapeOrLine(props: SlotProps & { words: string[] }) {
  const { slot, composing, table, onFill } = props;
  const field = slot.fields[0]?.name ?? "shape";
  const names = (composing.fields.pieces ?? []) as string[];
  const drawn = table.pieces.filter((p) => names.includes(p.name)).flatMap((p) => p.lines.map((x) => x.name));
  return (
    <div className="grid gap-2">
      <OneOf {...props} />
      {drawn.length > 0 && (
        <Choices legend="Or along a line drawn before:">
          {[...new Set(drawn)].map((line) => (
            <Pick key={line} on={composing.fields[field] === line} onClick={() => onFill({ [field]: line })}>
              {line}
            </Pick>
          ))}
        </Choices>
      )}
    </div>
  );
}

/** How much gape is taken out, and into which dart. */
export function Gape({ slot, composing, table, unit, onFill }: SlotProps) {
  const darts = [...new Set(table.pieces.flatMap((p) => p.darts.map((d) => d.name)))];
  return (
    <div className="grid gap-2">
      <LengthEntry
        composing={composing}
        field="gape"
        label={slot.prompt}
        unit={unit}
        onFill={(f, t) => onFill(f, t, true)}
      />
      <Choices legend="Into:">
        {darts.map((dart) => (
          <Pick
            key={dart}
            on={composing.fields.into === dart}
            onClick={() => onFill({ into: dart }, {}, true)}
          >
            {dart}
          </Pick>
        ))}
        <Button onClick={() => onFill({ gape: undefined, into: undefined }, { gape: "" })}>none</Button>
      </Choices>
    </div>
  );
}
