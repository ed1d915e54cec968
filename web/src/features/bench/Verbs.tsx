/** What can be done next, in the groups in which the hand would do it. */
import { Button } from "../../ui/controls";
import type { MoveOut } from "./composing";

export function Verbs({
  moves,
  onStart,
  empty,
}: {
  moves: MoveOut[];
  onStart: (m: MoveOut) => void;
  empty: boolean;
}) {
  const groups = [...new Set(moves.map((m) => m.group))];
  return (
    <div className="border-rule-strong border-t border-dashed pt-3">
      <p className="mb-2 text-quiet">
        {empty
          ? "The block lies on the table, untouched. Drag a dart by its mouth, or choose what to do:"
          : "Next: drag a dart by its mouth, or choose:"}
      </p>
      {groups.map((g) => (
        <div key={g} className="mb-2">
          <h2 className="font-serif text-quiet">{g}</h2>
          <div className="mt-1 flex flex-wrap gap-1.5">
            {moves
              .filter((m) => m.group === g)
              .map((m) => (
                <Button key={m.move} onClick={() => onStart(m)}>
                  {m.title} <kbd className="text-quiet">{m.key}</kbd>
                </Button>
              ))}
          </div>
        </div>
      ))}
    </div>
  );
}
