import { MoveRight, PinOff } from "lucide-react";
import type { Origin, PatchOut } from "../../api/schema";
import type { RequestDraft } from "../../mixtures/sheets/draft";
import { GoOn } from "../../mixtures/sheets/GoOn";
import { ratioText, roughParts } from "../../plots/trail";
import { differenceText } from "../../seen/difference";
import { sentence } from "../../seen/words";
import { Button } from "../../ui/Button";
import { NudgeTrue } from "./NudgeTrue";
import { useAmounts } from "./plan";
import type { SlipProps } from "./props";

/** What the chosen patch takes, how it looks, what it is for, and where to go on with it. */
export function Chosen<R extends RequestDraft>({
  sheet,
  request,
  patch,
  patches,
  patchWord,
  selected,
  moving,
  pins = [],
  onUnpin,
  remark = "",
  onTrail = null,
}: SlipProps<R> & { patch: PatchOut }) {
  const pinned = pins.some((pin) => pin.place === selected);
  const amounts = useAmounts(sheet.draft.measure, request)?.patches[selected];
  const rough = moving != null;
  const measured = !["parts", "strength"].includes(sheet.draft.measure.kind) && !!amounts;
  return (
    <section aria-label="The chosen patch" className="mt-3 border-ink border-t-2 pt-2">
      <h2 className="font-bold">
        {patchWord} {selected + 1} of {patches.length}
      </h2>
      <div className="flex flex-col">
        {rough ? (
          <p className="text-xl">about {roughParts(moving)}</p>
        ) : (
          <ul
            className={measured ? "text-ink-soft leading-snug" : "text-xl leading-snug"}
            data-testid="chosen-parts"
          >
            {patch.parts
              .filter((part) => part.whole > 0 || part.touch > 0)
              .map((part) =>
                part.touch ? (
                  <li key={part.key} className="leading-tight">
                    {part.name}, <b>{part.says}</b>
                  </li>
                ) : (
                  <li key={part.key} className="flex gap-2">
                    <b className="min-w-7 text-right">{part.whole}</b> {part.name}
                  </li>
                ),
              )}
          </ul>
        )}
        {/* What the painter measures with comes first. */}
        {!rough && amounts && sheet.draft.measure.kind !== "parts" && (
          <ul
            className={measured ? "-order-1 text-xl leading-snug" : "mt-1 leading-snug"}
            data-testid="chosen-amounts"
          >
            {amounts.amounts.map((amount) => (
              <li key={amount.name}>
                <b>{amount.says}</b> {amount.name}
              </li>
            ))}
          </ul>
        )}
      </div>
      <p className="mt-1 leading-snug" data-testid="chosen-words">
        {patch.look.munsell} · {patch.look.name}
        {patch.near && <span className="block text-ink-soft text-sm">{sentence(patch.near)}</span>}
      </p>
      {!rough && <InStrength patch={patch} />}
      {remark && <p className="mt-1 leading-snug">{remark}</p>}
      {!rough && patch.uncertainty_delta_e !== null && (
        <p className="text-ink-soft text-sm leading-snug">
          Predicted within ± {differenceText(patch.uncertainty_delta_e)}.{" "}
          {patch.rounding_delta_e >= 0.1
            ? `Rounded to these parts it is off by ${differenceText(patch.rounding_delta_e)}.`
            : "These parts hit it."}
        </p>
      )}
      <label className="mt-2 block text-sm">
        What it is for
        <input
          value={sheet.draft.notes[selected] ?? ""}
          maxLength={300}
          placeholder="a roof, a fog bank …"
          onChange={(event) => {
            const text = event.target.value;
            sheet.change(
              (now) => ({ ...now, notes: { ...now.notes, [selected]: text } }),
              `note ${selected}`,
            );
          }}
          className="min-h-11 w-full bg-white px-2 text-base ring-1 ring-ink/50 ring-inset placeholder:text-ink-soft placeholder:opacity-100"
        />
      </label>
      <div className="mt-2 grid grid-cols-2 gap-x-2">
        {patch.mixture && (
          <GoOn
            says="Go on with it"
            mixture={patch.mixture}
            name={patch.look.name}
            origin={sheet.id === null ? null : patchOrigin(sheet.id, selected)}
            medium={sheet.draft.request.medium}
          />
        )}
        {patch.mixture && (
          <NudgeTrue
            mixture={{ parts: patch.mixture, name: "", origin: null }}
            viewing={{ medium: sheet.draft.request.medium, ground: sheet.draft.request.ground }}
            volume={sheet.draft.measure.volume_ml}
          />
        )}
        {onTrail && (
          <Button look="paper" className="flex-1" onClick={onTrail}>
            <MoveRight aria-hidden="true" size={18} /> Its whole trail
          </Button>
        )}
        {pinned && onUnpin && (
          <Button look="paper" className="flex-1" onClick={() => onUnpin(selected)}>
            <PinOff aria-hidden="true" size={18} /> Let go
          </Button>
        )}
      </div>
    </section>
  );
}

/** What the parts are by strength, where two or more have any. */
function InStrength({ patch }: { patch: PatchOut }) {
  const strong = patch.parts.filter((part) => part.strength > 0);
  if (strong.length < 2) return null;
  const least = Math.min(...strong.map((part) => part.strength));
  return (
    <p className="text-ink-soft text-sm leading-snug">
      In strength: {strong.map((part) => ratioText(part.strength / least)).join(" to ")}
    </p>
  );
}

const patchOrigin = (id: number, place: number): Origin => ({ kind: "patch", id, place, key: "" });
