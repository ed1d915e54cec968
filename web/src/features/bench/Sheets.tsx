/** The sheets on the table as a list: number, name, how each is cut; to jump to one, or put it out of sight. */
import type { Schemas } from "../../api/client";

interface Props {
  pieces: Schemas["DrawnPiece"][];
  hidden: string[];
  onJump: (piece: Schemas["DrawnPiece"]) => void;
  onHide: (piece: string) => void;
}

export function Sheets({ pieces, hidden, onJump, onHide }: Props) {
  return (
    <section
      aria-label="Sheets on the table"
      className="absolute top-[76px] right-3 z-10 max-h-[60%] w-[250px] overflow-auto border border-ink bg-fresh py-1"
    >
      <ol>
        {pieces.map((p) => {
          const out = hidden.includes(p.name);
          return (
            <li key={p.name} className="flex items-baseline gap-2 px-2 py-1 hover:bg-chalk-pale">
              <span className="w-5 shrink-0 text-right font-serif text-quiet">{p.number}</span>
              <button
                type="button"
                className={`min-w-0 flex-1 text-left ${out ? "text-quiet line-through" : ""}`}
                title={`Go to ${p.name}`}
                onClick={() => onJump(p)}
              >
                {p.name}
                <span className="block text-quiet text-sm">{p.cut}</span>
              </button>
              <button
                type="button"
                className="text-chalk text-sm underline underline-offset-2"
                aria-label={`${out ? "Show" : "Hide"} ${p.name}`}
                onClick={() => onHide(p.name)}
              >
                {out ? "show" : "hide"}
              </button>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
