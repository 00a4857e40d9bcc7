import type { ReadBox } from "../api/schema";
import { differenceText } from "../seen/difference";
import { Swatch } from "../seen/Swatch";

/** Every box as three bands that touch: as it was meant, as it was painted, as the tubes make it. */
export function Bands({ boxes }: { boxes: readonly ReadBox[] }) {
  return (
    <>
      <p className="pb-1 text-ink-soft text-sm">
        In each, from above: as it was meant, as it was painted, as the tubes that were learnt make
        it.
      </p>
      <ol
        aria-label="Boxes read"
        className="grid grid-cols-[repeat(auto-fill,minmax(9.5rem,1fr))] gap-x-3 gap-y-2"
      >
        {boxes.map((box) => (
          <li key={box.id} className="leading-tight">
            <Swatch colour={box.meant} notched className="h-9 w-full" />
            {box.painted ? (
              <Swatch colour={box.painted} className="h-9 w-full" />
            ) : (
              <div className="h-9 w-full hatched" />
            )}
            <Swatch colour={box.learnt} className="h-9 w-full" />
            <span className="block pt-1">{box.label}</span>
            <span className={box.right ? "block text-ink-soft text-sm" : "block font-bold"}>
              {box.remark}
            </span>
            {box.delta_e !== null && (
              <span className="block text-ink-soft text-sm">
                from meant: {differenceText(box.delta_e)}
              </span>
            )}
          </li>
        ))}
      </ol>
    </>
  );
}
