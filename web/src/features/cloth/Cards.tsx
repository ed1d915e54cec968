/** Cloth cards: a swatch with what the shop says; one is open for writing at a time. */
import { useState } from "react";
import { useSession } from "../../api/queries";
import { Button, Field, Notice, Waiting } from "../../ui/controls";
import { LengthField } from "../incoming/LengthField";
import { type Cloth, type ClothCard, useCardAway, useCardChange, useCloths } from "./useCloth";

const PLAIN = {
  width: 140,
  selvedge: 1,
  shrink_warp: 0,
  shrink_weft: 0,
  stretch: 0,
  weight: 0,
  nap: false,
  repeat_along: 0,
  repeat_across: 0,
  price: 0,
  in_stock: 0,
} satisfies Cloth;

export function Cards() {
  const cloths = useCloths();
  const session = useSession();
  const [open, setOpen] = useState<number | "new" | null>(null);
  if (cloths.isPending || !session.data) return <Waiting what="the cloths" />;
  if (cloths.isError) return <Notice>{cloths.error.message}</Notice>;
  const unit = session.data.unit;
  return (
    <div className="grid gap-4">
      {cloths.data.length === 0 && open === null && (
        <Notice tone="quiet">
          No cloth yet. Write a card for the first one: its width is enough to begin with.
        </Notice>
      )}
      {open === "new" ? (
        <CardForm card={null} unit={unit} onDone={() => setOpen(null)} />
      ) : (
        <div>
          <Button weight="strong" onClick={() => setOpen("new")}>
            A new cloth
          </Button>
        </div>
      )}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(270px,1fr))] gap-4">
        {cloths.data.map((c) =>
          open === c.id ? (
            <li key={c.id} className="col-span-full">
              <CardForm card={c} unit={unit} onDone={() => setOpen(null)} />
            </li>
          ) : (
            <li key={c.id} className="border border-line bg-fresh">
              <Swatch cloth={c.card} />
              <div className="px-3 py-2">
                <p className="font-serif text-[17px] [overflow-wrap:anywhere]">{c.name}</p>
                <p className="text-quiet">{c.words.join(" · ")}</p>
                {c.note && <p className="[overflow-wrap:anywhere]">{c.note}</p>}
                <Button weight="bare" className="-ml-3" onClick={() => setOpen(c.id)}>
                  Write on it
                </Button>
              </div>
            </li>
          ),
        )}
      </ul>
    </div>
  );
}

/** A hand's breadth of it: its repeat to scale, its nap as a stroke. */
function Swatch({ cloth }: { cloth: Cloth }) {
  const along = cloth.repeat_along ?? 0;
  const across = cloth.repeat_across ?? 0;
  const bars = (step: number, to: number) =>
    step > 0.5 ? [...Array(Math.ceil(to / step)).keys()].map((k) => k * step) : [];
  return (
    <svg
      viewBox="0 0 40 9"
      className="h-[68px] w-full bg-paper"
      preserveAspectRatio="xMidYMid slice"
      aria-hidden
    >
      {bars(along, 40).map((x) => (
        <rect
          key={`a${x}`}
          x={x}
          y={0}
          width={Math.min(along / 3, 1.2)}
          height={9}
          className="fill-tape/55"
        />
      ))}
      {bars(across, 9).map((y) => (
        <rect
          key={`c${y}`}
          x={0}
          y={y}
          width={40}
          height={Math.min(across / 3, 1.2)}
          className="fill-tape/55"
        />
      ))}
      {cloth.nap && (
        <path
          d="M 2 4.5 h 5 m -1.4 -1.2 l 1.4 1.2 l -1.4 1.2"
          className="fill-none stroke-ink"
          strokeWidth={0.25}
        />
      )}
    </svg>
  );
}

function CardForm({ card, unit, onDone }: { card: ClothCard | null; unit: string; onDone: () => void }) {
  const [name, setName] = useState(card?.name ?? "");
  const [note, setNote] = useState(card?.note ?? "");
  const [cloth, setCloth] = useState<Cloth>(card?.card ?? PLAIN);
  const save = useCardChange();
  const away = useCardAway();
  const set = (next: Partial<Cloth>) => setCloth((now) => ({ ...now, ...next }));
  const length = (key: "width" | "selvedge" | "repeat_along" | "repeat_across", label: string) => (
    <LengthField
      key={key}
      label={label}
      unit={unit}
      value={cloth[key] ?? 0}
      onChange={(cm) => set({ [key]: cm })}
    />
  );
  const number = (key: "shrink_warp" | "shrink_weft" | "stretch" | "weight" | "price", label: string) => (
    <div className="w-[130px]">
      <Field
        label={label}
        inputMode="decimal"
        defaultValue={cloth[key] || ""}
        placeholder="0"
        onChange={(e) => set({ [key]: Number(e.target.value.replace(",", ".")) || 0 })}
      />
    </div>
  );
  return (
    <form
      aria-label={card ? `The card of ${card.name}` : "A new cloth"}
      className="grid gap-3 border border-ink bg-fresh p-4"
      onSubmit={(e) => {
        e.preventDefault();
        save.mutate({ id: card?.id ?? null, body: { name, note, card: cloth } }, { onSuccess: onDone });
      }}
    >
      <div className="grid gap-3 md:grid-cols-2">
        <Field
          label="Name of the cloth"
          value={name}
          maxLength={120}
          onChange={(e) => setName(e.target.value)}
        />
        <Field label="Note" value={note} maxLength={300} onChange={(e) => setNote(e.target.value)} />
      </div>
      <div className="flex flex-wrap items-end gap-4">
        {length("width", "Width")}
        {length("selvedge", "Selvedge, each side")}
        {number("shrink_warp", "Shrinks in length, %")}
        {number("shrink_weft", "in width, %")}
        {number("stretch", "Stretches, %")}
        {number("weight", "Weight, g/m²")}
      </div>
      <div className="flex flex-wrap items-end gap-4">
        {length("repeat_along", "Repeat along")}
        {length("repeat_across", "across")}
        {number("price", "Price of a metre")}
        <div className="w-[130px]">
          <Field
            label="In stock, metres"
            inputMode="decimal"
            defaultValue={cloth.in_stock ? cloth.in_stock / 100 : ""}
            placeholder="as needed"
            onChange={(e) => set({ in_stock: (Number(e.target.value.replace(",", ".")) || 0) * 100 })}
          />
        </div>
        <label className="flex min-h-9 items-center gap-2">
          <input
            type="checkbox"
            className="size-4 accent-ink"
            checked={cloth.nap ?? false}
            onChange={(e) => set({ nap: e.target.checked })}
          />
          one way: nap or print
        </label>
      </div>
      {(save.isError || away.isError) && <Notice>{(save.error ?? away.error)?.message}</Notice>}
      <div className="flex flex-wrap gap-2">
        <Button weight="strong" type="submit" disabled={save.isPending}>
          Keep the card
        </Button>
        <Button onClick={onDone}>Leave it</Button>
        {card && (
          <Button
            weight="bare"
            className="ml-auto"
            onClick={() => away.mutate(card.id, { onSuccess: onDone })}
          >
            Put it away
          </Button>
        )}
      </div>
    </form>
  );
}
