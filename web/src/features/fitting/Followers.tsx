/** Styles that lie on an older revision: what the newest would change in each, and the move; they can stay. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, ok, type Schemas } from "../../api/client";
import { answered, keys } from "../../api/queries";
import { Button, Notice } from "../../ui/controls";

type Follower = Schemas["FollowerOut"];

export function Followers({ block }: { block: number }) {
  const found = useQuery({
    queryKey: ["followers", block],
    queryFn: () =>
      ok(client.GET("/api/blocks/{block_id}/followers", { params: { path: { block_id: block } } })),
  });
  if (!found.data || found.data.length === 0) return null;
  return (
    <section aria-label="Styles on an older revision" className="mb-4 grid gap-2">
      <h2 className="font-serif text-[17px]">Styles on an older revision</h2>
      {found.data.map((f) => (
        <Follows key={`${f.style_id} ${f.role}`} block={block} style={f} />
      ))}
    </section>
  );
}

function Follows({ block, style }: { block: number; style: Follower }) {
  const queries = useQueryClient();
  const follow = useMutation({
    mutationFn: () =>
      ok(
        client.POST("/api/styles/{style_id}/newest", {
          params: { path: { style_id: style.style_id } },
          body: { version: style.version, role: style.role },
        }),
      ),
    onSuccess: async (detail) => {
      await answered(queries, keys.style(detail.id), detail);
      void queries.invalidateQueries({ queryKey: ["followers", block] });
      void queries.invalidateQueries({ queryKey: keys.styles });
    },
  });
  const figures = style.tables.flatMap((t) => t.figures.map((f) => ({ ...f, title: t.title })));
  return (
    <article className="border border-rule-strong bg-fresh p-3" aria-label={style.name}>
      <p>
        <Link to={`/bench/${style.style_id}`} className="text-chalk underline underline-offset-2">
          {style.name}
        </Link>{" "}
        lies on revision {style.revision}.
      </p>
      {style.stopped && (
        <Notice>
          With revision {style.newest} it stops. {style.stopped}
        </Notice>
      )}
      {style.broken.length > 0 && <p className="text-madder">✕ No longer kept: {style.broken.join(", ")}</p>}
      <details className="mt-1">
        <summary className="cursor-pointer text-quiet">
          {figures.length === 0
            ? "Nothing in it would change that one could cut."
            : `${figures.length} ${figures.length === 1 ? "figure" : "figures"} would change`}
        </summary>
        <ul className="mt-1 text-[13.5px] tabular-nums">
          {figures.map((f) => (
            <li key={`${f.title} ${f.what}`} className="flex justify-between gap-2 border-line border-t">
              <span>
                {f.title}, {f.what}
              </span>
              <span className="whitespace-nowrap">
                {f.a || "none"} → {f.b || "none"}{" "}
                <span className="font-semibold">{f.difference && `(${f.difference})`}</span>
              </span>
            </li>
          ))}
        </ul>
      </details>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <Button disabled={follow.isPending} onClick={() => follow.mutate()}>
          Move it to revision {style.newest}
        </Button>
        <span className="text-quiet text-sm">or let it stay as it is</span>
      </div>
      {follow.isError && <Notice>{follow.error.message}</Notice>}
    </article>
  );
}
