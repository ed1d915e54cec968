/** The bench: the recipe beside the table, the promises below. */
import { Link, useParams } from "react-router";
import { useMoves, useSession, useStyles } from "../../api/queries";
import { Notice, Page, Waiting } from "../../ui/controls";
import { StyleCards } from "../shelf/StyleCards";
import { StyleBench } from "./StyleBench";

export function Bench() {
  const { style } = useParams();
  const moves = useMoves();
  const session = useSession();
  if (!style) return <ChooseStyle />;
  if (!moves.data || !session.data) return <Waiting what="the bench" />;
  return <StyleBench key={style} id={Number(style)} moves={moves.data} unit={session.data.unit} />;
}

function ChooseStyle() {
  const styles = useStyles();
  if (styles.isPending) return <Waiting what="the styles" />;
  return (
    <Page title="Bench" lead="Choose the style to work on. A new one begins with a block from the shelf.">
      {styles.isError && <Notice>{styles.error.message}</Notice>}
      {styles.data?.length === 0 && (
        <Notice tone="quiet">
          No style yet. <Link to="/">Take a block from the shelf</Link> and start one.
        </Notice>
      )}
      <StyleCards styles={styles.data ?? []} />
    </Page>
  );
}
