/** The page of every stage: what is said at the left, what it is said of at the right. */
import type { ReactNode } from "react";
import { Scroller } from "../../ui/controls";
import type { Came } from "./useIncoming";

/** What every stage of a photograph is given. */
export interface StageProps {
  found: Came;
  photo: NonNullable<Came["photograph"]>;
  unit: string;
  head: ReactNode;
  onDone: () => void;
}

export function Desk({
  head,
  label,
  side,
  children,
}: {
  head: ReactNode;
  label: string;
  side: ReactNode;
  children: ReactNode;
}) {
  return (
    <div className="flex h-full min-h-[560px]">
      <section
        aria-label={label}
        className="flex w-[420px] shrink-0 flex-col border-ink border-r bg-wall max-lg:w-[340px]"
      >
        {head}
        <Scroller label={label} className="min-h-0 flex-1 px-4 py-3">
          {side}
        </Scroller>
      </section>
      <main className="relative min-w-0 flex-1">{children}</main>
    </div>
  );
}
