/** A chart as it is being typed, kept in this browser until it is kept in the workroom. */
import { useState } from "react";

export interface ChartDraft {
  texts: Record<string, string>;
  estimated: string[];
}

export function useChartDraft(key: string, start: ChartDraft) {
  const [typed, setTyped] = useState<ChartDraft | null>(() => kept(key));
  const value = typed ?? start;
  const set = (next: ChartDraft) => {
    setTyped(next);
    localStorage.setItem(key, JSON.stringify(next));
  };
  const forget = () => {
    setTyped(null);
    localStorage.removeItem(key);
  };
  const changed = JSON.stringify(value) !== JSON.stringify(start);
  return { value, set, changed, forget };
}

/** Where a chart that is being typed is kept in this browser. */
export const draftKey = (person: number, chart: number | undefined) =>
  `steady-shear:chart:${person}:${chart ?? "new"}`;

/** What was left here, if it is a chart. */
export function kept(key: string): ChartDraft | null {
  try {
    const found = JSON.parse(localStorage.getItem(key) ?? "null") as Partial<ChartDraft> | null;
    return found?.texts ? { texts: found.texts, estimated: found.estimated ?? [] } : null;
  } catch {
    return null;
  }
}
