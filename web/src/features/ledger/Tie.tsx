/** Two edges declared a seam, or an edge declared free. */
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { Button, Choice } from "../../ui/controls";

interface Props {
  pieces: Schemas["DrawnPiece"][];
  busy: boolean;
  onStep: (step: Record<string, unknown>, label: string) => void;
}

export function Tie({ pieces, busy, onStep }: Props) {
  const [open, setOpen] = useState(false);
  const [a, setA] = useState("");
  const [b, setB] = useState("");
  const edges = pieces.flatMap((p) =>
    [...new Set(p.edges.filter((e) => e.kind !== "fold" && e.kind !== "dart").map((e) => e.name))].map(
      (e) => ({
        key: `${p.name}|${e}`,
        words: `${p.name}, ${e}`,
        pair: [p.name, e],
      }),
    ),
  );
  const pair = (key: string) => edges.find((e) => e.key === key)?.pair;
  const sew = () => {
    const first = pair(a);
    const second = pair(b);
    if (!first) return;
    onStep(
      { move: "sew", a: [first], ...(second ? { b: [second] } : { kind: "free" }) },
      second ? `sewed the ${first[1]} to the ${second[1]}` : `the ${first[1]} is free`,
    );
    setA("");
    setB("");
  };
  return (
    <section aria-label="Sew two edges" className="mt-4 border-line border-t pt-2">
      <button
        type="button"
        className="font-serif text-[17px] hover:text-chalk"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        {open ? "▾" : "▸"} Sew two edges, or leave one free
      </button>
      {open && (
        <div className="mt-2 grid gap-2">
          <Choice label="This edge" value={a} onChange={(e) => setA(e.target.value)}>
            <option value="">–</option>
            {edges.map((e) => (
              <option key={e.key} value={e.key}>
                {e.words}
              </option>
            ))}
          </Choice>
          <Choice label="is sewn to" value={b} onChange={(e) => setB(e.target.value)}>
            <option value="">nothing: it is free</option>
            {edges
              .filter((e) => e.key !== a)
              .map((e) => (
                <option key={e.key} value={e.key}>
                  {e.words}
                </option>
              ))}
          </Choice>
          <Button className="w-fit" disabled={busy || a === ""} onClick={sew}>
            {b ? "Sew them together" : "Leave it free"}
          </Button>
        </div>
      )}
    </section>
  );
}
