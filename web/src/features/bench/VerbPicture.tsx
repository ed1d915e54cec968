/** Before and after of a verb, in small: drawn from what the application itself makes of a plain half block. */
import type { Schemas } from "../../api/client";

export function VerbPicture({ picture }: { picture: Schemas["BeforeAfter"] }) {
  return (
    <span className="flex shrink-0 items-center gap-1" aria-hidden="true">
      <Small picture={picture.before} />
      <span className="text-quiet">›</span>
      <Small picture={picture.after} />
    </span>
  );
}

function Small({ picture: p }: { picture: Schemas["VerbPicture"] }) {
  const pad = 1.5;
  return (
    <svg
      viewBox={`${p.left - pad} ${p.top - pad} ${p.right - p.left + 2 * pad} ${p.bottom - p.top + 2 * pad}`}
      className="h-[52px] w-[46px] fill-none stroke-ink"
      role="presentation"
    >
      {p.paper.map((d) => (
        <path key={d} d={d} className="fill-paper [stroke-width:1.2] [vector-effect:non-scaling-stroke]" />
      ))}
      {p.new.map((d) => (
        <path
          key={d}
          d={d}
          className="fill-chalk-pale [stroke-width:0.6] [vector-effect:non-scaling-stroke]"
        />
      ))}
      {p.lines.map((d) => (
        <path
          key={d}
          d={d}
          className="stroke-chalk [stroke-dasharray:3_2] [stroke-width:1.4] [vector-effect:non-scaling-stroke]"
        />
      ))}
    </svg>
  );
}
