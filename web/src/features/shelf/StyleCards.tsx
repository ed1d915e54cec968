/** Styles, each with its picture and its promises. */
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { Silhouette } from "./Silhouette";

export function StyleCards({ styles }: { styles: Schemas["StyleOut"][] }) {
  return (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(270px,1fr))] gap-4">
      {styles.map((s) => (
        <li key={s.id}>
          <Link
            to={`/bench/${s.id}`}
            className="flex h-full gap-3 border border-line bg-fresh p-3 hover:border-ink"
          >
            <div className="h-[92px] w-[112px] shrink-0 bg-table p-1.5">
              <Silhouette drawing={s.drawing} label={`${s.name}, as it stands`} />
            </div>
            <div className="min-w-0">
              <p className="font-serif text-[17px] leading-tight">{s.name}</p>
              <p className="text-quiet [overflow-wrap:anywhere]">{s.person || s.block}</p>
              <p className="text-quiet text-sm">
                {s.steps} {s.steps === 1 ? "step" : "steps"} · {s.changed}
              </p>
              <p className={s.broken ? "font-semibold text-madder text-sm" : "text-moss text-sm"}>
                {s.broken ? `✕ ${s.broken} promises broken` : `▮▮ all ${s.kept} promises kept`}
              </p>
            </div>
          </Link>
        </li>
      ))}
    </ul>
  );
}
