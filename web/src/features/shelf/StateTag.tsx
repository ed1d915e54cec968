/** drafted → toile → fitted → retired: an outline that fills up, so that it reads without colour. */
export function StateTag({ state }: { state: string }) {
  const look: Record<string, string> = {
    drafted: "border-quiet border-dashed text-quiet",
    toile: "border-ink text-ink",
    fitted: "border-moss bg-moss text-fresh",
    retired: "border-line text-quiet line-through",
  };
  return <span className={`rounded-[3px] border px-1.5 ${look[state] ?? ""}`}>{state}</span>;
}
