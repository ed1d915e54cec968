/**
 * What the pointer is on stays there when the part of the list above it grows or shrinks.
 * An answer may come between the press and the release of a button: the click would be lost, or land on a neighbour.
 */
import { type RefObject, useEffect } from "react";

/** Watches the height of `above` and scrolls its list by as much, while the pointer is further down in that list. */
export function useHeldUnderHand(above: RefObject<HTMLElement | null>) {
  useEffect(() => {
    const part = above.current;
    const list = part?.parentElement;
    if (!part || !list) return;
    let height = part.getBoundingClientRect().height;
    const watch = new ResizeObserver(() => {
      const grown = part.getBoundingClientRect().height - height;
      height += grown;
      if (list.matches(":hover") && !part.matches(":hover")) list.scrollTop += grown;
    });
    watch.observe(part);
    return () => watch.disconnect();
  }, [above]);
}
