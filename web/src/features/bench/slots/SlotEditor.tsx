/** What can be typed or chosen for the open slot, beside picking it on the table: an editor for each kind of pick. */
import type { ComponentType } from "react";
import type { Slot } from "../composing";
import { Fullness, HowMuch, Names, OneOf, Slashes } from "./amounts";
import { LineEntry } from "./LineEntry";
import { Choices, LengthEntry, NumberEntry, Pick, type SlotProps } from "./parts";
import { DartChoice, EdgeChoice, EdgeOfPiece, PieceChoice, PlaceChoice, ZoneChoice } from "./picks";
import { DartChoices, Lengths, LevelChoice, PieceChoices, SeamOrPlace, Shares, TakenIn } from "./several";
import { EdgesOfPieces, Gape, Places, SeamChoice, SeamsOrEdges, ShapeOrLine, Shift } from "./shaping";

type Props = SlotProps & { words: string[] };

const EDITORS: Record<Slot["pick"], ComponentType<Props>> = {
  piece: PieceChoice,
  pieces: PieceChoices,
  darts: DartChoices,
  shares: Shares,
  taken: TakenIn,
  level: LevelChoice,
  lengths: Lengths,
  width: Fullness,
  "seam or place": SeamOrPlace,
  seam: SeamChoice,
  "seams or edges": SeamsOrEdges,
  "edges of pieces": EdgesOfPieces,
  shift: Shift,
  places: Places,
  "shape or line": ShapeOrLine,
  gape: Gape,
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
  const { slot, composing, onFill } = props;
  const [own, rule] = slot.fields;
  const field = own?.name ?? "";
  return (
    <div className="grid gap-2">
      <LengthEntry
        {...props}
        field={field}
        label={slot.prompt}
        onFill={(f, t, stay) => onFill(rule ? { ...f, [rule.name]: undefined } : f, t, stay)}
      />
      {rule && slot.choices.length > 0 && (
        <Choices legend="or">
          {slot.choices.map((c) => (
            <Pick
              key={c.value}
              on={composing.fields[rule.name] === c.value}
              onClick={() => onFill({ [rule.name]: c.value, [field]: undefined }, { [field]: "" })}
            >
              {c.words}
            </Pick>
          ))}
        </Choices>
      )}
    </div>
  );
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
