import { useMutation } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { api, got, type Me } from "../api/client";
import { signIn, signUp } from "../api/session";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { useOpenNewest } from "./useOpenNewest";

const FIELD = "min-h-11 w-full bg-white px-3 ring-1 ring-ink/50 ring-inset";

/** As the server takes it. */
const LONGEST_NAME = 150;

/** Name and password, a new studio, or the demo. */
export function SignInForm({
  name = "",
  demo,
  onDone,
}: {
  name?: string;
  demo: boolean;
  onDone: () => void;
}) {
  const fields = useRef<HTMLFormElement>(null);
  const [missing, setMissing] = useState<"name" | "password" | null>(null);
  const entering = useMutation({
    mutationFn: async (how: () => Promise<Error | null>) => {
      const problem = await how();
      if (problem) throw problem;
    },
    onSuccess: onDone,
  });
  const enter = (how: typeof signIn) => {
    const typed = new FormData(fields.current ?? undefined);
    const [who, password] = [String(typed.get("name")).trim(), String(typed.get("password"))];
    const empty = who ? (password ? null : "password") : "name";
    setMissing(empty);
    if (empty) fields.current?.querySelector<HTMLInputElement>(`[name=${empty}]`)?.focus();
    else entering.mutate(() => how(who, password));
  };
  const openDemo = () =>
    entering.mutate(async () => {
      await got(api.POST("/api/demo"));
      return null;
    });
  const busy = entering.isPending;
  return (
    <form
      ref={fields}
      onSubmit={(event) => {
        event.preventDefault();
        enter(signIn);
      }}
      className="flex flex-col gap-3"
      noValidate
    >
      <label>
        Name
        <input
          name="name"
          defaultValue={name}
          maxLength={LONGEST_NAME}
          autoComplete="username"
          className={FIELD}
        />
      </label>
      {missing === "name" && <Note>Write the name you paint under.</Note>}
      <label>
        Password
        <input name="password" type="password" autoComplete="current-password" className={FIELD} />
      </label>
      {missing === "password" && <Note>Write your password.</Note>}
      {entering.error && !missing && <Note>{entering.error.message}</Note>}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" look="solid" className="flex-1" disabled={busy}>
          Sign in
        </Button>
        <Button look="paper" className="flex-1" disabled={busy} onClick={() => enter(signUp)}>
          New studio
        </Button>
      </div>
      {demo && (
        <>
          <Button look="paper" disabled={busy} onClick={openDemo}>
            Open the demo studio
          </Button>
          <p className="text-center text-ink-soft text-sm leading-snug">
            Everybody who opens the demo shares it. What is made there goes when Mesotint starts
            anew.
          </p>
        </>
      )}
    </form>
  );
}

/** The door. */
export function SignInPage({ me }: { me: Me }) {
  const enter = useOpenNewest();
  return (
    <main className="flex min-h-dvh items-center justify-center bg-stage p-6">
      <div className="w-full max-w-md bg-paper p-8">
        <h1 className="font-bold text-5xl tracking-tight">Mesotint</h1>
        <p className="mt-2 mb-6 text-lg leading-snug">
          Mute a paint with its partner, see every step fall toward grey, and mix it by measured
          parts.
        </p>
        <SignInForm demo={me.demo} onDone={enter} />
      </div>
    </main>
  );
}
