/** Changing one's own phrase. */
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { client, ok } from "../../api/client";
import { Button, Field, Notice } from "../../ui/controls";

export function YourPhrase({ person }: { person: string }) {
  const [old, setOld] = useState("");
  const [fresh, setFresh] = useState("");
  const [again, setAgain] = useState("");
  const change = useMutation({
    mutationFn: () => ok(client.PUT("/api/session/phrase", { body: { old, new: fresh } })),
    onSuccess: () => {
      setOld("");
      setFresh("");
      setAgain("");
    },
  });
  const differ = again !== "" && again !== fresh;
  return (
    <form
      className="grid max-w-[360px] gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        change.mutate();
      }}
    >
      <input type="hidden" autoComplete="username" value={person} readOnly />
      <Field
        label="Password of now"
        type="password"
        autoComplete="current-password"
        value={old}
        onChange={(e) => setOld(e.target.value)}
        required
      />
      <Field
        label="New password"
        type="password"
        autoComplete="new-password"
        hint="At least ten letters, five of them different. A phrase is easier to keep than a word."
        value={fresh}
        onChange={(e) => setFresh(e.target.value)}
        required
      />
      <Field
        label="New password, once more"
        type="password"
        autoComplete="new-password"
        fault={differ ? "The two are not the same." : undefined}
        value={again}
        onChange={(e) => setAgain(e.target.value)}
        required
      />
      <div className="flex items-center gap-3">
        <Button weight="strong" type="submit" disabled={change.isPending || differ || again === ""}>
          Change it
        </Button>
        <span role="status" className="text-moss">
          {change.isSuccess ? "Changed. Other browsers are signed out." : ""}
        </span>
      </div>
      {change.isError && <Notice>{change.error.message}</Notice>}
    </form>
  );
}
