import "./strict";
import { zodResolver } from "@hookform/resolvers/zod";
import { useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { z } from "zod";
import { api, got, type Me } from "../api/client";
import { meQuery, sheetsQuery } from "../api/queries";
import { signIn, signUp } from "../api/session";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";

const schema = z.object({
  name: z.string().trim().min(1, "Write the name you paint under.").max(150),
  password: z.string().min(1, "Write your password."),
});

const FIELD = "min-h-11 w-full bg-white px-3 ring-1 ring-ink/50 ring-inset";

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
  const form = useForm({ resolver: zodResolver(schema), defaultValues: { name, password: "" } });
  const [trouble, setTrouble] = useState<string | null>(null);
  const enter = (how: typeof signIn) =>
    form.handleSubmit(async (values) => {
      const problem = await how(values.name, values.password);
      setTrouble(problem?.message ?? null);
      if (!problem) onDone();
    });
  const openDemo = async () => {
    try {
      await got(api.POST("/api/demo"));
      onDone();
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  const { errors, isSubmitting } = form.formState;
  return (
    <form onSubmit={enter(signIn)} className="flex flex-col gap-3" noValidate>
      <label>
        Name
        <input {...form.register("name")} autoComplete="username" className={FIELD} />
      </label>
      {errors.name && <Note>{errors.name.message}</Note>}
      <label>
        Password
        <input
          {...form.register("password")}
          type="password"
          autoComplete="current-password"
          className={FIELD}
        />
      </label>
      {errors.password && <Note>{errors.password.message}</Note>}
      {trouble && <Note>{trouble}</Note>}
      <div className="flex flex-wrap gap-2">
        <Button type="submit" look="solid" className="flex-1" disabled={isSubmitting}>
          Sign in
        </Button>
        <Button
          look="paper"
          className="flex-1"
          disabled={isSubmitting}
          onClick={() => enter(signUp)()}
        >
          New studio
        </Button>
      </div>
      {demo && (
        <Button look="paper" onClick={openDemo}>
          Open the demo studio
        </Button>
      )}
    </form>
  );
}

/** The door. */
export function SignInPage({ me }: { me: Me }) {
  const cache = useQueryClient();
  const navigate = useNavigate();
  const enter = async () => {
    await cache.fetchQuery({ ...meQuery, staleTime: 0 });
    const [newest] = await cache.fetchQuery(sheetsQuery);
    if (newest) navigate({ to: "/scales/{-$sheetId}", params: { sheetId: String(newest.id) } });
    else navigate({ to: "/scales/{-$sheetId}" });
  };
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
