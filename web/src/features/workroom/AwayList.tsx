/** Everything that was put away: taken back with one click, deleted for good with two. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, ok } from "../../api/client";
import { keys } from "../../api/queries";
import { Button, Notice, Waiting } from "../../ui/controls";
import { Leaf } from "../../ui/Leaf";
import { type Away, useDelete, useTakeBack } from "./putAway";

export const useAway = () => useQuery({ queryKey: keys.away, queryFn: () => ok(client.GET("/api/away")) });

export function AwayList() {
  const away = useAway();
  if (away.isPending) return <Waiting what="what was put away" />;
  if (away.isError) return <Notice>{away.error.message}</Notice>;
  if (away.data.length === 0)
    return (
      <p className="text-quiet">
        Nothing is put away. Blocks, styles, people and charts can be put away where they hang; what uses them
        goes on using them.
      </p>
    );
  return (
    <ul>
      {away.data.map((x) => (
        <AwayRow key={`${x.kind} ${x.id}`} what={x} />
      ))}
    </ul>
  );
}

function AwayRow({ what }: { what: Away }) {
  const back = useTakeBack();
  const gone = useDelete();
  const [asking, setAsking] = useState(false);
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-line border-t py-2">
      <span className="min-w-0">
        <span className="block font-serif text-[17px] leading-tight [overflow-wrap:anywhere]">
          {what.name}
        </span>
        <span className="text-quiet text-sm">
          {what.about}; put away {what.since}
          {what.kept && `. ${what.kept}`}
        </span>
      </span>
      <span className="flex gap-2">
        <Button
          onClick={() => back.mutate({ kind: what.kind, id: what.id })}
          disabled={back.isPending}
          aria-label={`Take it back: “${what.name}”`}
        >
          Take it back
        </Button>
        <Button
          weight="bare"
          className="text-madder"
          disabled={what.kept !== ""}
          aria-label={`Delete … “${what.name}”`}
          title={what.kept ? `${what.kept} So it cannot be deleted.` : undefined}
          onClick={() => setAsking(true)}
        >
          Delete …
        </Button>
      </span>
      {(back.isError || gone.isError) && (
        <div className="col-span-2 mt-2">
          <Notice>{(back.error ?? gone.error)?.message}</Notice>
        </div>
      )}
      <Leaf
        open={asking}
        onOpen={setAsking}
        title={`Delete “${what.name}” for good?`}
        about={`This deletes ${what.deletes}. It cannot be had back.`}
        wide={470}
        back="Leave it where it is"
      >
        <Button
          className="mt-4 mr-3 border-madder! text-madder"
          disabled={gone.isPending}
          onClick={() => gone.mutate({ kind: what.kind, id: what.id }, { onSuccess: () => setAsking(false) })}
        >
          Delete it for good
        </Button>
      </Leaf>
    </li>
  );
}
