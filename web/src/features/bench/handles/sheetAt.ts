/** Where a sheet lies, as a transform: its own coordinates on the table. */
import type { Schemas } from "../../../api/client";

export const sheetAt = (p: Pick<Schemas["DrawnPiece"], "at" | "turn">) =>
  `translate(${p.at.x} ${p.at.y})${p.turn ? ` rotate(${p.turn})` : ""}`;
