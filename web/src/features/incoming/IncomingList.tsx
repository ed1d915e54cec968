/** What one can bring in, and what waits already. */
import { useQueryClient } from "@tanstack/react-query";
import { type DragEvent, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { Refusal } from "../../api/client";
import { Basting } from "../../ui/Bar";
import { Button, Notice, Page } from "../../ui/controls";
import { sendIn, useThrowAway, useWaiting } from "./useIncoming";

export function IncomingList() {
  const waiting = useWaiting();
  const away = useThrowAway();
  const queries = useQueryClient();
  const go = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState("");
  const [refused, setRefused] = useState("");
  const take = async (file: File | undefined) => {
    if (!file) return;
    setRefused("");
    setBusy(
      /\.(svg|dxf)$/i.test(file.name)
        ? `Reading ${file.name} …`
        : `Looking for the sheet in ${file.name} and making it flat …`,
    );
    try {
      const came = await sendIn(file);
      queries.setQueryData(["incoming", came.id], came);
      void queries.invalidateQueries({ queryKey: ["incoming"], exact: true });
      go(`/incoming/${came.id}`);
    } catch (e) {
      // Most refusals name the file themselves.
      const named = e instanceof Refusal && e.fault.where !== "";
      setRefused(`${named ? "" : `${file.name}: `}${e instanceof Error ? e.message : String(e)}`);
    } finally {
      setBusy("");
    }
  };
  const drop = (e: DragEvent) => {
    e.preventDefault();
    void take(e.dataTransfer.files[0]);
  };
  return (
    <Page
      title="Bring in a block"
      lead="A block that fits already comes in as it is: from a drawing, or traced from a photograph of its card."
    >
      {/* biome-ignore lint/a11y/noStaticElementInteractions: dropping is a short cut of the button below */}
      <div
        className="grid gap-4 border-2 border-rule-strong border-dashed bg-fresh p-5 md:grid-cols-2"
        onDragOver={(e) => e.preventDefault()}
        onDrop={drop}
      >
        <section>
          <h2 className="font-serif text-[19px]">A drawing</h2>
          <p className="text-quiet">
            SVG or DXF, in any unit. You say which outline is which piece, where its corners are and how its
            edges are called. An allowance that was drawn with it is taken off. Drawings saved here need no
            plan.
          </p>
        </section>
        <section>
          <h2 className="font-serif text-[19px]">A photograph of the card</h2>
          <p className="text-quiet">
            Lay the card flat, a white sheet (A4 or Letter) or a ruled mat beside it, on a darker table. Take
            the picture from straight above, with everything in it. The picture stays on this machine and is
            deleted when the block hangs.
          </p>
        </section>
        <div className="md:col-span-2">
          <Button weight="strong" disabled={busy !== ""} onClick={() => input.current?.click()}>
            Choose a file
          </Button>{" "}
          <span className="text-quiet">or drop it here</span>
          <input
            ref={input}
            type="file"
            accept=".svg,.dxf,image/svg+xml,image/jpeg,image/png,image/webp"
            className="sr-only"
            aria-label="Drawing or photograph"
            tabIndex={-1}
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = "";
              void take(file);
            }}
          />
          {busy && (
            <p role="status" className="mt-2">
              {busy}
              <Basting label={busy} />
            </p>
          )}
          {refused && (
            <div className="mt-3">
              <Notice>{refused}</Notice>
            </div>
          )}
        </div>
      </div>
      <h2 className="mt-7 mb-2 font-serif text-[21px]">Waiting</h2>
      {waiting.isError && <Notice>{waiting.error.message}</Notice>}
      {waiting.data?.length === 0 && <p className="text-quiet">Nothing waits.</p>}
      <ul className="grid gap-1.5">
        {waiting.data?.map((w) => (
          <li key={w.id} className="flex items-baseline gap-3 border-line border-b bg-fresh px-3 py-2">
            <Link
              to={`/incoming/${w.id}`}
              className="min-w-0 flex-1 text-chalk underline underline-offset-2 [overflow-wrap:anywhere]"
            >
              {w.name}
            </Link>
            <span className="whitespace-nowrap text-quiet">
              {w.kind}, {w.came}
            </span>
            <Button weight="bare" disabled={away.isPending} onClick={() => away.mutate(w.id)}>
              Delete<span className="sr-only"> {w.name}</span>
            </Button>
          </li>
        ))}
      </ul>
    </Page>
  );
}
