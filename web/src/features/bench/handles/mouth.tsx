/** Handles on the mouths of all darts: take one and drag it along the outline. */
import type { PointerEvent } from "react";
import type { Schemas } from "../../../api/client";
import type { View } from "../../../table/viewport";
import { sheetAt } from "./sheetAt";

interface Props {
  pieces: Schemas["DrawnPiece"][];
  view: View;
  onTake: (piece: string, dart: string, e: PointerEvent<SVGGElement>) => void;
}

export function MouthHandles({ pieces, view, onTake }: Props) {
  return (
    <g>
      {pieces.map((p) => (
        <g key={p.name} transform={sheetAt(p)}>
          {p.darts.map((d) => (
            <g
              key={d.name}
              data-mouth={`${p.name} ${d.name}`}
              data-measure={`${d.name}: drag it to its new place`}
              className="group cursor-grab"
              onPointerDown={(e) => {
                e.stopPropagation();
                e.preventDefault();
                onTake(p.name, d.name, e);
              }}
            >
              <circle cx={d.middle.x} cy={d.middle.y} r={22 / view.scale} className="fill-transparent" />
              <circle
                cx={d.middle.x}
                cy={d.middle.y}
                r={9 / view.scale}
                strokeWidth={2 / view.scale}
                className="fill-fresh stroke-chalk group-hover:fill-chalk-pale"
              />
            </g>
          ))}
        </g>
      ))}
    </g>
  );
}
