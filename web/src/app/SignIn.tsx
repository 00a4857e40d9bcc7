import { useMutation } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { signIn, signUp } from "../api/session";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";

const FIELD = "min-h-11 w-full bg-white px-3 ring-1 ring-ink/50 ring-inset";

/** As the server takes it. */
const LONGEST_NAME = 150;

/** Name and password, of a studio there is or of a new one. */
export function SignInForm({
  name = "",
  fresh = false,
  onFresh,
  onBack,
  onDone,
}: {
  name?: string;
  /** Whether a studio is begun with them. */
  fresh?: boolean;
  onFresh?: (fresh: boolean) => void;
  onBack?: () => void;
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
  const enter = () => {
    const typed = new FormData(fields.current ?? undefined);
    const [who, password] = [String(typed.get("name")).trim(), String(typed.get("password"))];
    const empty = who ? (password ? null : "password") : "name";
    setMissing(empty);
    if (empty) fields.current?.querySelector<HTMLInputElement>(`[name=${empty}]`)?.focus();
    else entering.mutate(() => (fresh ? signUp : signIn)(who, password));
  };
  return (
    <form
      ref={fields}
      onSubmit={(event) => {
        event.preventDefault();
        enter();
      }}
      className="flex flex-col gap-3"
      noValidate
    >
      <label>
        {fresh ? "The name you paint under" : "Name"}
        <input
          // biome-ignore lint/a11y/noAutofocus: the form was asked for, and this is what it begins with
          autoFocus={onFresh !== undefined}
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
        <input
          name="password"
          type="password"
          autoComplete={fresh ? "new-password" : "current-password"}
          className={FIELD}
        />
      </label>
      {missing === "password" && <Note>Write your password.</Note>}
      {entering.error && !missing && <Note>{entering.error.message}</Note>}
      <Button type="submit" look="solid" disabled={entering.isPending}>
        {fresh ? "Begin the studio" : "Sign in"}
      </Button>
      {onFresh && (
        <div className="flex flex-wrap">
          <Button look="paper" className="flex-1" onClick={() => onFresh(!fresh)}>
            {fresh ? "I have a studio" : "New studio"}
          </Button>
          {onBack && (
            <Button look="paper" className="flex-1" onClick={onBack}>
              Back
            </Button>
          )}
        </div>
      )}
    </form>
  );
}
