/** The bench by keyboard. Typing in a field is left alone, except Enter and Escape. */
import { useEffect, useRef } from "react";

interface Keys {
  onMove: (key: string) => boolean;
  onEnter: () => void;
  onEscape: () => void;
  onUndo: () => void;
  onRedo: () => void;
  onHelp: () => void;
}

export function useBenchKeys(keys: Keys) {
  const latest = useRef(keys);
  latest.current = keys;
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      const target = e.target as HTMLElement;
      if (target.closest("[role=dialog]")) return;
      const typing = target.matches("input, select, textarea");
      const k = latest.current;
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === "z" && !typing) {
        e.preventDefault();
        if (e.shiftKey) k.onRedo();
        else k.onUndo();
      } else if (e.ctrlKey || e.metaKey || e.altKey) {
        return;
      } else if (e.key === "Escape") k.onEscape();
      else if (e.key === "Enter" && (typing || !target.matches("button, a, [role=button]"))) k.onEnter();
      else if (e.key === "?" && !typing) k.onHelp();
      else if (!typing && e.key.length === 1 && k.onMove(e.key)) e.preventDefault();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);
}
