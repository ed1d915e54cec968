/** A loupe: the picture under the hand, several times as large, in the corner that the hand is not in. */

export interface Spot {
  /** Shares of the picture's width and height. */
  x: number;
  y: number;
}

const SIZE = 168;

export function Loupe({ src, spot, ratio, wide }: { src: string; spot: Spot; ratio: number; wide: number }) {
  // A dot of the picture is two of the loupe, at least; small pictures are shown larger still.
  const across = Math.max(wide * 1.4, 1800);
  const down = across / ratio;
  const side = spot.x > 0.5 ? { left: 8 } : { right: 8 };
  return (
    <div
      aria-hidden="true"
      className="pointer-events-none absolute top-2 z-10 overflow-hidden rounded-full border-2 border-ink bg-fresh"
      style={{
        ...side,
        width: SIZE,
        height: SIZE,
        backgroundImage: `url(${src})`,
        backgroundRepeat: "no-repeat",
        backgroundSize: `${across}px ${down}px`,
        backgroundPosition: `${SIZE / 2 - spot.x * across}px ${SIZE / 2 - spot.y * down}px`,
      }}
    >
      <svg
        aria-hidden="true"
        viewBox="-50 -50 100 100"
        className="size-full fill-none stroke-madder"
        strokeWidth={0.8}
      >
        <path d="M -50 0 H -4 M 4 0 H 50 M 0 -50 V -4 M 0 4 V 50" />
      </svg>
    </div>
  );
}
