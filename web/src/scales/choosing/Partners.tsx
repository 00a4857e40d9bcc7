import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { tubesQuery, useComputed } from "../../api/queries";
import type { PartnerOut, TubeOut } from "../../api/schema";
import { Hint } from "../../help/Hint";
import { oneTube } from "../../mixtures/mixture";
import type { ScaleDraft } from "../../mixtures/sheets/draft";
import { Swatch } from "../../seen/Swatch";
import { useViewing } from "../../seen/viewing";
import { Button } from "../../ui/Button";
import { Note } from "../../ui/Note";
import { useSize } from "../../ui/useSize";
import type { OpenSheet } from "../sheet/useSheet";
import { FanPlot } from "./FanPlot";

/** L* from which a grey is a white. */
const WHITE_FROM = 85;

/** What mutes the first paint: every trail in the plan, and each with its run, the best first. */
export function Partners({
  sheet,
  onTaken,
}: {
  sheet: OpenSheet<ScaleDraft>;
  onTaken: () => void;
}) {
  const { request } = sheet.draft;
  const { light } = useViewing();
  const { data: tubes = [] } = useQuery(tubesQuery);
  const asked = request.first && {
    mixture: request.first,
    lightener: request.lightener,
    medium: request.medium,
    ground: request.ground,
    finish: "satin" as const,
    light,
  };
  const { data: partners, error } = useComputed("partners", asked);
  const [chosenTube, setChosen] = useState<number | null>(null);
  const [room, width, height] = useSize();
  if (error) return <Note>{error.message}</Note>;
  if (!partners) return <p className="p-8">Trying every tube …</p>;
  const colours = partners.filter((partner) => !partner.grey);
  // A white opens and mutes nothing: what is chosen instead is dark.
  const greys = partners.filter(
    (partner) => partner.grey && (partner.look.lab[0] ?? 0) < WHITE_FROM,
  );
  const chosen = partners.find((p) => p.tube === chosenTube) ?? partners[0] ?? null;
  const take = (partner: PartnerOut, fixed: boolean) => {
    const fix = fixed ? partner.fix : null;
    sheet.set({
      second: oneTube(partner.tube),
      ...(fix?.tube ? { third: oneTube(fix.tube), third_parts: fix.parts } : { third: null }),
      pins: [],
    });
    onTaken();
  };
  return (
    <div className="flex min-h-0 flex-1 max-md:flex-col">
      <div ref={room} className="min-h-72 min-w-0 flex-1 overflow-hidden">
        {width > 0 && (
          <FanPlot
            partners={partners}
            chosen={chosen}
            width={width}
            height={Math.max(280, height)}
            onChoose={setChosen}
          />
        )}
      </div>
      <section
        aria-label="Partners, the best first"
        className="min-h-0 w-full overflow-y-auto bg-paper md:w-[24rem]"
      >
        <Hint name="partners" />
        {partners[0]?.why && <p className="px-3 py-2 leading-snug">{partners[0].why}</p>}
        {[colours, greys].map((some) => (
          <div key={some === greys ? "greys" : "colours"}>
            {some === greys && greys.length > 0 && (
              <h2 className="bg-paper-deep px-3 py-2 font-bold">Instead: a black or a grey</h2>
            )}
            <ol>
              {some.map((partner) => (
                <PartnerRow
                  key={partner.tube}
                  partner={partner}
                  tubes={tubes}
                  open={partner === chosen}
                  onOpen={() => setChosen(partner.tube)}
                  onTake={(fixed) => take(partner, fixed)}
                />
              ))}
            </ol>
          </div>
        ))}
      </section>
    </div>
  );
}

const lowered = (words: string) => `${words.charAt(0).toLowerCase()}${words.slice(1)}`;

function PartnerRow({
  partner,
  tubes,
  open,
  onOpen,
  onTake,
}: {
  partner: PartnerOut;
  tubes: readonly TubeOut[];
  open: boolean;
  onOpen: () => void;
  onTake: (fixed: boolean) => void;
}) {
  const label = tubes.find((tube) => tube.id === partner.tube)?.label ?? partner.label;
  return (
    <li className={`border-ink/20 border-b ${open ? "bg-white" : ""}`}>
      <button
        type="button"
        aria-expanded={open}
        onClick={onOpen}
        className="flex w-full items-stretch text-left"
      >
        <span aria-hidden="true" className="flex w-40 shrink-0 bg-stage">
          {partner.run.map((patch, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a patch is its place in the run
            <Swatch key={i} colour={patch} className="min-h-14 flex-1" />
          ))}
        </span>
        <span className="min-w-0 flex-1 px-3 py-1.5 leading-tight">
          <b className="block">{label}</b>
          <span className="block text-sm">{partner.opened_miss}</span>
        </span>
      </button>
      {open && (
        <div className="px-3 pb-3 leading-snug">
          <p className="text-sm">As it is mixed here: {lowered(partner.miss)}</p>
          {partner.passes.length > 0 && <p>On the way: {partner.passes.join(", then ")}.</p>}
          <p className="text-ink-soft text-sm">
            On the wheel: {partner.relation}.
            {partner.remark &&
              ` ${partner.remark.charAt(0).toUpperCase()}${partner.remark.slice(1)}.`}
          </p>
          {partner.sharing && <p className="text-sm">{partner.sharing}</p>}
          {partner.fix && <p className="mt-1 font-bold">{partner.fix.says}</p>}
          <p className="mt-2 flex flex-wrap gap-2">
            <Button look="solid" onClick={() => onTake(false)}>
              Mute with it
            </Button>
            {partner.fix?.tube && (
              <Button look="paper" onClick={() => onTake(true)}>
                … and the fix
              </Button>
            )}
          </p>
        </div>
      )}
    </li>
  );
}
