/** The styles as silhouettes, to choose one for a place. */
import { Link } from "react-router";
import { useStyles } from "../../api/queries";
import { Notice, Waiting } from "../../ui/controls";
import { Silhouette } from "../shelf/Silhouette";

export function StyleChoice({ to }: { to: (id: number) => string }) {
  const styles = useStyles();
  if (styles.isPending) return <Waiting what="the styles" />;
  return (
    <>
      {styles.data?.length === 0 && (
        <Notice tone="quiet">
          No style yet. <Link to="/">Take a block from the shelf</Link> and start one.
        </Notice>
      )}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(230px,1fr))] gap-4">
        {styles.data?.map((s) => (
          <li key={s.id}>
            <Link to={to(s.id)} className="block border border-line bg-fresh p-3 hover:border-ink">
              <div className="h-[110px] bg-table p-2">
                <Silhouette drawing={s.drawing} label={s.name} />
              </div>
              <p className="mt-2 font-serif text-[17px]">{s.name}</p>
              <p className="truncate text-quiet">{s.person}</p>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}
