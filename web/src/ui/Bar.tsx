/** How far something is that takes its time. */
export function Bar({ done, of, label }: { done: number; of: number; label: string }) {
  return (
    <progress
      value={done}
      max={Math.max(of, 1e-9)}
      aria-label={label}
      className="h-2.5 w-full overflow-hidden rounded-none border border-ink bg-fresh [&::-webkit-progress-bar]:bg-fresh [&::-webkit-progress-value]:bg-madder"
    />
  );
}

/** Something is being done, and nobody can say how far it is: basting stitches that run along. */
export const Basting = ({ label }: { label: string }) => (
  <span role="progressbar" aria-label={label} className="basting mt-1.5 block h-[3px] w-[260px]" />
);
