/** Over the sheets: what can be picked for the open slot, and the handle that the step in the making has. */
import type { PointerEvent } from "react";
import type { Schemas } from "../../api/client";
import type { TablePoint } from "../../table/Table";
import type { View } from "../../table/viewport";
import { type BenchState, type EdgeOf, gripped, type Held, ONE_PLACE } from "./benchState";
import {
  ACROSS,
  type Fields,
  graspable,
  type MoveOut,
  openSlot,
  takesLenses,
  withEdge,
  withPiece,
} from "./composing";
import { DragCatcher } from "./DragCatcher";
import { LineHandle } from "./handles/line";
import { MouthHandles } from "./handles/mouth";
import { NumberHolds } from "./handles/numbers";
import { StripHandle } from "./handles/strip";
import { SheetGrips } from "./LaySheets";
import { ChosenEdges, DartTargets, EdgePicks, EdgeTargets, ShownEdges } from "./Overlay";
import { Strips } from "./Strips";
import { toggled } from "./slots/several";
import { Tape } from "./Tape";
import type { useLaying } from "./useLaying";
import type { Preview } from "./usePreview";
import type { useTape } from "./useTape";

type Piece = Schemas["DrawnPiece"];
type Grip = PointerEvent<SVGGElement>;

interface Props {
  view: View;
  pieces: Piece[];
  state: BenchState;
  moves: MoveOut[];
  preview: Preview | null;
  ghostPieces: Piece[];
  /** Strips of the step in hand, when no ghost bears them. */
  strips: Schemas["DrawnStrips"] | null;
  tape: ReturnType<typeof useTape>;
  laying: ReturnType<typeof useLaying>;
  onFill: (fields: Fields, stay?: boolean) => void;
  onMouth: (move: MoveOut, piece: string, dart: string, e: Grip) => void;
  onPlace: (index: number, e: Grip) => void;
  onStrip: (e: Grip, from: number, at: number) => void;
  onNumber: (held: Held, e: Grip) => void;
  onDrag: (at: TablePoint) => void;
  onDrop: () => void;
}

export function TableOverlay(props: Props) {
  const { view, pieces, state, moves, preview, ghostPieces, tape, laying } = props;
  const { composing, drag, shown } = state;
  const slot = openSlot(composing);
  const own = pieces.filter((p) => p.name === composing?.fields.piece);
  const lit = own.length > 0 ? own : pieces;
  const field = slot?.fields[0]?.name ?? "";
  const mouth = moves.find((m) => m.handle === "mouth");
  const sheet = ghostPieces.length > 0 ? own[0] : undefined;
  return (
    <>
      {shown.length > 0 && <ShownEdges pieces={pieces} edges={shown} />}
      {composing && <ChosenEdges pieces={pieces} edges={chosenEdges(composing.fields)} view={view} />}
      {slot &&
        (ONE_PLACE.has(slot.pick) || ["line", "places", "shares"].includes(slot.pick)) &&
        lit.map((p) => <EdgeTargets key={p.name} piece={p} />)}
      {slot?.pick === "slashes" &&
        own.map((p) => (
          <EdgeTargets
            key={p.name}
            piece={p}
            only={[composing?.fields.from_edge, composing?.fields.to_edge]}
          />
        ))}
      {slot?.pick === "dart" && (
        <DartTargets
          pieces={lit}
          onPick={(piece, dart) => props.onFill({ piece, [field]: dart, [ACROSS]: undefined })}
          onLens={
            composing && takesLenses(composing.move)
              ? (piece, dart) => props.onFill({ piece, [field]: dart, [ACROSS]: true })
              : undefined
          }
        />
      )}
      {slot?.pick === "darts" && (
        <DartTargets
          pieces={lit}
          onPick={(piece, dart) =>
            props.onFill({ piece, [field]: toggled(listed(composing?.fields[field]), dart) }, true)
          }
        />
      )}
      {slot?.pick === "edge" && (
        <EdgePicks
          pieces={lit}
          onPick={(piece, edge) =>
            props.onFill({ ...(composing ? withPiece(composing.move, piece) : { piece }), [field]: edge })
          }
        />
      )}
      {slot?.pick === "edge of a piece" && (
        <EdgePicks pieces={pieces} onPick={(piece, edge) => props.onFill({ [field]: [piece, edge] })} />
      )}
      {slot?.pick === "edges of pieces" && (
        <EdgePicks
          pieces={pieces}
          onPick={(piece, edge) => {
            const next = withEdge(composing?.fields[field], piece, edge);
            props.onFill({ [field]: next.length > 0 ? next : undefined }, true);
          }}
        />
      )}
      {composing && preview?.sketch && (
        <LineHandle
          sketch={preview.sketch}
          view={view}
          taken={gripped(composing.fields)?.taken ?? 0}
          onTake={props.onPlace}
        />
      )}
      {composing?.move.handle === "strip" && sheet && (
        <StripHandle
          piece={sheet}
          view={view}
          onTake={(e) =>
            props.onStrip(e, Number(composing.fields.opening ?? 0) || openingOf(preview), atOf(e, view))
          }
        />
      )}
      {composing && preview && !preview.refused && !drag && (
        <NumberHolds
          grips={preview.grips}
          fields={graspable(composing)}
          view={view}
          onTake={props.onNumber}
        />
      )}
      {props.strips && <Strips strips={props.strips} pieces={pieces} view={view} />}
      {tape.on && <Tape tape={tape} view={view} />}
      {laying.on && <SheetGrips pieces={pieces} laying={laying} view={view} />}
      {!composing && !tape.on && !laying.on && state.chosen === null && mouth && (
        <MouthHandles
          pieces={pieces}
          view={view}
          onTake={(piece, dart, e) => props.onMouth(mouth, piece, dart, e)}
        />
      )}
      {drag && <DragCatcher view={view} pointer={drag.pointer} onMove={props.onDrag} onDone={props.onDrop} />}
    </>
  );
}

function listed(value: unknown): string[] {
  return Array.isArray(value) ? value.map(String) : [];
}

function openingOf(preview: Preview | null): number {
  return Number((preview?.step as Fields | null)?.opening ?? 0);
}

/** Where on the table the hand took hold, cm across. */
function atOf(e: Grip, view: View): number {
  const left = e.currentTarget.ownerSVGElement?.getBoundingClientRect().left ?? 0;
  return view.x + (e.clientX - left) / view.scale;
}

/** Edges that the sentence has by now, in the order of its slots. */
function chosenEdges(fields: Fields): EdgeOf[] {
  const piece = String(fields.piece ?? "");
  const own = [fields.from_edge, fields.to_edge, fields.edge].filter((e) => e !== undefined);
  const pairs = [fields.a, fields.b].filter(Array.isArray);
  return [
    ...own.map((edge) => ({ piece, edge: String(edge) })),
    ...pairs.map((x) => ({ piece: String(x[0]), edge: String(x[1]) })),
  ];
}
