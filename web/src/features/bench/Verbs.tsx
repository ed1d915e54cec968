/** What can be done next: six groups as the hand would do them, each opening into its verbs with a small drawing. */
import { useState } from "react";
import type { MoveOut } from "./composing";
import { VerbPicture } from "./VerbPicture";

export const GROUPS = ["Darts", "Open", "Cut", "Join", "Shape", "Add"] as const;
const LAST = "steady-shear:last-verbs";

interface Props {
  moves: MoveOut[];
  /** The group opened by its key, if one was. */
  group: string | null;
  onGroup: (group: string | null) => void;
  onStart: (m: MoveOut) => void;
  empty: boolean;
}

/** Verbs in the order of their last use; those never used keep theirs. */
export function lastUsed(moves: MoveOut[]): MoveOut[] {
  const last = JSON.parse(localStorage.getItem(LAST) ?? "[]") as string[];
  return last.flatMap((name) => moves.filter((m) => m.move === name)).slice(0, 3);
}

export function rememberUse(move: MoveOut) {
  const last = JSON.parse(localStorage.getItem(LAST) ?? "[]") as string[];
  localStorage.setItem(LAST, JSON.stringify([move.move, ...last.filter((n) => n !== move.move)].slice(0, 6)));
}

/** Verbs that answer to a word: their title or any of their trade names. */
export function found(moves: MoveOut[], text: string): MoveOut[] {
  const word = text.trim().toLowerCase();
  return word === ""
    ? []
    : moves.filter((m) => [m.title, ...m.synonyms].some((name) => name.toLowerCase().includes(word)));
}

export function Verbs({ moves, group, onGroup, onStart, empty }: Props) {
  const [text, setText] = useState("");
  const start = (m: MoveOut) => {
    rememberUse(m);
    setText("");
    onGroup(null);
    onStart(m);
  };
  const shown = text ? found(moves, text) : moves.filter((m) => m.group === group);
  const last = lastUsed(moves);
  return (
    <div className="border-rule-strong border-t border-dashed pt-3">
      <p className="mb-2 text-quiet">
        {empty
          ? "The block lies on the table, untouched. Drag a dart by its mouth, touch an edge, or choose what to do:"
          : "Next: drag a dart by its mouth, touch an edge, or choose:"}
      </p>
      <div className="flex flex-wrap gap-x-1 gap-y-1" role="group" aria-label="Groups of verbs">
        {GROUPS.filter((g) => moves.some((m) => m.group === g)).map((g) => (
          <button
            key={g}
            type="button"
            aria-expanded={group === g}
            onClick={() => onGroup(group === g ? null : g)}
            className={`rounded-[3px] border-b-2 px-2 py-1 font-serif text-[17px] ${
              group === g ? "border-chalk bg-chalk-pale" : "border-transparent hover:bg-ink/8"
            }`}
          >
            <span className="underline decoration-dotted underline-offset-4">{g[0]}</span>
            {g.slice(1)}
          </button>
        ))}
        <input
          type="search"
          aria-label="Find a verb"
          placeholder="find a verb"
          className="ml-auto h-8 w-[110px] rounded-[3px] border border-rule-strong bg-fresh px-2"
          value={text}
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === "Enter" && shown[0]) start(shown[0]);
            if (e.key === "Escape") setText("");
            e.stopPropagation();
          }}
        />
      </div>
      {text && shown.length === 0 && <p className="mt-2">No verb answers to “{text}”.</p>}
      <ul className="mt-2 grid gap-1.5">
        {shown.map((m) => (
          <li key={m.move}>
            <button
              type="button"
              onClick={() => start(m)}
              className="flex w-full items-center gap-3 rounded-[3px] border border-line bg-fresh p-1.5 text-left hover:border-ink"
            >
              {m.picture && <VerbPicture picture={m.picture} />}
              <span className="min-w-0">
                <span className="font-medium">{m.title}</span> <kbd className="text-quiet">{m.key}</kbd>
                <span className="block text-quiet text-sm leading-snug">{m.about}</span>
              </span>
            </button>
          </li>
        ))}
      </ul>
      {!text && group === null && last.length > 0 && (
        <p className="mt-2 text-sm">
          <span className="text-quiet">Last used: </span>
          {last.map((m) => (
            <button
              key={m.move}
              type="button"
              className="mr-2 text-chalk underline underline-offset-2"
              onClick={() => start(m)}
            >
              {m.title.toLowerCase()}
            </button>
          ))}
        </p>
      )}
    </div>
  );
}
