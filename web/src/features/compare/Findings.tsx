/** What is told before the figures: steps that cannot be done on the second body, steps that differ, sums that came out otherwise. */
import { Link } from "react-router";
import type { Schemas } from "../../api/client";

type Found = Schemas["ComparisonOut"];

export function Findings({ found }: { found: Found }) {
  return (
    <div className="mb-4 grid gap-3">
      <Verdict found={found} />
      {found.cannot.map((c, i) => (
        <section key={c.number} className="border-madder border-l-4 bg-madder-pale px-3 py-2">
          <h2 className="font-medium">
            {i === 0 ? "Cannot be done" : "Nor, with that left out,"} on {found.b.person || found.b.name}:
            step {c.number}
          </h2>
          <p className="text-quiet">{c.sentence}</p>
          <p>{c.fault.message}</p>
          <Link
            to={`/bench/${found.b.id}?step=${c.number}`}
            className="text-chalk underline underline-offset-2"
          >
            mend step {c.number} there
          </Link>
        </section>
      ))}
      {found.broken.length > 0 && (
        <section className="border-madder border-l-4 bg-madder-pale px-3 py-2">
          <h2 className="font-medium">Kept on the paper, broken in the chalk</h2>
          {found.broken.map((b) => (
            <p key={b}>✕ {b}</p>
          ))}
        </section>
      )}
      {found.mended.length > 0 && (
        <p className="border-moss border-l-4 bg-fresh px-3 py-1">
          Broken on the paper, kept in the chalk: {found.mended.join(", ")}
        </p>
      )}
      {found.findings.length > 0 && <Checks found={found} />}
      {found.recipe.length > 0 && <Recipes found={found} />}
      {found.sums.length > 0 && (
        <details>
          <summary className="cursor-pointer font-serif text-[17px]">
            Sums that came out otherwise ({found.sums.length} {found.sums.length === 1 ? "step" : "steps"})
          </summary>
          {found.sums.map((s) => (
            <Sums key={s.number} step={s} />
          ))}
        </details>
      )}
    </div>
  );
}

/** What the checks find on both, side by side; what is new on the second first. */
function Checks({ found }: { found: Found }) {
  const fresh = found.findings.filter((f) => f.is_new).length;
  return (
    <section aria-label="Findings side by side">
      <h2 className="font-serif text-[17px]">
        What the checks find{fresh > 0 && <span className="text-madder"> · {fresh} new in the chalk</span>}
      </h2>
      <ul>
        {found.findings.map((f, i) => (
          <li
            key={i}
            className={`border-line border-t py-1.5 ${f.is_new ? "border-l-4 border-l-madder pl-2" : ""}`}
          >
            <p className="font-medium text-sm">{f.title}</p>
            <p>
              <span className="text-quiet">paper </span>
              {f.a || "nothing"}
            </p>
            <p>
              <span className="text-quiet">chalk </span>
              {f.b || "nothing"}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Verdict({ found }: { found: Found }) {
  const stops = [found.a, found.b].filter((s) => s.stopped && !found.cannot.length);
  if (stops.length)
    return (
      <>
        {stops.map((s) => (
          <p key={s.id} className="border-madder border-l-4 bg-madder-pale px-3 py-2">
            {s.name} stands only as far as it could be done. {s.stopped?.message}
          </p>
        ))}
      </>
    );
  if (!found.same_steps) return null;
  if (found.cannot.length) return <p>The same steps on another block; they stop in the chalk.</p>;
  return <p>▮▮ The same steps on both, each of them done: what differs comes of the blocks.</p>;
}

function Recipes({ found }: { found: Found }) {
  return (
    <section>
      <h2 className="font-serif text-[17px]">In the recipe</h2>
      <ol className="grid gap-1.5">
        {found.recipe.map((r) => (
          <li key={`${r.number_a} ${r.number_b}`} className="grid gap-0.5 border-line border-t pt-1">
            <Side word="paper" number={r.number_a} sentence={r.a} />
            <Side word="chalk" number={r.number_b} sentence={r.b} />
          </li>
        ))}
      </ol>
    </section>
  );
}

function Side({ word, number, sentence }: { word: string; number: number | null; sentence: string }) {
  return (
    <p className="grid grid-cols-[88px_1fr]">
      <span className="text-quiet">
        {word}
        {number !== null && `, step ${number}`}
      </span>
      <span>{number === null ? <span className="text-quiet">no such step</span> : sentence}</span>
    </p>
  );
}

function Sums({ step }: { step: Schemas["SumsDiffer"] }) {
  return (
    <section className="mt-2">
      <h3 className="font-medium">
        {step.number}. {step.sentence}
      </h3>
      {step.sums.length > 0 && (
        <table className="w-full border-collapse text-[13.5px] tabular-nums">
          <thead className="sr-only">
            <tr>
              <th>sum</th>
              <th>paper</th>
              <th>chalk</th>
            </tr>
          </thead>
          <tbody>
            {step.sums.map((s) => (
              <tr key={s.what} className="border-line border-t align-top">
                <th scope="row" className="pr-2 text-left font-normal text-quiet">
                  {s.what}
                </th>
                <td className="text-right">{s.a || "–"}</td>
                <td className="pl-3 text-right">{s.b || "–"}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {step.cautions.map((c) => (
        <p key={c} className="text-madder">
          {c}
        </p>
      ))}
    </section>
  );
}
