import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { ask } from "../api/client";
import { csrfToken } from "../api/session";
import { Button } from "../ui/Button";
import { Note } from "../ui/Note";

/** A device that is new on the studio's network: the code that the studio's own machine shows. */
export function Device() {
  const cache = useQueryClient();
  const navigate = useNavigate();
  const [code, setCode] = useState("");
  const knock = () => ask("GET /api/device");
  useQuery({ queryKey: ["device"], queryFn: knock });
  const enter = useMutation({
    mutationFn: async () => {
      // It also brings the cookie that the code is sent with, and may still be under way.
      if (!csrfToken()) await knock();
      return ask("POST /api/device", { body: { code } });
    },
    onSuccess: () => {
      cache.clear();
      navigate({ to: "/sign-in" });
    },
  });
  return (
    <main className="flex min-h-dvh items-center justify-center bg-stage p-6">
      <form
        className="flex w-full max-w-sm flex-col gap-3 bg-paper p-6 text-ink"
        onSubmit={(event) => {
          event.preventDefault();
          enter.mutate();
        }}
      >
        <h1 className="font-bold text-2xl">A new device</h1>
        <p className="leading-snug">
          Write the six figures that the studio’s own machine shows. It is asked once.
        </p>
        <label>
          Code
          <input
            value={code}
            onChange={(event) => setCode(event.target.value)}
            inputMode="numeric"
            autoComplete="one-time-code"
            maxLength={12}
            className="min-h-14 w-full bg-white px-3 text-2xl tracking-widest ring-1 ring-ink/50 ring-inset"
          />
        </label>
        {enter.error && <Note>{enter.error.message}</Note>}
        <Button type="submit" look="solid" disabled={enter.isPending || code.trim() === ""}>
          Come in
        </Button>
        <Link to="/trust" className="flex min-h-11 items-center underline underline-offset-4">
          The browser warned me
        </Link>
      </form>
    </main>
  );
}

/** By what a device says, since its owner may not know what runs on it. */
const SYSTEMS: ReadonlyArray<readonly [string, string]> = [
  [
    "It says that a profile was downloaded",
    "Install it in Settings under General; then switch it on under General, About, Certificate Trust Settings.",
  ],
  [
    "It asks what the certificate is for",
    "Choose CA certificate: in Settings, Security, Install a certificate.",
  ],
  [
    "A computer that offers “Install Certificate”",
    "Put it into Trusted Root Certification Authorities.",
  ],
  ["A computer with a keychain", "Open it there once more and choose Always Trust."],
  [
    "A browser with certificates of its own",
    "Settings, Certificates, View, Authorities, Import; trust it for websites.",
  ],
];

/** How a device is made to believe the studio's own certificate. */
export function Trust() {
  return (
    <main className="flex min-h-dvh justify-center bg-stage p-6">
      <article className="h-fit w-full max-w-xl bg-paper p-6 text-ink leading-snug">
        <h1 className="font-bold text-2xl">Trust this studio</h1>
        <p className="pt-2">
          The studio made its own certificate, so a browser warns you once. Let the device know it,
          and the warning goes. It vouches for addresses of private networks and for nothing else.
        </p>
        <p className="py-3">
          <a
            href="/trust/mesotint-studio.crt"
            className="inline-flex min-h-11 items-center bg-ink px-4 font-bold text-paper"
          >
            Take the certificate
          </a>
        </p>
        <p>
          Compare its SHA-256 fingerprint with the one that the studio’s own machine shows, under{" "}
          <b>Open on a phone</b>.
        </p>
        <dl className="pt-3">
          {SYSTEMS.map(([seen, says]) => (
            <div key={seen} className="pb-2">
              <dt className="font-bold">{seen}</dt>
              <dd>{says}</dd>
            </div>
          ))}
        </dl>
        <p className="text-ink-soft text-sm">
          Menus are told from memory, and differ between versions. On a device that is not yours,
          ask whoever looks after it.
        </p>
        <Link to="/" className="flex min-h-11 items-center underline underline-offset-4">
          To the studio
        </Link>
      </article>
    </main>
  );
}
