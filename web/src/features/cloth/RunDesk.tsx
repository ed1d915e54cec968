/** A run asked for: which sizes of the shelf's families, and who of the workroom. */
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { Button, Choice, Notice, Waiting } from "../../ui/controls";
import { RunList } from "./RunList";
import { useAskRun, useBodies } from "./useRuns";

export function RunDesk({ id }: { id: number }) {
  const offered = useBodies(id);
  const ask = useAskRun();
  const go = useNavigate();
  const [families, setFamilies] = useState<Record<string, string>>({});
  const [people, setPeople] = useState<number[]>([]);
  if (offered.isError)
    return (
      <div className="p-5">
        <Notice>{offered.error.message}</Notice>
      </div>
    );
  if (!offered.data) return <Waiting what="the bodies" />;
  const { roles } = offered.data;
  const measured = offered.data.people.filter((p) => p.measured);
  const chosen = Object.fromEntries(Object.entries(families).filter(([, family]) => family));
  const some = Object.keys(chosen).length > 0;
  const every = roles.every((r) => r.families.length > 0);
  const toggle = (person: number) =>
    setPeople(people.includes(person) ? people.filter((p) => p !== person) : [...people, person]);
  const suggest = () =>
    setFamilies(Object.fromEntries(roles.map((r) => [r.role, r.suggested || (r.families[0] ?? "")])));
  return (
    <main className="mx-auto grid max-w-[980px] gap-6 px-5 py-5">
      <form
        aria-label="A new run"
        className="grid gap-5 border border-line bg-fresh p-4"
        onSubmit={(e) => {
          e.preventDefault();
          ask.mutate(
            { style_id: id, name: "", families: chosen, people },
            { onSuccess: (made) => void go(`/cloth/runs/${made.id}`) },
          );
        }}
      >
        <p className="max-w-[70ch]">
          The style is cut on each body as far as it goes, looked over, and its lengths are laid side by side.
          Nothing changes in the style itself.
        </p>
        <fieldset className="grid gap-2">
          <legend className="font-serif text-lg">A family of sizes</legend>
          {every ? (
            <div className="flex flex-wrap items-end gap-4">
              {roles.map((r) => (
                <div key={r.role} className="w-[230px]">
                  <Choice
                    label={r.role}
                    value={families[r.role] ?? ""}
                    onChange={(e) => setFamilies({ ...families, [r.role]: e.target.value })}
                  >
                    <option value="">no sizes</option>
                    {r.families.map((f) => (
                      <option key={f}>{f}</option>
                    ))}
                  </Choice>
                </div>
              ))}
              {roles.length > 1 && !some && <Button onClick={suggest}>Those of the same school</Button>}
            </div>
          ) : (
            <p className="text-quiet">
              There is no family of sizes yet for:{" "}
              {roles
                .filter((r) => r.families.length === 0)
                .map((r) => r.role)
                .join(", ")}
              .{" "}
              <Link to="/schools" className="text-chalk underline underline-offset-2">
                A school drafts one
              </Link>{" "}
              from a size table.
            </p>
          )}
        </fieldset>
        <fieldset className="grid gap-2">
          <legend className="font-serif text-lg">People</legend>
          {measured.length > 1 && (
            <p className="flex gap-3">
              <Button
                className="text-sm"
                onClick={() => setPeople(people.length === measured.length ? [] : measured.map((p) => p.id))}
              >
                {people.length === measured.length ? "nobody" : `all ${measured.length}`}
              </Button>
            </p>
          )}
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(240px,1fr))] gap-x-6 gap-y-1">
            {offered.data.people.map((p) => (
              <li key={p.id}>
                <label className="flex min-h-8 items-center gap-2">
                  <input
                    type="checkbox"
                    className="size-4 shrink-0 accent-ink"
                    disabled={!p.measured}
                    checked={people.includes(p.id)}
                    onChange={() => toggle(p.id)}
                  />
                  <span className={`min-w-0 [overflow-wrap:anywhere] ${p.measured ? "" : "text-quiet"}`}>
                    {p.name}
                    {!p.measured && ", not measured yet"}
                  </span>
                </label>
              </li>
            ))}
          </ul>
          {offered.data.people.length === 0 && (
            <p className="text-quiet">
              Nobody is in the book yet.{" "}
              <Link to="/measures" className="text-chalk underline underline-offset-2">
                Take somebody’s measures
              </Link>
              .
            </p>
          )}
          <p className="max-w-[70ch] text-quiet">
            Each gets her own block of the same school from the shelf; where there is none, one is drafted
            from her newest measures and hung up.
          </p>
        </fieldset>
        {ask.isError && <Notice>{ask.error.message}</Notice>}
        <div className="flex flex-wrap items-center gap-3">
          <Button weight="strong" type="submit" disabled={ask.isPending || (!some && people.length === 0)}>
            Cut it on all of them
          </Button>
          {!some && people.length === 0 && <span className="text-quiet">Choose sizes, or somebody.</span>}
        </div>
      </form>
      <RunList style={id} />
    </main>
  );
}
