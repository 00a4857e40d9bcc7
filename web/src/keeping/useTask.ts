import { useMutation, useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { ask } from "../api/client";
import type { TaskOut } from "../api/schema";

const ASKED_EVERY_MS = 400;

const isUnderWay = (task: TaskOut | undefined) =>
  task?.standing === "waiting" || task?.standing === "running";

/** The address of the file a task came to. */
export const taskFile = (task: TaskOut) => `/api/tasks/${task.key}/file`;

/** Hands a file to the painter as a link that is clicked would. */
export function fetchFile(address: string, name = "") {
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
}

/**
 * Work that takes a while: begun, asked about until it has ended, stopped; `onDone` hears once of
 * one that came to its end.
 */
export function useTask<Asked = void>(
  begin: (asked: Asked) => Promise<TaskOut>,
  onDone: (task: TaskOut) => void,
) {
  const begun = useMutation({ mutationFn: begin });
  const key = begun.data?.key ?? "";
  const { data: asked, error } = useQuery({
    queryKey: ["tasks", key],
    queryFn: () => ask("GET /api/tasks/{key}", { key }),
    enabled: key !== "",
    refetchInterval: ({ state }) =>
      state.data && !isUnderWay(state.data) ? false : ASKED_EVERY_MS,
    refetchIntervalInBackground: true,
  });
  const task = asked ?? begun.data;
  const told = useRef("");
  useEffect(() => {
    if (task?.standing !== "done" || told.current === task.key) return;
    told.current = task.key;
    onDone(task);
  }, [task, onDone]);
  const stop = useMutation({
    mutationFn: () => ask("POST /api/tasks/{key}/stop", { key }),
  });
  const failed = task?.standing === "failed" ? task.saying : null;
  return {
    task,
    underWay: begun.isPending || isUnderWay(task),
    begin: begun.mutate,
    stop: stop.mutate,
    trouble: begun.error?.message ?? failed ?? error?.message ?? null,
  };
}
