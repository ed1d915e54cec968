/**
 * What the pointer is on stays there when the part of the list above it grows or shrinks.
 * An answer may come between the press and the release of a button: the click would be lost, or land on a neighbour.
 */
import { type RefObject, useEffect, useLayoutEffect, useRef } from "react";

/** Watches the height of `above` and scrolls its list by as much, while the pointer is further down in that list. */
export function useHeldUnderHand(above: RefObject<HTMLElement | null>) {
  const height = useRef<number | null>(null);
  const settle = useRef(() => {
    const part = above.current;
    const list = part?.parentElement;
    if (!part || !list) return;
    const now = part.getBoundingClientRect().height;
    const grown = height.current === null ? 0 : now - height.current;
    height.current = now;
    if (grown && list.matches(":hover") && !part.matches(":hover")) list.scrollTop += grown;
  });
  // In the same breath as what is new in it: a release of the button finds everything in its place.
  useLayoutEffect(() => settle.current());
  useEffect(() => {
    if (!above.current) return;
    // What grows by itself, as a form that is opened in it.
    const watch = new ResizeObserver(settle.current);
    watch.observe(above.current);
    return () => watch.disconnect();
  }, [above]);
}
