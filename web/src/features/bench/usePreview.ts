/** What a step would do, asked of the server while the hand moves. */
import { client, ok, type Schemas } from "../../api/client";
import { useNewest } from "../../api/useNewest";

export type Preview = Schemas["PreviewOut"];
export type Question = Schemas["PreviewIn"];

export function usePreview() {
  const { answer, ...rest } = useNewest((body: Question) => ok(client.POST("/api/preview", { body })));
  return { preview: answer, ...rest };
}
