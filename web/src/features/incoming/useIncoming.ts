/** A drawing or photograph on its way to the shelf: each answer is all of it as it is then. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, ok, Refusal, type Schemas, sameSite } from "../../api/client";
import { answered, keys } from "../../api/queries";

export type Came = Schemas["IncomingOut"];
export type Plan = Schemas["Plan"];
export type PiecePlan = Schemas["PiecePlan"];
export type Place = [number, number];
const MOST = 20 * 1024 * 1024;

/** The client forgets, of an answer, that a place is a pair. */
const came = (answer: Promise<unknown>) => answer as Promise<Came>;

const keyOf = (id: number) => ["incoming", id] as const;

export const useIncoming = (id: number) =>
  useQuery({
    queryKey: keyOf(id),
    queryFn: () =>
      came(ok(client.GET("/api/incoming/{incoming_id}", { params: { path: { incoming_id: id } } }))),
  });

export const useWaiting = () =>
  useQuery({ queryKey: ["incoming"], queryFn: () => ok(client.GET("/api/incoming")) });

export const useGlossary = () =>
  useQuery({
    queryKey: ["incoming-glossary"],
    queryFn: () => ok(client.GET("/api/incoming/glossary")),
    staleTime: Number.POSITIVE_INFINITY,
  });

/** One way of changing it; the answer is shown at once. */
export function useChange<T>(id: number, change: (what: T) => Promise<Came>) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: change,
    // One after the other: what was said last is what stands.
    scope: { id: `incoming ${id}` },
    onSuccess: (found) => answered(queries, keyOf(id), found),
  });
}

const path = (id: number) => ({ params: { path: { incoming_id: id } } });

export const savePlan = (id: number) => (body: Plan) =>
  came(ok(client.PUT("/api/incoming/{incoming_id}/plan", { ...path(id), body })));

export const changeCorner = (id: number) => (body: Schemas["CornerIn"]) =>
  came(ok(client.POST("/api/incoming/{incoming_id}/corners", { ...path(id), body })));

export const saveSheet = (id: number) => (body: Schemas["SheetIn"]) =>
  came(ok(client.PUT("/api/incoming/{incoming_id}/sheet", { ...path(id), body })));

export const saveTrace = (id: number) => (body: Schemas["Trace"]) =>
  came(ok(client.PUT("/api/incoming/{incoming_id}/trace", { ...path(id), body })));

export const snapTo = (id: number, body: Schemas["SnapIn"]) =>
  ok(client.POST("/api/incoming/{incoming_id}/snap", { ...path(id), body }));

export function useKeep(id: number) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Schemas["KeepIn"]) =>
      ok(client.POST("/api/incoming/{incoming_id}/keep", { ...path(id), body })),
    onSuccess: async () => {
      queries.removeQueries({ queryKey: keyOf(id) });
      await queries.invalidateQueries({ queryKey: ["incoming"], exact: true });
      await queries.invalidateQueries({ queryKey: keys.blocks });
    },
  });
}

export function useThrowAway() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (id: number) => ok(client.DELETE("/api/incoming/{incoming_id}", path(id))),
    onSuccess: async (_, id) => {
      queries.removeQueries({ queryKey: keyOf(id) });
      await queries.invalidateQueries({ queryKey: ["incoming"], exact: true });
    },
  });
}

/** The file itself is the body; the server reads what it is. */
export async function sendIn(file: File): Promise<Came> {
  if (file.size > MOST) {
    const message = `The file has ${Math.round(file.size / 1048576)} MB; 20 MB is the most that is read.`;
    throw new Refusal({ code: "bad_file", message, where: "", cure: "", field: "" }, 413);
  }
  const name = encodeURIComponent(file.name.slice(0, 120));
  const answer = await sameSite(new Request(`/api/incoming?name=${name}`, { method: "POST", body: file }));
  const data = (await answer.json()) as Came & Partial<Schemas["ErrorOut"]>;
  if (!answer.ok && data.error) throw new Refusal(data.error, answer.status);
  return data;
}

/** What is typed in a length's field, as cm; null for what is no length. Fractions of an inch as the trade writes them. */
export function inCm(typed: string, unit: string): number | null {
  const found = /^(\d+(?:[.,]\d+)?)?(?:\s*(\d+)\/(\d+))?$/.exec(typed.trim());
  if (!found || !typed.trim()) return null;
  const whole = Number((found[1] ?? "0").replace(",", "."));
  const part = found[2] ? Number(found[2]) / Number(found[3]) : 0;
  return (whole + part) * (unit === "in" ? 2.54 : 1);
}

export const shown = (cm: number, unit: string) =>
  cm ? String(Math.round((unit === "in" ? cm / 2.54 : cm) * 1000) / 1000) : "";
