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
