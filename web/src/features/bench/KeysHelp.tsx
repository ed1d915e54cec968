/** All keys of the bench. */
import { Dialog } from "radix-ui";
import { Button } from "../../ui/controls";
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
    <Dialog.Root open={open} onOpenChange={(o) => !o && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-ink/40" />
        <Dialog.Content className="fixed top-1/2 left-1/2 max-h-[92vh] w-[460px] max-w-[92vw] overflow-auto -translate-x-1/2 -translate-y-1/2 border border-ink bg-paper p-6">
          <Dialog.Title className="font-serif text-xl">Keys of the bench</Dialog.Title>
          <Dialog.Description className="text-quiet">
            Every step can be made without a mouse.
          </Dialog.Description>
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
          <Dialog.Close asChild>
            <Button weight="strong">Close</Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
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
