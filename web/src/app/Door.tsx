import { type KeyboardEvent, type PointerEvent, useRef, useState } from "react";
import { DOOR } from "../api/door";
import type { Me } from "../api/schema";
import { swatchStyle } from "../seen/Swatch";
import { Button } from "../ui/Button";
import { OpenDemo } from "./OpenDemo";
import { SignInForm } from "./SignIn";
import { useOpenNewest } from "./useOpenNewest";

/** The door: the idea at once, then the demo, then one's own studio. */
export function Door({ me }: { me: Me }) {
  const enter = useOpenNewest();
  const [entering, setEntering] = useState<"in" | "new" | null>(me.demo ? null : "in");
  return (
    <main className="flex min-h-dvh flex-col bg-stage text-stage-ink">
      <FallingScales />
      <div className="grid flex-1 content-start gap-x-12 gap-y-3 px-6 py-5 md:grid-cols-[minmax(0,1fr)_24rem] md:px-10">
        <div>
          <h1 className="font-bold text-5xl tracking-tight">Mesotint</h1>
          <p className="max-w-prose pt-2 text-xl leading-snug">
            Mute a paint with its partner, see it fall to grey, mix it by measured parts.
          </p>
        </div>
        <div className="bg-paper p-5 text-ink">
          {entering === null ? (
            <div className="flex flex-col gap-2">
              <OpenDemo onDone={enter} />
              <p className="pb-1 text-ink-soft leading-snug">
                A painter’s tubes, scales and a painting to try things on. Everybody who opens it
                shares it; it is put back at every start.
              </p>
              <div className="flex">
                <Button look="paper" className="flex-1" onClick={() => setEntering("in")}>
                  Sign in
                </Button>
                <Button look="paper" className="flex-1" onClick={() => setEntering("new")}>
                  New studio
                </Button>
              </div>
            </div>
          ) : (
            <SignInForm
              fresh={entering === "new"}
              onFresh={(fresh) => setEntering(fresh ? "new" : "in")}
              onBack={me.demo ? () => setEntering(null) : undefined}
              onDone={enter}
            />
          )}
        </div>
      </div>
    </main>
  );
}

/** Paints side by side, each falling to grey below: the one under the hand stands wide. */
function FallingScales() {
  const [at, setAt] = useState(2);
  const wall = useRef<HTMLDivElement>(null);
  const told = DOOR[at];
  const move = (event: PointerEvent) => {
    const box = wall.current?.getBoundingClientRect();
    if (!box) return;
    const share = (event.clientX - box.left) / box.width;
    setAt(Math.min(DOOR.length - 1, Math.max(0, Math.floor(share * DOOR.length))));
  };
  const press = (event: KeyboardEvent) => {
    const by = { ArrowRight: 1, ArrowLeft: -1, ArrowUp: -1, ArrowDown: 1 }[event.key];
    const to = event.key === "Home" ? 0 : event.key === "End" ? DOOR.length - 1 : null;
    if (by === undefined && to === null) return;
    event.preventDefault();
    setAt(to ?? Math.min(DOOR.length - 1, Math.max(0, at + (by ?? 0))));
  };
  if (!told) return null;
  const says = `${told.name} falls to grey with ${told.partner}`;
  return (
    <>
      <div
        ref={wall}
        role="slider"
        tabIndex={0}
        aria-label="A paint and what mutes it"
        aria-valuemin={1}
        aria-valuemax={DOOR.length}
        aria-valuenow={at + 1}
        aria-valuetext={`${says}: ${told.parts}`}
        onPointerMove={move}
        onPointerDown={move}
        onKeyDown={press}
        className="flex h-[58dvh] touch-pan-y max-md:h-[42dvh]"
      >
        {DOOR.map((scale, i) => (
          <div
            key={scale.name}
            className="flex min-w-0 flex-col transition-[flex-grow] duration-150 motion-reduce:transition-none"
            style={{ flexGrow: i === at ? 4 : 1, flexBasis: 0 }}
          >
            {scale.srgb.map((code, step) => (
              <span
                // biome-ignore lint/suspicious/noArrayIndexKey: a patch is its place in the scale
                key={step}
                className="flex-1"
                style={swatchStyle(code, i !== at || (scale.inGamut[step] ?? true))}
              />
            ))}
          </div>
        ))}
      </div>
      <p aria-hidden="true" className="px-6 pt-2 md:px-10">
        <b>{says}</b>: {told.parts}.
      </p>
    </>
  );
}
