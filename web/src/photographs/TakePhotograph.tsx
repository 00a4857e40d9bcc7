import { Camera } from "lucide-react";
import type { ReactNode } from "react";
import { useNarrow } from "../ui/useNarrow";

/** By the surface it stands on, as buttons are; `solid` is the one thing a form is for. */
const LOOKS = {
  paper: "ring-1 ring-ink/45 ring-inset focus-within:outline-3 focus-within:outline-black",
  solid:
    "bg-ink font-bold text-paper focus-within:outline-3 focus-within:outline-black focus-within:outline-offset-2",
  slate: "rounded-sm hover:bg-slate-high focus-within:outline-3 focus-within:outline-white",
} as const;

/** The control that takes one photograph from the disk or straight from a camera. */
export function TakePhotograph({
  look = "paper",
  onTake,
  children,
}: {
  look?: keyof typeof LOOKS;
  onTake: (file: File) => void;
  /** An icon and what it says. */
  children: ReactNode;
}) {
  const narrow = useNarrow();
  if (!narrow)
    return (
      <One look={look} onTake={onTake}>
        {children}
      </One>
    );
  // In a hand there is a camera: it is opened at once, or a picture is looked for.
  return (
    <>
      <One look={look} onTake={onTake} camera>
        <Camera aria-hidden="true" size={18} /> Camera
      </One>
      <One look={look} onTake={onTake}>
        {children}
      </One>
    </>
  );
}

function One({
  look,
  onTake,
  camera = false,
  children,
}: {
  look: keyof typeof LOOKS;
  onTake: (file: File) => void;
  camera?: boolean;
  children: ReactNode;
}) {
  return (
    <label className={`flex min-h-11 cursor-pointer items-center gap-2 px-3 ${LOOKS[look]}`}>
      {children}
      <input
        type="file"
        accept="image/jpeg,image/png,image/webp,image/heic"
        capture={camera ? "environment" : undefined}
        className="sr-only"
        onChange={(event) => {
          const file = event.target.files?.[0];
          // The same picture may be taken twice in a row.
          event.target.value = "";
          if (file) onTake(file);
        }}
      />
    </label>
  );
}
