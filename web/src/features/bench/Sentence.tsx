/** A step's sentence: fixed words and slots. An open slot asks its question; a filled one can be changed. */
import type { Schemas } from "../../api/client";
import { Word } from "../../ui/controls";
import { type Composing, isAsked, isFilled, isUnsaid, type Slot } from "./composing";

type Phrase = Schemas["PhraseOut"];

export function Sentence({ phrases, onSlot }: { phrases: Phrase[]; onSlot?: (slot: string) => void }) {
  return (
    <span className="font-serif text-[17px] leading-[1.5]">
      {phrases.map((p, i) =>
        p.slot && onSlot ? (
          <Word
            key={i}
            title="Change this"
            className="rounded-[2px] border-quiet border-b border-dotted px-px hover:bg-chalk-pale"
            onPress={() => onSlot(p.slot)}
          >
            {p.text}
          </Word>
        ) : (
          <span key={i}>{p.text}</span>
        ),
      )}
    </span>
  );
}

/** The sentence at the recipe's end while it is being filled. `words` are the server's words for filled slots. */
export function OpenSentence({
  composing,
  words,
  onSlot,
}: {
  composing: Composing;
  words: Record<string, string>;
  onSlot: (slot: string) => void;
}) {
  const { move, open } = composing;
  const slotOf = (name: string) => move.slots.find((s) => s.name === name);
  /** What this choice settles is said, but not asked for; what it does not speak of (a keyhole that is none) has no words. */
  const settled = (name: string) => {
    const slot = slotOf(name);
    return open !== name && (!slot || isUnsaid(slot, composing.fields) || words[name] === "");
  };
  return (
    <p className="font-serif text-[17px] leading-[1.7]" data-testid="sentence">
      {move.template.map((p, i) => {
        const next = move.template[i + 1]?.slot;
        // A comma before words that are not there would stand alone.
        if (!p.slot)
          return next && settled(next) && !words[next] && p.text === ", " ? null : (
            <span key={i}>{p.text}</span>
          );
        const slot = slotOf(p.slot);
        if (!slot || settled(p.slot)) return words[p.slot] ? <span key={i}>{words[p.slot]}</span> : null;
        const filled = isFilled(slot, composing) || slot.optional || !isAsked(move, slot);
        const isOpen = open === p.slot;
        const text = words[p.slot] || (isFilled(slot, composing) ? rawWords(slot, composing) : "");
        return (
          <Word
            key={i}
            aria-current={isOpen ? "step" : undefined}
            onPress={() => onSlot(p.slot)}
            className={`rounded-[3px] px-1 ${
              isOpen
                ? "bg-chalk text-fresh"
                : filled && text
                  ? "border-chalk border-b text-ink hover:bg-chalk-pale"
                  : "bg-chalk-pale text-chalk italic"
            }`}
          >
            {isOpen && !text
              ? slot.prompt
              : text ||
                (slot.pick === "how much"
                  ? "all"
                  : UNSAID.has(slot.pick) || slot.optional
                    ? "…"
                    : slot.prompt)}
          </Word>
        );
      })}
    </p>
  );
}

/** Slots whose question would be too long within the sentence. */
const UNSAID = new Set<Slot["pick"]>([
  "piece",
  "pieces",
  "line",
  "slashes",
  "fullness",
  "shares",
  "taken",
  "lengths",
  "width",
  "seam or place",
]);

function rawWords(slot: Slot, c: Composing): string {
  const fields = slot.fields.map((f) => f.name);
  for (const f of fields) {
    if (c.typed[f]) return c.typed[f];
    const v = c.fields[f];
    const choice = slot.choices.find((x) => x.value.toLowerCase() === String(v ?? "").toLowerCase());
    if (slot.pick === "choice" || choice) return choice?.words ?? "";
    if (slot.pick === "line" && typeof v !== "string") return "…";
    if (slot.pick === "slashes" && Array.isArray(v))
      return v.length === 1 ? "once where marked" : `${v.length} times where marked`;
    if (Array.isArray(v)) return v.map(thingSaid).join(", ");
    if (typeof v === "string") return v;
    if (typeof v === "number") return String(v);
    if (v && typeof v === "object") return thingSaid(v);
  }
  return "";
}

/** A dart, an edge, or a place about one, before the server has said it better. */
function thingSaid(v: unknown): string {
  if (typeof v !== "object" || v === null) return String(v);
  if ("to" in v) return thingSaid(v.to);
  if ("dart" in v) return `the ${String(v.dart)}`;
  return "edge" in v ? `the ${String(v.edge)}` : "…";
}
