import { useMutation, useQuery } from "@tanstack/react-query";
import { ask } from "../api/client";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";

/** Where other devices find the studio, and the code that the next new one is asked for. */
export function OnAPhone({ className }: { className: string }) {
  const { data, error, refetch } = useQuery({
    queryKey: ["network"],
    queryFn: () => ask("POST /api/network"),
    staleTime: 0,
    gcTime: 0,
  });
  const sendAway = useMutation({
    mutationFn: (id: number) => ask("DELETE /api/devices/{device_id}", { device_id: id }),
    onSettled: () => refetch(),
  });
  return (
    <section className={className}>
      <h3 className="font-bold">Open on a phone</h3>
      {error && <Note>{error.message}</Note>}
      {data && (
        <div className="flex flex-wrap gap-5">
          <img
            src={`data:image/svg+xml;utf8,${encodeURIComponent(data.qr_svg)}`}
            alt={`The address ${data.address} to point a camera at`}
            className="size-44 bg-white"
          />
          <div className="min-w-56 flex-1 leading-snug">
            <p>
              Point its camera here, or write
              <b className="block break-all">{data.address}</b>
            </p>
            <p className="pt-2">
              Its code, for {data.minutes} minutes and once:
              <b className="block text-3xl tracking-widest">
                {data.code.slice(0, 3)} {data.code.slice(3)}
              </b>
            </p>
            <Button look="paper" className="-ml-3" onClick={() => refetch()}>
              Another code
            </Button>
          </div>
          <p className="w-full break-all text-ink-soft text-sm">
            Should it warn you, open {data.address}trust there. Fingerprint: {data.fingerprint}
          </p>
        </div>
      )}
      {data && data.devices.length > 0 && (
        <ul aria-label="Devices that came in">
          {data.devices.map((each) => (
            <li key={each.id} className="flex items-center gap-3">
              <span className="flex-1">
                {each.label}, since {new Date(each.created).toLocaleDateString()}
              </span>
              <Button
                look="paper"
                disabled={sendAway.isPending}
                onClick={() => sendAway.mutate(each.id)}
              >
                Let it in no longer
              </Button>
            </li>
          ))}
        </ul>
      )}
      {sendAway.error && <Note>{sendAway.error.message}</Note>}
    </section>
  );
}
