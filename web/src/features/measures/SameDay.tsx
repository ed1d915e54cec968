/** The day has a chart already: what becomes of the two? */
import { Button } from "../../ui/controls";

export type Choice = "merge" | "beside";

interface Props {
  message: string;
  busy: boolean;
  onChoose: (choice: Choice) => void;
  onLeave: () => void;
}

export function SameDay({ message, busy, onChoose, onLeave }: Props) {
  return (
    <div role="alert" className="mb-3 grid max-w-[64ch] gap-2 border-tape border-l-4 bg-paper px-3 py-2">
      <p>{message}</p>
      <div className="flex flex-wrap gap-2">
        <DayChoices busy={busy} onChoose={onChoose} />
        <Button weight="bare" onClick={onLeave}>
          Leave it
        </Button>
      </div>
    </div>
  );
}

/** What can become of measures for a day that has a chart. */
export function DayChoices({ busy, onChoose }: Pick<Props, "busy" | "onChoose">) {
  return (
    <>
      <Button disabled={busy} onClick={() => onChoose("merge")}>
        Put these among them
      </Button>
      <Button disabled={busy} onClick={() => onChoose("beside")}>
        A chart of their own
      </Button>
    </>
  );
}
