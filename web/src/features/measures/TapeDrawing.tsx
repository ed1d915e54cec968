/** Where the tape goes for one measure, on our own figure. What lies behind the body is dotted. */
import type { Schemas } from "../../api/client";

interface Props {
  tape: Schemas["TapeOut"];
  figure: Schemas["FigureOut"] | undefined;
  title: string;
  className?: string;
}

export function TapeDrawing({ tape, figure, title, className = "" }: Props) {
  const [left = 0, top = 0, right = 1, bottom = 1] = tape.box;
  return (
    <svg
      viewBox={`${left} ${top} ${right - left} ${bottom - top}`}
      role="img"
      aria-label={`${title}: where the tape goes`}
      className={`fill-none *:[vector-effect:non-scaling-stroke] [stroke-linecap:round] ${className}`}
    >
      {figure?.body.map((d) => (
        <path key={d} d={d} className="stroke-quiet" strokeWidth={1.3} />
      ))}
      {figure?.inner.map((d) => (
        <path key={d} d={d} className="stroke-rule-strong" strokeWidth={1} />
      ))}
      {tape.cord.map((d) => (
        <path key={d} d={d} className="stroke-ink [stroke-dasharray:2_4]" strokeWidth={1.2} />
      ))}
      {tape.hidden.map((d) => (
        <path key={d} d={d} className="stroke-chalk [stroke-dasharray:1_5]" strokeWidth={2} />
      ))}
      {tape.seen.map((d) => (
        <path key={d} d={d} className="stroke-chalk" strokeWidth={3} />
      ))}
      {tape.ends.map((p) => (
        <circle key={`${p.x} ${p.y}`} cx={p.x} cy={p.y} r={1.1} className="fill-chalk" />
      ))}
    </svg>
  );
}

/** One measure explained: its drawing, what it is, how to hold the tape, what goes wrong. */
export function MeasureCard({
  measure: m,
  figures,
  number,
}: {
  measure: Schemas["MeasureKeyOut"];
  figures: Schemas["MeasureKeysOut"]["figures"];
  number: number;
}) {
  return (
    <div aria-live="polite">
      <TapeDrawing
        tape={m.tape}
        figure={figures[m.tape.view]}
        title={m.title}
        className="mx-auto h-[300px] w-full"
      />
      <h2 className="mt-2 font-serif text-[20px] leading-tight">
        <span className="text-quiet">{number}</span> {m.title}
      </h2>
      <dl className="mt-1 grid gap-1.5 leading-snug [&_dt]:text-quiet [&_dt]:text-sm">
        <div>
          <dt>Where</dt>
          <dd>{m.where}</dd>
        </div>
        <div>
          <dt>How to hold the tape</dt>
          <dd>{m.how}</dd>
        </div>
        <div>
          <dt>What goes wrong</dt>
          <dd>{m.wrong}</dd>
        </div>
        <div>
          <dt>Usual</dt>
          <dd>
            {m.range}
            {m.iso && <span className="text-quiet"> · “{m.iso}” in ISO 8559-1</span>}
          </dd>
        </div>
      </dl>
    </div>
  );
}
