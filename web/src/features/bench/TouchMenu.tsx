/** What can be done with the thing just touched on the table: an edge or a dart. */
import type { EdgeOf } from "./benchState";
import type { Fields, MoveOut } from "./composing";

interface Props {
  touched: EdgeOf & { x: number; y: number };
  moves: MoveOut[];
  onStart: (move: MoveOut, fields: Fields) => void;
  onClose: () => void;
}

/** Verbs that take an edge, with the parameters that this one fills. */
export function offersFor(moves: MoveOut[], { piece, edge }: EdgeOf): { move: MoveOut; fields: Fields }[] {
  return moves.flatMap((move) => {
    const slot = move.slots.find((s) => s.pick === "edge" || s.pick === "edge of a piece");
    const field = slot?.fields[0]?.name;
    if (!slot || !field) return [];
    const fields = slot.pick === "edge" ? { piece, [field]: edge } : { [field]: [piece, edge] };
    return [{ move, fields }];
  });
}

export function TouchMenu({ touched, moves, onStart, onClose }: Props) {
  return (
    <div
      role="menu"
      aria-label={`With the ${touched.edge} of the ${touched.piece}`}
      className="absolute z-10 border border-ink bg-fresh py-1"
      style={{ left: touched.x, top: touched.y }}
      onPointerLeave={onClose}
    >
      <p className="px-3 text-quiet text-sm">
        {touched.piece}: {touched.edge}
      </p>
      {offersFor(moves, touched).map(({ move, fields }) => (
        <button
          key={move.move}
          type="button"
          role="menuitem"
          className="block w-full px-3 py-1 text-left hover:bg-chalk-pale"
          onClick={() => onStart(move, fields)}
        >
          {move.title}
        </button>
      ))}
    </div>
  );
}
