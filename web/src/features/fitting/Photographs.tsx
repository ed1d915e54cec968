/** Pictures of a toile: kept in the workroom, shown to nobody else, deleted for good. */
import { client, ok } from "../../api/client";
import { Notice } from "../../ui/controls";
import { sendPhotograph, type Toile, useLogChange } from "./useLog";

export function Photographs({ block, toile }: { block: number; toile: Toile }) {
  const add = useLogChange(block, (file: File) => sendPhotograph(toile.id, file));
  const drop = useLogChange(block, (photograph: number) =>
    ok(
      client.DELETE("/api/fittings/{fitting_id}/photographs/{photograph_id}", {
        params: { path: { fitting_id: toile.id, photograph_id: photograph } },
      }),
    ),
  );
  return (
    <div className="mt-2">
      {toile.photographs.length > 0 && (
        <ul className="mb-1 flex flex-wrap gap-2" aria-label="Photographs">
          {toile.photographs.map((p) => {
            const src = `/api/fittings/${toile.id}/photographs/${p.id}`;
            return (
              <li key={p.id} className="w-[92px]">
                <a href={src} target="_blank" rel="noreferrer">
                  <img
                    src={src}
                    width={92}
                    height={Math.round((92 * p.height) / p.width)}
                    alt={p.caption || `Toile ${toile.number}`}
                    className="border border-ink"
                  />
                </a>
                <button
                  type="button"
                  className="text-quiet text-sm underline underline-offset-2"
                  onClick={() => drop.mutate(p.id)}
                >
                  delete<span className="sr-only"> the photograph {p.caption}</span>
                </button>
              </li>
            );
          })}
        </ul>
      )}
      <label className="inline-block cursor-pointer text-chalk underline underline-offset-2 focus-within:outline focus-within:outline-2">
        {add.isPending ? "adding the photograph …" : "add a photograph"}
        <input
          type="file"
          accept="image/jpeg,image/png,image/webp"
          className="sr-only"
          disabled={add.isPending}
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = "";
            if (file) add.mutate(file);
          }}
        />
      </label>
      {(add.error ?? drop.error) && <Notice>{(add.error ?? drop.error)?.message}</Notice>}
    </div>
  );
}
