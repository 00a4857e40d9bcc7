import { useNavigate } from "@tanstack/react-router";
import type { ReactNode } from "react";
import { Tray } from "./Tray";

/** A stage with nothing on it yet: the tray stands beside it, and a tube there is looked at. */
export function EmptyRoom({ hint, children }: { hint: string; children: ReactNode }) {
  const navigate = useNavigate();
  return (
    <div className="room [--slip:0]">
      <Tray
        inUse={[]}
        hint={hint}
        onPick={({ id }) => navigate({ to: "/tubes", search: { tube: id } })}
      />
      <main className="flex min-h-0 min-w-0 flex-1 flex-col bg-stage text-stage-ink">
        {children}
      </main>
    </div>
  );
}
