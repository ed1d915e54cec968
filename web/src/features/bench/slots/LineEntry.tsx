/** A line drawn on the paper place by place, or one drawn before, by its name. */
import { Button } from "../../../ui/controls";
import { type Fields, placesOf } from "../composing";
import { Choices, Pick, pieceOf, type SlotProps } from "./parts";
import { PlaceChips, PlaceList } from "./places";

const SHAPES = [
  ["straight", "straight"],
  ["curve", "one curve"],
  ["s", "an S"],
] as const;

interface Shaped {
  through: unknown[];
  shape?: string;
  square_start?: boolean;
  square_end?: boolean;
}

export function LineEntry(props: SlotProps & { words: string[] }) {
  const { composing, slot, onFill, words } = props;
  const field = slot.fields[0]?.name ?? "line";
  const line = composing.fields[field];
  const places = placesOf(line);
  const shaped: Shaped =
    line && typeof line === "object" && !Array.isArray(line) ? (line as Shaped) : { through: places };
  const piece = pieceOf(props);
  const drawn = [...new Set(piece?.lines.map((x) => x.name) ?? [])];
  const put = (change: Fields) => onFill({ [field]: { ...shaped, ...change } }, undefined, true);
  return (
    <div className="grid gap-2">
      <p className="text-quiet">
        {places.length === 0
          ? `${slot.prompt} Click place by place on a sheet: an edge, a mark, a dart's point.`
          : "Click the next place; drag one to move it. Esc takes the last one back."}
      </p>
      {places.length > 0 && (
        <PlaceList
          places={places}
          words={words}
          label="Places of the line"
          onPut={(through) => put({ through })}
        />
      )}
      {piece && (
        <PlaceChips
          piece={piece}
          legend={places.length === 0 ? "Or begin at:" : "Or lead it on to:"}
          onAdd={(next) => put({ through: [...places, next] })}
        />
      )}
      {!piece && (
        <Choices legend="Or begin on a sheet:">
          {props.table.pieces.map((p) => (
            <Button key={p.name} onClick={() => onFill({ piece: p.name }, undefined, true)}>
              {p.name}
            </Button>
          ))}
        </Choices>
      )}
      {places.length > 1 && (
        <>
          <div role="group" aria-label="Shape of the line" className="flex flex-wrap gap-1.5">
            {SHAPES.map(([shape, name]) => (
              <Pick key={shape} on={(shaped.shape ?? "straight") === shape} onClick={() => put({ shape })}>
                {name}
              </Pick>
            ))}
          </div>
          <div className="flex flex-wrap gap-x-4 gap-y-1">
            {(
              [
                ["square_start", "square at its start"],
                ["square_end", "square at its end"],
              ] as const
            ).map(([key, name]) => (
              <label key={key} className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  className="size-4 accent-chalk"
                  checked={shaped[key] ?? false}
                  onChange={(e) => put({ [key]: e.target.checked })}
                />
                {name}
              </label>
            ))}
          </div>
        </>
      )}
      {drawn.length > 0 && places.length === 0 && composing.move.move !== "draw_line" && (
        <Choices legend="Or follow a line drawn before:">
          {drawn.map((name) => (
            <Button key={name} onClick={() => onFill({ [field]: name })}>
              {name}
            </Button>
          ))}
        </Choices>
      )}
    </div>
  );
}
