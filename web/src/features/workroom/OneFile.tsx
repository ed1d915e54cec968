/** The library as one file: packed and saved, taken in again. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { client, ok, Refusal, type Schemas, sameSite } from "../../api/client";
import { Bar } from "../../ui/Bar";
import { Button, buttonLook, Notice } from "../../ui/controls";

type Archive = Schemas["ArchiveOut"];
const WATCH = 400;
const isGoing = (a: Archive) => a.state === "waiting" || a.state === "running";

async function handIn(file: File): Promise<Archive> {
  const query = new URLSearchParams({ name: file.name.slice(-200) });
  const answer = await sameSite(new Request(`/api/archives/in?${query}`, { method: "POST", body: file }));
  const data = (await answer.json()) as Archive & Partial<Schemas["ErrorOut"]>;
  if (!answer.ok && data.error) throw new Refusal(data.error, answer.status);
  return data;
}

export function OneFile() {
  const queries = useQueryClient();
  const input = useRef<HTMLInputElement>(null);
  const archives = useQuery({
    queryKey: ["archives"],
    queryFn: async () => {
      const found = await ok(client.GET("/api/archives"));
      const before = queries.getQueryData<Archive[]>(["archives"]);
      // What was taken in a moment ago is on every list.
      if (
        before?.some((a) => a.way === "in" && isGoing(a) && found.some((b) => b.id === a.id && !isGoing(b)))
      )
        void queries.invalidateQueries({ predicate: (q) => q.queryKey[0] !== "archives" });
      return found;
    },
    refetchInterval: (query) => (query.state.data?.some(isGoing) ? WATCH : false),
  });
  const again = () => queries.invalidateQueries({ queryKey: ["archives"] });
  const pack = useMutation({
    mutationFn: () => ok(client.POST("/api/archives", { body: { styles: [], blocks: [] } })),
    onSettled: again,
  });
  const take = useMutation({ mutationFn: handIn, onSettled: again });
  const path = (id: number) => ({ params: { path: { archive_id: id } } });
  const stop = useMutation({
    mutationFn: (id: number) => ok(client.POST("/api/archives/{archive_id}/stop", path(id))),
    onSettled: again,
  });
  const away = useMutation({
    mutationFn: (id: number) => ok(client.DELETE("/api/archives/{archive_id}", path(id))),
    onSettled: again,
  });
  const failed = pack.error ?? take.error ?? stop.error ?? away.error;
  const packing = archives.data?.some((a) => a.way === "out" && isGoing(a));
  return (
    <div className="grid gap-3">
      <p>
        People with their measures, blocks with every revision and toile, styles with every change that can be
        undone, cloths and lays, as open files with pictures, in one zip.
      </p>
      <div className="flex flex-wrap gap-2">
        <Button weight="strong" disabled={pack.isPending || packing} onClick={() => pack.mutate()}>
          Pack the library
        </Button>
        <Button disabled={take.isPending} onClick={() => input.current?.click()}>
          {take.isPending ? "Sending it …" : "Take one in"}
        </Button>
        <input
          ref={input}
          type="file"
          accept=".zip,application/zip"
          aria-label="Library file"
          tabIndex={-1}
          className="sr-only"
          onChange={(e) => {
            const chosen = e.target.files?.[0];
            if (chosen) take.mutate(chosen);
            e.target.value = "";
          }}
        />
      </div>
      {failed && <Notice>{failed.message}</Notice>}
      {archives.isError && <Notice>{archives.error.message}</Notice>}
      <ul aria-label="Archives" className="grid">
        {archives.data?.map((a) => (
          <One
            key={a.id}
            archive={a}
            onStop={() => stop.mutate(a.id)}
            onAway={() => away.mutate(a.id)}
            busy={stop.isPending || away.isPending}
          />
        ))}
      </ul>
      <p className="text-quiet text-sm">
        What is here already is not taken twice; where both were changed, yours stays and the other hangs
        beside it. Size runs, and drawings on their way to the shelf, are not in it. It holds everybody’s
        measures: keep it as you keep those.
      </p>
    </div>
  );
}

function One({
  archive: a,
  busy,
  onStop,
  onAway,
}: {
  archive: Archive;
  busy: boolean;
  onStop: () => void;
  onAway: () => void;
}) {
  const out = a.way === "out";
  return (
    <li className="grid gap-1 border-line border-t py-2">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <span className="min-w-0 font-medium [overflow-wrap:anywhere]">{a.name}</span>
        <span className="text-quiet">
          {out ? "packed" : "taken in"} {a.when}
          {a.size && out && `, ${a.size}`}
        </span>
        <span className="ml-auto flex gap-1">
          {out && a.state === "done" && (
            <a className={buttonLook()} href={`/api/archives/${a.id}/library.zip`} download>
              Save it
            </a>
          )}
          {isGoing(a) ? (
            <Button disabled={busy || a.stopping} onClick={onStop}>
              {a.stopping ? "Stopping …" : "Stop"}
            </Button>
          ) : (
            <Button weight="bare" className="text-quiet" disabled={busy} onClick={onAway}>
              throw away
            </Button>
          )}
        </span>
      </div>
      {isGoing(a) && (
        <p role="status" className="grid gap-1 text-quiet tabular-nums">
          <Bar done={a.done} of={Math.max(1, a.of)} label={out ? "What is packed" : "What is read"} />
          {a.state === "waiting"
            ? "It waits its turn."
            : a.done < a.of
              ? `${a.done} of ${a.of} ${out ? "packed" : "read"}`
              : out
                ? "Nearly there."
                : "Hanging it all up …"}
        </p>
      )}
      {a.message && <Notice>{a.message}</Notice>}
      {a.told.map((t) => (
        <p key={t} className="border-moss border-l-4 bg-fresh px-3 py-1.5">
          {t}
        </p>
      ))}
    </li>
  );
}
