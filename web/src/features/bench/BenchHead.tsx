/** What is on the bench: the style, its blocks, and the way back and forward through its edits. */
import { Link } from "react-router";
import { Button } from "../../ui/controls";
import { Blocks } from "./Blocks";
import type { StyleDetail } from "./useStyleWork";
import { Variants } from "./Variants";

interface Props {
  detail: StyleDetail;
  saving: boolean;
  onUndo: () => void;
  onRedo: () => void;
}

export function BenchHead({ detail, saving, onUndo, onRedo }: Props) {
  const more = detail.roles.length - 1;
  return (
    <div className="border-line border-b px-4 pt-3 pb-2">
      <h1 className="font-serif text-[21px] leading-tight [overflow-wrap:anywhere]">{detail.name}</h1>
      <p className="text-quiet">
        on {detail.block}
        {more > 0 && ` and ${more === 1 ? "another block" : `${more} other blocks`}`}
        {detail.person && `, for ${detail.person}`}
        {!detail.toile && (
          <>
            {" "}
            · <Blocks detail={detail} />, <Variants detail={detail} />
          </>
        )}
      </p>
      {detail.toile && (
        <p className="mt-1 border-madder border-l-4 bg-fresh px-2 py-1">
          What is done here corrects the block, after toile {detail.toile.number}.{" "}
          <Link
            to={`/blocks/${detail.toile.block_id}/fitting`}
            className="text-chalk underline underline-offset-2"
          >
            Back to the fitting
          </Link>
        </p>
      )}
      <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
        <Button disabled={!detail.can_undo || saving} onClick={onUndo} title="Undo (Ctrl Z)">
          Undo
        </Button>
        <Button disabled={!detail.can_redo || saving} onClick={onRedo} title="Redo (Ctrl Shift Z)">
          Redo
        </Button>
        {!detail.toile && (
          <Link to={`/paper/${detail.id}`} className="ml-1 text-chalk underline underline-offset-2">
            finish and print
          </Link>
        )}
        <span role="status" className="ml-auto text-quiet text-sm" data-testid="saved">
          {saving ? "saving …" : "saved"}
        </span>
      </div>
    </div>
  );
}
