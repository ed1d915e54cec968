/** Slots filled by pointing at a thing: a piece, an edge, a dart, a place. Each can be chosen here instead. */
import { Button } from "../../../ui/controls";
import { ACROSS, takesLenses, withPiece } from "../composing";
import { Choices, edgesOf, Pick, pieceOf, type SlotProps } from "./parts";
import { AlongIt } from "./places";

export function PieceChoice({ table, onFill, slot }: SlotProps) {
  const field = slot.fields[0]?.name ?? "piece";
  return (
    <Choices legend={slot.prompt}>
      {table.pieces.map((p) => (
        <Button key={p.name} onClick={() => onFill({ [field]: p.name })}>
          {p.name}
        </Button>
      ))}
    </Choices>
  );
}

export function DartChoice(props: SlotProps) {
  const { table, onFill, slot, composing } = props;
  const field = slot.fields[0]?.name ?? "dart";
  const own = pieceOf(props);
  const pieces = own ? [own] : table.pieces;
  const darts = pieces.flatMap((p) => p.darts.map((d) => ({ piece: p.name, dart: d })));
  const lenses = takesLenses(composing.move)
    ? pieces.flatMap((p) => p.lenses.map((d) => ({ piece: p.name, dart: d })))
    : [];
  return (
    <Choices legend={`${slot.prompt} Point at one on the table, or choose:`}>
      {darts.map(({ piece, dart }, i) => (
        <Button
          key={`${piece}${dart.name}`}
          autoFocus={i === 0}
          onClick={() => onFill({ piece, [field]: dart.name })}
        >
          {piece}: {dart.name} <span className="text-quiet">{dart.intake}</span>
        </Button>
      ))}
      {lenses.map(({ piece, dart }) => (
        <Button
          key={`${piece}${dart.name} lens`}
          onClick={() => onFill({ piece, [field]: dart.name, [ACROSS]: true })}
        >
          {piece}: {dart.name} <span className="text-quiet">{dart.intake}, double-pointed</span>
        </Button>
      ))}
      {darts.length + lenses.length === 0 && <p>No piece has a dart left.</p>}
    </Choices>
  );
}

/** An edge; the first one chosen brings its piece along. */
export function EdgeChoice(props: SlotProps) {
  const { table, onFill, slot, composing } = props;
  const field = slot.fields[0]?.name ?? "edge";
  const own = pieceOf(props);
  const named = (composing.fields.pieces ?? []) as string[];
  const chosen = table.pieces.filter((p) => named.includes(p.name));
  const pieces = own ? [own] : chosen.length > 0 ? chosen.slice(0, 1) : table.pieces;
  return (
    <Choices legend={`${slot.prompt} Point at one on the table, or choose:`}>
      {pieces.flatMap((p) =>
        edgesOf(p).map((edge) => (
          <Pick
            key={`${p.name} ${edge}`}
            on={own !== undefined && composing.fields[field] === edge}
            onClick={() => onFill({ ...withPiece(composing.move, p.name), [field]: edge })}
          >
            {own || chosen.length > 0 ? edge : `${p.name}: ${edge}`}
          </Pick>
        )),
      )}
    </Choices>
  );
}

/** An edge with its piece, as one answer: both sides of what is to be joined. */
export function EdgeOfPiece({ table, onFill, slot }: SlotProps) {
  const field = slot.fields[0]?.name ?? "a";
  return (
    <Choices legend={`${slot.prompt} Point at one on the table, or choose:`}>
      {table.pieces.map((p) => (
        <div key={p.name} className="flex w-full flex-wrap items-center gap-1">
          <span className="w-full text-quiet text-sm">{p.name}</span>
          {edgesOf(p).map((edge) => (
            <Button
              key={edge}
              aria-label={`${p.name}: ${edge}`}
              onClick={() => onFill({ [field]: [p.name, edge] })}
            >
              {edge}
            </Button>
          ))}
        </div>
      ))}
    </Choices>
  );
}

interface EdgeRef {
  edge?: string;
  fraction?: number;
}

/** Edges and other darts as choices, those of every piece where none is known yet; the place along an edge as a slider that
 * arrow keys move. */
export function PlaceChoice(props: SlotProps) {
  const { composing, pointed, table, onFill, onTake, onTry, slot } = props;
  const field = slot.fields[0]?.name ?? "to";
  const piece = pieceOf(props);
  const edges = (piece ? [piece] : table.pieces).flatMap((p) =>
    edgesOf(p).map((edge) => ({ on: p.name, edge })),
  );
  const darts = (piece?.darts ?? []).filter((d) => d.name !== composing.fields.dart);
  const now = pointed?.[field] as EdgeRef | undefined;
  const share = typeof now?.fraction === "number" ? now.fraction : 0.5;
  return (
    <>
      <Choices legend={`${slot.prompt} Point at an edge or another dart on the table, or choose:`}>
        {edges.map(({ on, edge }, i) => (
          <Pick
            key={`${on} ${edge}`}
            autoFocus={i === 0 && !now}
            on={now?.edge === edge}
            onClick={() => onTry({ ...withPiece(composing.move, on), [field]: { edge, fraction: 0.5 } })}
          >
            {piece ? edge : `${on}: ${edge}`}
          </Pick>
        ))}
        {darts.map((d) => (
          <Button key={d.name} onClick={() => onFill({ [field]: { dart: d.name } })}>
            into the {d.name}
          </Button>
        ))}
      </Choices>
      {now?.edge && (
        <div className="mt-2 flex items-center gap-2">
          <label className="flex flex-1 items-center gap-2">
            <span className="text-quiet">along it</span>
            <input
              type="range"
              min={0}
              max={1}
              step={0.005}
              value={share}
              className="flex-1 accent-chalk"
              onChange={(e) => onTry({ [field]: { ...now, fraction: Number(e.target.value) } })}
            />
          </label>
          <Button onClick={() => onTake(field)}>Take this place</Button>
        </div>
      )}
    </>
  );
}

/** Between which two places of an edge; without them, all along it. */
export function ZoneChoice(props: SlotProps & { words: string[] }) {
  const { composing, onFill, slot, words } = props;
  const piece = pieceOf(props);
  const zone = (composing.fields.zone ?? {}) as { from?: unknown; to?: unknown };
  const said = zone.from === undefined ? "its first place" : "its second place";
  const whole = zone.from !== undefined && zone.to !== undefined;
  const own = composing.fields.from_edge;
  const edges = own === undefined ? edgesOf(piece) : [String(own)];
  return (
    <div className="grid gap-2">
      <Choices legend={slot.prompt}>
        {!whole && <p className="w-full">Click {said} on the edge, or choose it:</p>}
        {edges.map((edge) => (
          <Button
            key={edge}
            onClick={() =>
              onFill({ zone: { from: { edge, fraction: 0.25 }, to: { edge, fraction: 0.75 } } }, {}, true)
            }
          >
            the middle half of the {edge}
          </Button>
        ))}
        <Button onClick={() => onFill({ zone: undefined })}>all along the edge</Button>
      </Choices>
      {whole && (
        <>
          {(["from", "to"] as const).map((end, i) => (
            <div key={end}>
              <span className="text-quiet">
                {end} {words[i] ?? "…"}
              </span>
              <AlongIt
                place={zone[end]}
                label={`Zone, ${end === "from" ? "first" : "second"} place along its edge`}
                onChange={(next) => onFill({ zone: { ...zone, [end]: next } }, {}, true)}
              />
            </div>
          ))}
          <Button onClick={() => onFill({})}>That is all</Button>
        </>
      )}
    </div>
  );
}
