/** A leaf of paper laid over the page until it is put away: its title, a line about it, what stands on it. Esc or the button below puts it away. */
import { Dialog } from "radix-ui";
import type { ReactNode } from "react";
import { Button } from "./controls";

interface Props {
  open: boolean;
  onOpen: (open: boolean) => void;
  title: string;
  about: string;
  /** What opens it, where a word on the page does; `button`: among buttons. */
  word?: string;
  button?: boolean;
  wide: number;
  /** What the button says that puts it away. */
  back: string;
  children: ReactNode;
}

export function Leaf({ open, onOpen, title, about, word, button, wide, back, children }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpen}>
      {word && (
        <Dialog.Trigger asChild>
          {button ? (
            <Button>{word}</Button>
          ) : (
            <button type="button" className="text-chalk underline underline-offset-2">
              {word}
            </button>
          )}
        </Dialog.Trigger>
      )}
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-ink/40" />
        <Dialog.Content
          style={{ width: wide }}
          className="fixed top-1/2 left-1/2 z-20 max-h-[92vh] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 overflow-auto border border-ink bg-paper p-6"
        >
          <Dialog.Title className="font-serif text-xl [overflow-wrap:anywhere]">{title}</Dialog.Title>
          <Dialog.Description className="text-quiet">{about}</Dialog.Description>
          {children}
          <Dialog.Close asChild>
            <Button weight="strong" className="mt-4">
              {back}
            </Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
