/** The audit of a block, line by line with its sum; what is broken comes with a cure that can be applied. */
import type { Schemas } from "../../api/client";
import { Button } from "../../ui/controls";

type Remedy = Schemas["RemedyOut"];

interface Props {
  lines: Schemas["AuditOut"][];
  /** Absent where nothing can be applied. */
  onCure?: (remedy: Remedy) => void;
  busy?: boolean;
}

export function AuditList({ lines, onCure, busy }: Props) {
  const broken = lines.filter((x) => x.kept === false).length;
  return (
    <>
      <h2 className="font-serif text-lg">Audit</h2>
      <p role="status" className={broken ? "font-semibold text-madder" : "text-moss"}>
        {broken
          ? `✕ ${broken} of ${lines.length} lines ${broken === 1 ? "needs" : "need"} a look`
          : "▮▮ everything the body needs is there"}
      </p>
      <ul className="mt-2 grid gap-1.5">
        {lines.map((x) => (
          <li key={x.title} className="border-line border-t pt-1">
            <p className="flex justify-between gap-2 leading-snug">
              <span>{x.title}</span>
              <span className={x.kept === false ? "font-semibold text-madder" : "text-moss"}>
                {x.kept === null ? "" : x.kept ? "kept" : "broken"}
              </span>
            </p>
            {x.wanted && (
              <p className="text-quiet text-sm">
                {x.wanted_label}: {x.wanted}
              </p>
            )}
            <p className="text-quiet text-sm">
              {x.wanted && "on the paper: "}
              {x.text}
            </p>
            {/* Red is for what is broken; what is only told stays ink. */}
            {x.cure && <p className={`text-sm ${x.kept === false ? "text-madder" : "text-ink"}`}>{x.cure}</p>}
            {x.remedy && onCure && (
              <Button
                className="mt-1 mb-1 text-sm"
                disabled={busy}
                onClick={() => x.remedy && onCure(x.remedy)}
              >
                {x.remedy.label}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}
