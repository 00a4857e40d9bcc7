import { useMutation } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { QrCode } from "lucide-react";
import { sendFile } from "../api/upload";
import { TakePhotograph } from "../photographs/TakePhotograph";

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
      <TakePhotograph look="slate" onTake={(file) => look.mutate(file)}>
        <QrCode aria-hidden="true" size={18} />
        {look.isPending ? "Looking at it …" : "Card’s code"}
      </TakePhotograph>
      {look.error && (
        <p role="alert" className="w-full border-chalk border-l-4 pl-3">
          {look.error.message}
        </p>
      )}
    </>
  );
}
