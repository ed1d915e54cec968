/** A chart as it is being typed, kept in this browser until it is kept in the workroom. */
import { useState } from "react";

export interface ChartDraft {
  texts: Record<string, string>;
  estimated: string[];
}

export function useChartDraft(key: string, start: ChartDraft) {
  const [value, setValue] = useState<ChartDraft>(() => kept(key) ?? start);
  const set = (next: ChartDraft) => {
    setValue(next);
    localStorage.setItem(key, JSON.stringify(next));
  };
  const changed = JSON.stringify(value) !== JSON.stringify(start);
  return { value, set, changed, forget: () => localStorage.removeItem(key) };
}

/** What was left here, if it is a chart. */
export function kept(key: string): ChartDraft | null {
  try {
    const found = JSON.parse(localStorage.getItem(key) ?? "null") as Partial<ChartDraft> | null;
    return found?.texts ? { texts: found.texts, estimated: found.estimated ?? [] } : null;
  } catch {
    return null;
  }
}
