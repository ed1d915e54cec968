/** What the line or the ground looks like on the table. */
export function Sample({ kind }: { kind: "paper" | "chalk" }) {
  return (
    <svg
      viewBox="0 0 34 18"
      className="h-[18px] w-[34px] shrink-0"
      role="img"
      aria-label={kind === "paper" ? "drawn as paper" : "drawn in chalk"}
    >
      {kind === "paper" ? (
        <path d="M 2 3 H 32 V 15 H 2 Z" className="fill-paper stroke-ink" strokeWidth={1.7} />
      ) : (
        <path d="M 2 14 C 12 14 18 4 32 4" className="fill-none stroke-chalk" strokeWidth={2.6} />
      )}
    </svg>
  );
}
