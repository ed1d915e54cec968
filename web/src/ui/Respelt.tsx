/** Said beside a way to print, before anything is printed: which words the sheet spells in Latin letters. */
import { useRespelt } from "../api/queries";
import { Notice } from "./controls";

export function Respelt({ texts }: { texts: string[] }) {
  const said = useRespelt(texts).data?.said ?? [];
  return said.length > 0 ? (
    <Notice tone="quiet">
      {said.map((sentence) => (
        <span key={sentence} className="block [overflow-wrap:anywhere]">
          {sentence}
        </span>
      ))}
    </Notice>
  ) : null;
}
