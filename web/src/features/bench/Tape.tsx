/** The tape on the table: from place to place, with what it shows. */
import type { View } from "../../table/viewport";
import type { useTape } from "./useTape";

export function Tape({ tape, view }: { tape: ReturnType<typeof useTape>; view: View }) {
  const { measured, first } = tape;
  return (
    <g className="pointer-events-none fill-chalk stroke-chalk">
      {first && <circle cx={first.at.x} cy={first.at.y} r={5 / view.scale} className="stroke-none" />}
      {measured && (
        <>
          <line
            x1={measured.a.x}
            y1={measured.a.y}
            x2={measured.b.x}
            y2={measured.b.y}
            className="[stroke-width:2] [vector-effect:non-scaling-stroke]"
          />
          {[measured.a, measured.b].map((z, i) => (
            <circle key={i} cx={z.x} cy={z.y} r={4 / view.scale} className="stroke-none" />
          ))}
        </>
      )}
    </g>
  );
}

/** The same in words, below the table. */
export function TapeWords({ tape }: { tape: ReturnType<typeof useTape> }) {
  return (
    <p role="status" className="absolute bottom-3 left-10 max-w-[70%] border border-ink bg-fresh px-3 py-1.5">
      {tape.failed ||
        (tape.measured ? (
          <>
            <span className="text-quiet">{tape.measured.words}: </span>
            straight {tape.measured.straight}
            {tape.measured.along && `, along the edge ${tape.measured.along}`}
          </>
        ) : tape.first ? (
          "Now tap the second place on the same piece."
        ) : (
          "Tape: tap two places on one piece."
        ))}
    </p>
  );
}
