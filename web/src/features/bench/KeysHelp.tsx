/** All keys of the bench. */
import { Leaf } from "../../ui/Leaf";
import type { MoveOut } from "./composing";

const KEYS = [
  ["Enter", "put the sentence in"],
  ["Esc", "one slot back, then leave it"],
  ["Ctrl Z", "undo; with Shift, redo"],
  ["Tab", "from choice to choice; Space takes it"],
  ["← →", "move a place along its edge"],
  ["?", "this page"],
] as const;

export function KeysHelp({ open, onClose, moves }: { open: boolean; onClose: () => void; moves: MoveOut[] }) {
  return (
    <Leaf
      open={open}
      onOpen={(o) => !o && onClose()}
      title="Keys of the bench"
      about="Every step can be made without a mouse."
      wide={460}
      back="Close"
    >
      <dl className="my-4 grid grid-cols-[90px_1fr] gap-y-1.5">
        {moves.map((m) => (
          <Row
            key={m.move}
            k={`${m.group[0]?.toLowerCase()} ${m.key}`}
            what={`${m.group.toLowerCase()}: ${m.title.toLowerCase()}`}
          />
        ))}
        {KEYS.map(([k, what]) => (
          <Row key={k} k={k} what={what} />
        ))}
      </dl>
    </Leaf>
  );
}

function Row({ k, what }: { k: string; what: string }) {
  return (
    <>
      <dt>
        <kbd className="rounded-[3px] border border-rule-strong bg-fresh px-1.5 py-0.5">{k}</kbd>
      </dt>
      <dd>{what}</dd>
    </>
  );
}
