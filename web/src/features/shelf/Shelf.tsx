/** The shelf: blocks hang on their rail, the styles made from them lie below. */
import { useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { Refusal, type Schemas, sameSite } from "../../api/client";
import { keys, useSession, useStyles } from "../../api/queries";
import { Button, Notice, Page, Waiting } from "../../ui/controls";
import { useAway } from "../workroom/AwayList";
import { useJustPutAway } from "../workroom/PutAway";
import { FamilyDialog } from "./FamilyDialog";
import { Rail } from "./Rail";
import { StyleCards } from "./StyleCards";

export function Shelf() {
  const styles = useStyles();
  const session = useSession();
  const away = useAway();
  const put = useJustPutAway();
  if (styles.isPending) return <Waiting what="the shelf" />;
  return (
    <Page
      title="Shelf"
      lead="Blocks carry no seam allowance. They are traced, never cut: every style starts from a copy and stays pinned to the revision it was traced from."
      actions={
        <>
          <TakeIn />
          <Link
            to="/incoming"
            className="inline-flex min-h-9 items-center rounded-[3px] border border-rule-strong bg-fresh px-3 font-medium hover:border-ink"
          >
            Bring in a drawing or a card
          </Link>
          <FamilyDialog />
          <Link
            to="/measures"
            className="inline-flex min-h-9 items-center rounded-[3px] border border-ink bg-ink px-3 font-medium text-wall hover:bg-chalk"
          >
            Draft a block
          </Link>
        </>
      }
    >
      {session.data?.in_demo && <FirstMinutes />}
      {put.told}
      {styles.error && <Notice>{styles.error.message}</Notice>}
      <Rail onAway={put.onAway} />
      <h2 className="mt-8 mb-3 font-serif text-[21px]">Styles</h2>
      {styles.data?.length === 0 && <p className="text-quiet">None yet. Open a block and start one.</p>}
      <StyleCards styles={styles.data ?? []} onAway={put.onAway} />
      {(away.data?.length ?? 0) > 0 && (
        <p className="mt-8 text-quiet">
          <Link to="/workroom" className="text-chalk underline underline-offset-2">
            {away.data?.length === 1 ? "One thing is" : `${away.data?.length} things are`} put away
          </Link>
          , to be taken back or deleted.
        </p>
      )}
    </Page>
  );
}

/** A worked example for the first five minutes; only in the demo workroom. */
function FirstMinutes() {
  return (
    <details className="mb-4 border border-rule-strong bg-paper px-4 py-2">
      <summary className="cursor-pointer font-serif text-[17px]">Five minutes: your first moved dart</summary>
      <ol className="mt-2 ml-5 grid list-decimal gap-1 pb-2">
        <li>Open “Tove, straight bodice”, play its construction once, and read the audit on the right.</li>
        <li>Type a name under “Start a style from it” and trace it to the bench.</li>
        <li>
          Take the front's waist dart by its mouth (the round handle) and drag it up to the shoulder; Enter
          puts it in.
        </li>
        <li>Look at the promises below: the waist, the armhole and the shoulder are as long as before.</li>
        <li>Click “all” in the sentence, choose half, and change it. Then undo, and redo.</li>
        <li>“Finish and print”: allowances, folded dart mouths, and a PDF with a test square.</li>
      </ol>
    </details>
  );
}

function TakeIn() {
  const input = useRef<HTMLInputElement>(null);
  const queries = useQueryClient();
  const go = useNavigate();
  const [refused, setRefused] = useState("");
  async function take(file: File) {
    try {
      const block = await sendFile(file);
      await queries.invalidateQueries({ queryKey: keys.blocks });
      go(`/blocks/${block.id}`);
    } catch (e) {
      setRefused(`${file.name}: ${e instanceof Error ? e.message : String(e)}`);
    }
  }
  return (
    <div className="relative">
      <Button onClick={() => input.current?.click()}>Take in a block file</Button>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="sr-only"
        aria-label="Block file"
        tabIndex={-1}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = "";
          if (file) void take(file);
        }}
      />
      {refused && (
        <div className="absolute right-0 z-10 mt-2 w-[380px]">
          <Notice>{refused}</Notice>
        </div>
      )}
    </div>
  );
}

async function sendFile(file: File): Promise<Schemas["BlockOut"]> {
  if (file.size > 10 * 1024 * 1024) {
    const message = `The file has ${Math.round(file.size / 1048576)} MB; 10 MB is the most that is read. Split it.`;
    throw new Refusal({ code: "bad_file", message, where: "", cure: "", field: "" }, 413);
  }
  const answer = await sameSite(new Request("/api/blocks/import", { method: "POST", body: file }));
  const data = (await answer.json()) as Schemas["BlockOut"] & Partial<Schemas["ErrorOut"]>;
  if (!answer.ok && data.error) throw new Refusal(data.error, answer.status);
  return data;
}
