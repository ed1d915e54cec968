/** The shelf as it hangs: what is asked for stands in the address, further stretches come as one scrolls. */
import { useInfiniteQuery } from "@tanstack/react-query";
import { useSearchParams } from "react-router";
import { client, ok, type Schemas } from "../../api/client";
import { keys } from "../../api/queries";

const STRETCH = 60;
export const ASKED = ["text", "person", "kind", "state", "cloth", "size_set"] as const;
export type Asked = (typeof ASKED)[number];
export type Card = Schemas["CardOut"];

export function useShelf() {
  const [search, setSearch] = useSearchParams();
  const asked = Object.fromEntries(ASKED.map((k) => [k, search.get(k) ?? ""])) as Record<Asked, string>;
  const found = useInfiniteQuery({
    queryKey: [...keys.blocks, "shelf", asked],
    queryFn: ({ pageParam }) => {
      const { person, ...words } = asked;
      const query = {
        ...words,
        start: pageParam,
        count: STRETCH,
        ...(person ? { person: Number(person) } : {}),
      };
      return ok(client.GET("/api/shelf", { params: { query } }));
    },
    initialPageParam: 0,
    getNextPageParam: (last, pages) => {
      const shown = pages.reduce((n, p) => n + p.cards.length, 0);
      return shown < last.total ? shown : undefined;
    },
    placeholderData: (before) => before,
  });
  const ask = (what: Asked, value: string) => {
    // From the address itself: what was asked a moment ago may not have been drawn yet.
    const now = new URLSearchParams(window.location.search);
    if (value) now.set(what, value);
    else now.delete(what);
    setSearch(now, { replace: true });
  };
  return { found, asked, ask, all: () => setSearch({}, { replace: true }) };
}
