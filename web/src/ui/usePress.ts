/**
 * A button keeps the pointer that pressed it: an answer may come between press and release and move it away from under the hand.
 * Slid off and let go elsewhere, it was not meant.
 */
import { type ButtonHTMLAttributes, type MouseEvent, type PointerEvent, useRef } from "react";

/** px that a hand may slide while it presses. */
const SLIPPED = 40;

type Pressed = ButtonHTMLAttributes<HTMLButtonElement>;

export function usePress({ onPointerDown, onClick }: Pressed): Pick<Pressed, "onPointerDown" | "onClick"> {
  const from = useRef<{ x: number; y: number } | null>(null);
  return {
    onPointerDown: (e: PointerEvent<HTMLButtonElement>) => {
      from.current = { x: e.clientX, y: e.clientY };
      e.currentTarget.setPointerCapture?.(e.pointerId);
      onPointerDown?.(e);
    },
    onClick: (e: MouseEvent<HTMLButtonElement>) => {
      const at = from.current;
      from.current = null;
      // By the keyboard nothing was slid.
      if (at && e.detail > 0 && Math.hypot(e.clientX - at.x, e.clientY - at.y) > SLIPPED)
        return e.preventDefault();
      onClick?.(e);
    },
  };
}
