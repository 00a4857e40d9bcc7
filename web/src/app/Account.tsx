import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { FileDown, LogOut, RotateCcw } from "lucide-react";
import { type FormEvent, useState } from "react";
import { ask } from "../api/client";
import { meQuery } from "../api/queries";
import type { Me } from "../api/schema";
import { changePassword, endSession, sessionsQuery } from "../api/session";
import { fetchFile, taskFile, useTask } from "../keeping/useTask";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";
import { Panel } from "../ui/Panel";
import { Progress } from "../ui/Progress";
import { HowYouWork } from "./HowYouWork";
import { OnAPhone } from "./OnAPhone";
import { useOpenNewest } from "./useOpenNewest";

const FIELD = "min-h-11 w-full bg-white px-3 ring-1 ring-ink/50 ring-inset";
const PART = "border-ink/30 border-t pt-4 pb-5";

/** The studio as a whole: its sign-in, where it is open, and all of it taken along or away. */
export function Account({
  me,
  onLeave,
  onClose,
}: {
  me: Me;
  onLeave: () => void;
  onClose: () => void;
}) {
  const shared = me.name === "demo" && me.demo;
  return (
    <Panel open onClose={onClose} title={shared ? "The demo studio" : `${me.name}’s studio`} wide>
      {shared ? (
        <Shared onDone={onClose} />
      ) : (
        <>
          <Password />
          <Sessions />
        </>
      )}
      <p className="pb-5">
        <Button look="paper" className="-ml-3" onClick={onLeave}>
          <LogOut aria-hidden="true" size={18} /> Sign out
        </Button>
      </p>
      {me.network && <OnAPhone className={PART} />}
      <HowYouWork className={PART} />
      <TakeAlong />
      {!shared && <Leave onLeave={onLeave} />}
    </Panel>
  );
}

/** All that is kept, gathered into one file while one waits. */
function TakeAlong() {
  const { task, underWay, begin, stop, trouble } = useTask(
    () => ask("POST /api/me/studio"),
    (done) => fetchFile(taskFile(done)),
  );
  return (
    <section className={PART}>
      <h3 className="font-bold">All of it in one file</h3>
      <p className="pb-1">
        Tubes, readings, sheets, piles, paintings, journal and photographs, as JSON.
      </p>
      {trouble && <Note>{trouble}</Note>}
      {underWay ? (
        <Progress
          says={task?.saying ?? "Asking …"}
          share={task?.share ?? 0}
          onStop={task && (() => stop())}
        />
      ) : (
        <Button look="paper" onClick={() => begin()}>
          <FileDown aria-hidden="true" size={18} /> Take it along
        </Button>
      )}
    </section>
  );
}

/** What the demo is, and how it is put back. */
function Shared({ onDone }: { onDone: () => void }) {
  const cache = useQueryClient();
  const openNewest = useOpenNewest();
  const anew = useMutation({
    mutationFn: () => ask("POST /api/demo/anew"),
    onSuccess: async () => {
      cache.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== meQuery.queryKey[0] });
      await openNewest();
      onDone();
    },
  });
  return (
    <section className="pb-5">
      <p className="max-w-prose pb-2">
        Everybody who opens the demo shares it, so its sign-in stays as it is. It is put back at
        every start, or now, for all who are in it.
      </p>
      {anew.error && <Note>{anew.error.message}</Note>}
      <Button look="solid" disabled={anew.isPending} onClick={() => anew.mutate()}>
        <RotateCcw aria-hidden="true" size={18} />{" "}
        {anew.isPending ? "Making it new …" : "Make it new"}
      </Button>
    </section>
  );
}

/** A form of password fields; what was typed goes once it was taken. */
function usePasswords(act: (typed: Record<string, string>) => Promise<unknown>) {
  const done = useMutation({ mutationFn: act });
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const typed = Object.fromEntries(new FormData(form)) as Record<string, string>;
    done.mutate(typed, { onSuccess: () => form.reset() });
  };
  return { ...done, submit };
}

function Password() {
  const change = usePasswords(async ({ now = "", next = "" }) => {
    const problem = await changePassword(now, next);
    if (problem) throw problem;
  });
  return (
    <form onSubmit={change.submit} className="flex flex-wrap items-end gap-3 pb-5">
      <h3 className="w-full font-bold">Another password</h3>
      <label className="flex-1">
        The one you have
        <input name="now" type="password" autoComplete="current-password" className={FIELD} />
      </label>
      <label className="flex-1">
        The new one
        <input name="next" type="password" autoComplete="new-password" className={FIELD} />
      </label>
      <Button look="solid" type="submit" disabled={change.isPending}>
        Change it
      </Button>
      {change.error && <Note>{change.error.message}</Note>}
      {change.isSuccess && <p role="status">It is changed.</p>}
    </form>
  );
}

function Sessions() {
  const { data: sessions = [] } = useQuery(sessionsQuery);
  const cache = useQueryClient();
  const end = useMutation({
    mutationFn: endSession,
    onSettled: () => cache.invalidateQueries({ queryKey: sessionsQuery.queryKey }),
  });
  return (
    <section className={PART}>
      <h3 className="font-bold">Where it is open</h3>
      <ul>
        {sessions.map((each) => (
          <li key={each.id} className="flex flex-wrap items-center gap-x-3">
            <span className="min-w-0 flex-1 leading-snug">
              {each.is_current ? "Here" : each.ip}, since{" "}
              {new Date(each.created_at * 1000).toLocaleString()}
              <span className="block truncate text-ink-soft text-sm">{each.user_agent}</span>
            </span>
            {!each.is_current && (
              <Button look="paper" disabled={end.isPending} onClick={() => end.mutate(each.id)}>
                End it
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The end of a studio: asked for twice, since nothing brings it back. */
function Leave({ onLeave }: { onLeave: () => void }) {
  const [sure, setSure] = useState(false);
  const leave = usePasswords(async ({ password = "" }) => {
    await ask("POST /api/me/leave", { body: { password } });
    onLeave();
  });
  return (
    <section className={PART}>
      <h3 className="font-bold">Take the studio away</h3>
      {sure ? (
        <form onSubmit={leave.submit} className="flex flex-wrap items-end gap-3">
          <p className="w-full">
            All that is in it goes, and nothing brings it back. Write your password once more.
          </p>
          <label className="flex-1">
            Password
            <input
              name="password"
              type="password"
              autoComplete="current-password"
              className={FIELD}
            />
          </label>
          <Button look="solid" type="submit" disabled={leave.isPending}>
            Take it away for good
          </Button>
          <Button look="paper" onClick={() => setSure(false)}>
            Keep it
          </Button>
          {leave.error && <Note>{leave.error.message}</Note>}
        </form>
      ) : (
        <Button look="paper" onClick={() => setSure(true)}>
          I want to leave
        </Button>
      )}
    </section>
  );
}
