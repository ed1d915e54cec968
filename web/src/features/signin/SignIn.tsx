/** The door: the demo on this machine, an own workroom, or a new one. */
import { useState } from "react";
import { client, ok, Refusal, type Schemas } from "../../api/client";
import { useEnter } from "../../api/queries";
import { Button, Field, Notice } from "../../ui/controls";

export function SignIn({ demo }: { demo: boolean }) {
  const enter = useEnter();
  const [fresh, setFresh] = useState(false);
  const [refused, setRefused] = useState("");
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const [workroom, setWorkroom] = useState("");

  async function go(asked: Promise<Schemas["SessionOut"]>) {
    try {
      enter(await asked);
    } catch (e) {
      setRefused(e instanceof Refusal ? e.message : String(e));
    }
  }
  const submit = () =>
    go(
      fresh
        ? ok(client.POST("/api/workrooms", { body: { name, password, workroom } }))
        : ok(client.POST("/api/session", { body: { name, password } })),
    );

  return (
    <main className="grid min-h-full place-items-center bg-table p-6">
      <div className="w-[430px] max-w-full border border-rule-strong bg-paper p-8 shadow-[3px_4px_0_rgb(34_48_60/0.12)]">
        <h1 className="font-semibold font-serif text-[30px]">Steady Shear</h1>
        <p className="mt-1 text-quiet">
          Blocks, darts and seams with the truth of paper: it measures, adds up, keeps the record and looks
          the pattern over.
        </p>
        {demo && (
          <div className="mt-6 border-rule-strong border-y py-4">
            <Button
              weight="strong"
              className="w-full"
              onClick={() => go(ok(client.POST("/api/session/demo")))}
            >
              Open the demo workroom
            </Button>
            <p className="mt-2 text-quiet text-sm">
              A choir's wardrobe: five singers, their blocks, and styles worked step by step. Only on this
              machine.
            </p>
          </div>
        )}
        <form
          className="mt-5 grid gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            void submit();
          }}
        >
          <h2 className="font-serif text-lg">{fresh ? "Open a new workroom" : "Sign in to your workroom"}</h2>
          {fresh && (
            <Field label="Workroom" value={workroom} onChange={(e) => setWorkroom(e.target.value)} required />
          )}
          <Field
            label="Your name"
            autoComplete="username"
            value={name}
            onChange={(e) => setName(e.target.value)}
            required
          />
          <Field
            label="Password"
            type="password"
            autoComplete={fresh ? "new-password" : "current-password"}
            hint={
              fresh
                ? "At least ten letters. Measures are personal: choose a phrase nobody guesses."
                : "Forgotten? Whoever runs this machine can give you a new one."
            }
            value={password}
            onChange={(e) => setPassword(e.target.value)}
            required
          />
          {refused && <Notice>{refused}</Notice>}
          <div className="flex items-center justify-between">
            <Button weight="strong" type="submit">
              {fresh ? "Open it" : "Sign in"}
            </Button>
            <Button weight="bare" onClick={() => setFresh(!fresh)}>
              {fresh ? "I have a workroom" : "Open a new workroom"}
            </Button>
          </div>
        </form>
      </div>
    </main>
  );
}
