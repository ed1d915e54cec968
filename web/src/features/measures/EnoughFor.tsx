/** Which schools a chart is enough for, and what each further one lacks. */
import type { Schemas } from "../../api/client";
import { useChartSchools } from "../../api/queries";
import { Fold } from "../../ui/Fold";

export function EnoughFor({ chart }: { chart: Schemas["ChartOut"] }) {
  const found = useChartSchools(chart.id);
  if (!found.data) return null;
  const ready = found.data.filter((s) => s.ready);
  const lacking = found.data.filter((s) => !s.ready);
  return (
    <Fold label={`Enough for ${ready.length} of ${found.data.length} schools`}>
      <div className="w-[430px] max-w-[86vw]">
        <p className="font-serif text-[17px]">Enough for</p>
        <p className="mb-3">{ready.map((s) => s.title.toLowerCase()).join("; ") || "none yet"}.</p>
        {lacking.length > 0 && <p className="font-serif text-[17px]">Not yet for</p>}
        <ul>
          {lacking.map((s) => (
            <li key={s.school} className="border-line border-t py-1">
              {s.title}
              <span className="block text-quiet text-sm">lacks {s.lacks.join(", ").toLowerCase()}</span>
            </li>
          ))}
        </ul>
      </div>
    </Fold>
  );
}
