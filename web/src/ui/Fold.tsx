/** A button that folds out a small sheet beneath it; Esc or a click elsewhere folds it away. */
import { Popover } from "radix-ui";
import type { ReactNode } from "react";

export function Fold({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Popover.Root>
      <Popover.Trigger className="min-h-9 rounded-[3px] border border-rule-strong bg-fresh px-3 py-1 font-medium hover:border-ink data-[state=open]:border-ink">
        {label}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          collisionPadding={12}
          className="z-20 max-h-[70vh] max-w-[92vw] overflow-auto border border-ink bg-wall p-4 shadow-[3px_4px_0_rgb(34_48_60/0.15)]"
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
