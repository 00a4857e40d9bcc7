import { useMutation } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { QrCode } from "lucide-react";
import { sendFile } from "../api/upload";

/** Opens the entry whose swatch card is in a photograph, by the small code on it. */
export function ByCode() {
  const navigate = useNavigate();
  const look = useMutation({
    mutationFn: (file: File) => sendFile<{ entry: number }>("/api/painted/code", file),
    onSuccess: ({ entry }) =>
      navigate({ to: "/journal/{-$entryId}", params: { entryId: String(entry) } }),
  });
  return (
    <>
      <label className="flex min-h-11 cursor-pointer items-center gap-2 rounded-sm px-3 hover:bg-slate-high focus-within:outline-3 focus-within:outline-white">
        <QrCode aria-hidden="true" size={18} />
        {look.isPending ? "Looking at it …" : "Card’s code"}
        <input
          type="file"
          accept="image/jpeg,image/png,image/webp,image/heic"
          className="sr-only"
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (file) look.mutate(file);
          }}
        />
      </label>
      {look.error && (
        <p role="alert" className="w-full border-chalk border-l-4 pl-3">
          {look.error.message}
        </p>
      )}
    </>
  );
}
