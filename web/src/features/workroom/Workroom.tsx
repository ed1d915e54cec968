/** The workroom itself: who is signed in, her phrase, and what was put away. */
import { useSession } from "../../api/queries";
import { Page } from "../../ui/controls";
import { AwayList } from "./AwayList";
import { OneFile } from "./OneFile";
import { YourPhrase } from "./YourPhrase";

export function Workroom() {
  const session = useSession();
  if (!session.data) return null;
  const { workroom, person, in_demo } = session.data;
  return (
    <Page
      title={workroom}
      lead={in_demo ? "The demo workroom; it opens only on this machine." : `You are signed in as ${person}.`}
    >
      <div className="grid gap-10 lg:grid-cols-[minmax(0,1fr)_360px]">
        <div className="grid content-start gap-10">
          <section aria-labelledby="one-file">
            <h2 id="one-file" className="mb-2 font-serif text-[21px]">
              The library as one file
            </h2>
            <OneFile />
          </section>
          <section aria-labelledby="put-away">
            <h2 id="put-away" className="mb-2 font-serif text-[21px]">
              Put away
            </h2>
            <AwayList />
          </section>
        </div>
        <section aria-labelledby="phrase">
          <h2 id="phrase" className="mb-2 font-serif text-[21px]">
            Your password
          </h2>
          {in_demo ? (
            <p className="text-quiet">The demo has none. A workroom of your own has one for each of you.</p>
          ) : (
            <YourPhrase person={person} />
          )}
          <p className="mt-4 text-quiet text-sm">
            {!in_demo && "Forgotten? Whoever runs this machine can give you a new one. "}Measures are
            personal: put people away who have left, and delete what you no longer need.
          </p>
        </section>
      </div>
    </Page>
  );
}
