/** What can be typed or chosen for the open slot, beside picking it on the table: an editor for each kind of pick. */
import type { ComponentType } from "react";
import type { Slot } from "../composing";
import { Fullness, HowMuch, Names, OneOf, Slashes } from "./amounts";
import { LineEntry } from "./LineEntry";
import { LengthEntry, NumberEntry, type SlotProps } from "./parts";
import { DartChoice, EdgeChoice, EdgeOfPiece, PieceChoice, PlaceChoice, ZoneChoice } from "./picks";

type Props = SlotProps & { words: string[] };

const EDITORS: Record<Slot["pick"], ComponentType<Props>> = {
  piece: PieceChoice,
  edge: EdgeChoice,
  "edge of a piece": EdgeOfPiece,
  dart: DartChoice,
  place: PlaceChoice,
  zone: ZoneChoice,
  line: LineEntry,
  slashes: Slashes,
  length: Length,
  "how much": HowMuch,
  fullness: Fullness,
  count: Count,
  choice: OneOf,
  name: Names,
  names: Names,
};

export function SlotEditor(props: Props) {
  const Editor = EDITORS[props.slot.pick];
  return <Editor key={props.slot.name} {...props} />;
}

function Length(props: Props) {
  const { slot } = props;
  return <LengthEntry {...props} field={slot.fields[0]?.name ?? ""} label={slot.prompt} />;
}

function Count({ slot, composing, onFill }: Props) {
  const field = slot.fields[0];
  if (!field) return null;
  return (
    <NumberEntry
      value={composing.fields[field.name] as number | undefined}
      label={slot.prompt}
      low={field.low ?? 1}
      high={field.high ?? 99}
      step={1}
      onChange={(v) => onFill({ [field.name]: v }, {}, true)}
    />
  );
}
