/** What a step did: the sheet before and after it, side by side; and how the part that it made is drawn. */
import { useQuery } from "@tanstack/react-query";
import { client, ok } from "../../api/client";
import { Construction } from "../shelf/Construction";
import { Silhouette } from "../shelf/Silhouette";

interface Props {
  style: number;
  version: number;
  number: number;
  unit: string;
}

export function StepPicture({ style, version, number, unit }: Props) {
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
    <>
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
      {picture.data.stages.length > 0 && (
        <div className="mt-2">
          <Construction
            draft={{ drawing: picture.data.after, stages: picture.data.stages }}
            unit={unit}
            label={`How the part of step ${number} is drawn`}
            finished="Finished part"
          />
        </div>
      )}
    </>
  );
}
