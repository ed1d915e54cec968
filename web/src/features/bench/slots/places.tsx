/** Places given without a pointer: an edge, a mark or a dart is chosen, and arrow keys move along an edge. The server says where that is. */

import type { Schemas } from "../../../api/client";
import { Button } from "../../../ui/controls";
import type { Fields } from "../composing";
import { Choices, edgesOf } from "./parts";

/** One more place, by what it lies on. */
export function PlaceChips({
  piece,
  legend,
  onAdd,
}: {
  piece: Schemas["DrawnPiece"];
  legend: string;
  onAdd: (place: Fields) => void;
}) {
  return (
    <Choices legend={legend}>
      {edgesOf(piece).map((edge) => (
        <Button key={edge} onClick={() => onAdd({ edge, fraction: 0.5 })}>
          {edge}
        </Button>
      ))}
      {piece.darts.map((d) => (
        <Button key={d.name} onClick={() => onAdd({ dart: d.name })}>
          point of the {d.name}
        </Button>
      ))}
      {piece.marks.map((m) => (
        <Button key={m.name} onClick={() => onAdd({ mark: m.name })}>
          {m.name}
        </Button>
      ))}
    </Choices>
  );
}

/** Moves a place along its edge; nothing for one that is named by a mark or a dart. */
export function AlongIt({
  place,
  label,
  onChange,
}: {
  place: unknown;
  label: string;
  onChange: (place: Fields) => void;
}) {
  const known = (place ?? {}) as Fields;
  if (typeof known.fraction !== "number") return null;
  return (
    <input
      type="range"
      aria-label={label}
      min={0}
      max={1}
      step={0.005}
      value={known.fraction}
      className="w-full accent-chalk"
      onChange={(e) => onChange({ ...known, fraction: Number(e.target.value) })}
    />
  );
}
