/** What one pencils on strips: their numbers from the centre, and the guide line they are kept on. */
import type { Schemas } from "../../api/client";
import type { View } from "../../table/viewport";
import { sheetAt } from "./handles/sheetAt";

interface Props {
  strips: Schemas["DrawnStrips"];
  pieces: Schemas["DrawnPiece"][];
  view: View;
}

export function Strips({ strips, pieces, view }: Props) {
  const sheet = pieces.find((p) => p.name === strips.piece);
  if (!sheet) return null;
  const upright = sheet.turn ? ` rotate(${-sheet.turn})` : "";
  return (
    <g transform={sheetAt(sheet)} className="pointer-events-none" data-testid="strips">
      {strips.guide && (
        <path
          d={strips.guide}
          data-guide={strips.piece}
          className="fill-none stroke-tape [stroke-dasharray:2_4] [stroke-width:2] [vector-effect:non-scaling-stroke]"
        />
      )}
      {strips.numbers.map((at, i) => (
        <g key={`${at.x} ${at.y}`} transform={`translate(${at.x} ${at.y})${upright}`}>
          <circle r={10 / view.scale} strokeWidth={1 / view.scale} className="fill-paper stroke-quiet" />
          <text
            y={4.5 / view.scale}
            fontSize={13 / view.scale}
            textAnchor="middle"
            className="fill-ink font-serif"
            data-strip={i + 1}
          >
            {i + 1}
          </text>
        </g>
      ))}
    </g>
  );
}
