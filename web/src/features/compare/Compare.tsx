/** Two styles laid over each other on the table, and beside them what differs. */
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useLocation, useNavigate, useParams } from "react-router";
import { client, ok, type Schemas } from "../../api/client";
import { useRelatives, useSession, useStyle } from "../../api/queries";
import { Choice, Notice, Scroller, Waiting } from "../../ui/controls";
import { Differences } from "./Differences";
import { Findings } from "./Findings";
import { OverTable } from "./OverTable";
import { Sample } from "./Sample";

export function Compare() {
  const params = useParams();
  const id = Number(params.style);
  const relatives = useRelatives(id);
  const style = useStyle(id);
  const session = useSession();
  const other = params.other ? Number(params.other) : relatives.data?.[0]?.id;
  if (relatives.isError || style.isError)
    return (
      <main className="p-6">
        <Notice>{(relatives.error ?? style.error)?.message}</Notice>
      </main>
    );
  if (!relatives.data || !style.data || !session.data) return <Waiting what="both styles" />;
  if (other === undefined)
    return (
      <main className="p-6">
        <h1 className="mb-2 font-serif text-[27px]">Laid over each other</h1>
        <Notice tone="quiet">
          There is no second style yet. Branch a variant of{" "}
          <Link className="underline" to={`/bench/${id}`}>
            {style.data.name}
          </Link>
          , or cut it for somebody else: “variants …” beside its name.
        </Notice>
      </main>
    );
  return (
    <Both
      key={`${id} ${other}`}
      id={id}
      name={style.data.name}
      other={other}
      relatives={relatives.data}
      unit={session.data.unit}
    />
  );
}

interface Props {
  id: number;
  name: string;
  other: number;
  relatives: Schemas["Relative"][];
  unit: string;
}

function Both({ id, name, other, relatives, unit }: Props) {
  const go = useNavigate();
  const told = (useLocation().state as { told?: string[] } | null)?.told ?? [];
  const [at, setAt] = useState("");
  const [focus, setFocus] = useState<Schemas["Box"] | null>(null);
  const found = useQuery({
    queryKey: ["compare", id, other, at],
    queryFn: () =>
      ok(
        client.GET("/api/styles/{style_id}/compare/{other_id}", {
          params: { path: { style_id: id, other_id: other }, query: { at } },
        }),
      ),
    placeholderData: (before) => before,
  });
  const kin = relatives.filter((r) => r.kin);
  const others = relatives.filter((r) => !r.kin);
  return (
    <div className="flex h-full min-h-[560px]">
      <section
        aria-label="What differs"
        className="flex w-[430px] shrink-0 flex-col border-ink border-r bg-wall max-lg:w-[330px]"
      >
        <div className="grid gap-2 border-line border-b px-4 pt-3 pb-3">
          <h1 className="font-serif text-[21px] leading-tight">Laid over each other</h1>
          <p className="flex items-center gap-2">
            <Sample kind="paper" />
            <Link
              to={`/bench/${id}`}
              className="min-w-0 text-chalk underline underline-offset-2 [overflow-wrap:anywhere]"
            >
              {name}
            </Link>
          </p>
          <div className="flex items-end gap-2">
            <span className="pb-2">
              <Sample kind="chalk" />
            </span>
            <div className="min-w-0 flex-1">
              <Choice
                label="Over it"
                value={other}
                onChange={(e) => go(`/bench/${id}/over/${e.target.value}`, { replace: true })}
              >
                <Options title="Variants of this style" styles={kin} />
                <Options title="Other styles" styles={others} />
              </Choice>
            </div>
          </div>
          {found.data && (
            <Choice label="Lay together at" value={at} onChange={(e) => setAt(e.target.value)}>
              <option value="">each at its centre</option>
              {found.data.points.map((p) => (
                <option key={p}>{p}</option>
              ))}
            </Choice>
          )}
        </div>
        <Scroller label="Differences" className="min-h-0 flex-1 px-4 py-3">
          {found.isPending && <p className="text-quiet">Laying one over the other …</p>}
          {found.isError && <Notice>{found.error.message}</Notice>}
          {told.length > 0 && (
            <ul className="mb-3 grid gap-1">
              {told.map((t) => (
                <li key={t} className="border-moss border-l-4 bg-fresh px-3 py-1">
                  {t}
                </li>
              ))}
            </ul>
          )}
          {found.data && (
            <>
              <Findings found={found.data} />
              <Differences
                found={found.data}
                names={[found.data.a.name, found.data.b.name]}
                onShow={(piece) => {
                  const drawn = found.data.under.pieces.find((p) => p.name === piece);
                  if (drawn) setFocus({ ...drawn.bounds });
                }}
              />
            </>
          )}
        </Scroller>
      </section>
      <main className="relative min-w-0 flex-1" aria-label="The table">
        {found.data ? (
          <OverTable
            found={found.data}
            names={[found.data.a.name, found.data.b.name]}
            unit={unit}
            focus={focus}
          />
        ) : (
          !found.isError && <Waiting what="the sheets" />
        )}
      </main>
    </div>
  );
}

function Options({ title, styles }: { title: string; styles: Schemas["Relative"][] }) {
  if (styles.length === 0) return null;
  return (
    <optgroup label={title}>
      {styles.map((s) => (
        <option key={s.id} value={s.id}>
          {s.name}
          {s.person && ` (${s.person})`}
        </option>
      ))}
    </optgroup>
  );
}
