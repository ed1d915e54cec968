/** Styles, each with its picture and its promises. */
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { PutAway } from "../workroom/PutAway";
import type { Away } from "../workroom/putAway";
import { Silhouette } from "./Silhouette";
import { Unreadable } from "./Unreadable";

interface Props {
  styles: Schemas["StyleOut"][];
  /** Where styles may be put away. */
  onAway?: (what: Away) => void;
}

export function StyleCards({ styles, onAway }: Props) {
  return (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(270px,1fr))] gap-4">
      {styles.map((s) => (
        <li key={s.id} className="group relative">
          <Link
            to={`/bench/${s.id}`}
            className="flex h-full gap-3 border border-line bg-fresh p-3 hover:border-ink"
          >
            <div className="h-[92px] w-[112px] shrink-0 bg-table p-1.5">
              {s.unreadable ? (
                <Unreadable why={s.unreadable} />
              ) : (
                <Silhouette drawing={s.drawing} label={`${s.name}, as it stands`} />
              )}
            </div>
            <div className="min-w-0">
              <p className="font-serif text-[17px] leading-tight">{s.name}</p>
              <p className="text-quiet [overflow-wrap:anywhere]">{s.person || s.block}</p>
              <p className="text-quiet text-sm">
                {s.steps} {s.steps === 1 ? "step" : "steps"} · {s.changed}
              </p>
              {!s.unreadable && (
                <p className={s.broken ? "font-semibold text-madder text-sm" : "text-moss text-sm"}>
                  {s.broken ? `✕ ${s.broken} promises broken` : `▮▮ all ${s.kept} promises kept`}
                </p>
              )}
            </div>
          </Link>
          {onAway && (
            <span className="reveal absolute right-1 bottom-1">
              <PutAway kind="style" id={s.id} name={s.name} onAway={onAway} />
            </span>
          )}
        </li>
      ))}
    </ul>
  );
}
