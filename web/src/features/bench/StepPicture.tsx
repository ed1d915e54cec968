/** What a step did: the sheet before and after it, side by side. */
import { useQuery } from "@tanstack/react-query";
import { client, ok } from "../../api/client";
import { Silhouette } from "../shelf/Silhouette";

export function StepPicture({ style, version, number }: { style: number; version: number; number: number }) {
  const picture = useQuery({
    queryKey: ["step-picture", style, version, number],
    queryFn: () =>
      ok(
        client.GET("/api/styles/{style_id}/steps/{number}/picture", {
          params: { path: { style_id: style, number } },
        }),
      ),
  });
  if (picture.isError) return <p className="text-madder">{picture.error.message}</p>;
  if (!picture.data) return <p className="text-quiet">Unfolding …</p>;
  return (
    <div className="mt-2 grid grid-cols-2 gap-2">
      {(["before", "after"] as const).map((when) => (
        <figure key={when} className="bg-table p-1.5">
          <div className="h-[150px]">
            <Silhouette drawing={picture.data[when]} label={`${when} step ${number}`} />
          </div>
          <figcaption className="text-center text-quiet text-sm">{when}</figcaption>
        </figure>
      ))}
    </div>
  );
}
