/** Places given without a pointer: an edge, a mark or a dart is chosen, and arrow keys move along an edge. The server says where that is. */

import type { Schemas } from "../../../api/client";
import { Button } from "../../../ui/controls";
import type { Fields } from "../composing";
import { Choices, edgesOf, LeaveOut } from "./parts";

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

/** The places given so far, in order, in the server's words; each can be moved along its edge or left out. */
export function PlaceList({
  places,
  words,
  label,
  onPut,
}: {
  places: unknown[];
  words: string[];
  label: string;
  onPut: (places: unknown[]) => void;
}) {
  return (
    <ol className="grid gap-1" aria-label={label}>
      {places.map((place, i) => (
        <li key={i} className="flex items-baseline gap-2">
          <span className="w-4 text-right font-serif text-chalk">{i + 1}</span>
          <span className="min-w-0 flex-1">
            {words[i] ?? "…"}
            <AlongIt
              place={place}
              label={`Place ${i + 1} along its edge`}
              onChange={(next) => onPut(places.with(i, next))}
            />
          </span>
          <LeaveOut what={`place ${i + 1}`} onClick={() => onPut(places.toSpliced(i, 1))} />
        </li>
      ))}
    </ol>
  );
}
