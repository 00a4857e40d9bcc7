import type { CalibrationOut } from "../../api/schema";
import { differenceText } from "../../seen/difference";
import { Swatch } from "../../seen/Swatch";
import { Button } from "../../ui/Button";
import { Note } from "../../ui/Note";

/** Before and after: each reading between what the label said and what the readings make of it. */
export function CalibrationView({
  calibration,
  calibrated,
  busy,
  onTake,
  onDrop,
}: {
  calibration: CalibrationOut;
  calibrated: boolean;
  busy: boolean;
  onTake: () => void;
  onDrop: () => void;
}) {
  return (
    <section aria-label="Calibration" className="mt-3 border-ink border-t-2 pt-2">
      <h2 className="font-bold">Before, as read, and after</h2>
      {calibration.remarks.map((remark) => (
        <Note key={remark}>{remark}</Note>
      ))}
      <table className="w-full">
        <thead className="text-left text-ink-soft text-sm">
          <tr>
            <th scope="col">Reading</th>
            <th scope="col">{calibration.base} · read · calibrated</th>
            <th scope="col" className="pl-3">
              off before
            </th>
            <th scope="col" className="pl-3">
              after
            </th>
          </tr>
        </thead>
        <tbody>
          {calibration.rows.map((row, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a row is its place
            <tr key={i}>
              <th scope="row" className="py-1 pr-3 text-left font-bold">
                {row.name}
              </th>
              <td className="w-2/5">
                <span className="flex">
                  <Swatch colour={row.before} className="h-11 flex-1" />
                  <Swatch colour={row.read} className="h-11 flex-1" />
                  <Swatch colour={row.after} className="h-11 flex-1" />
                </span>
              </td>
              <td className="pl-3 text-sm">{differenceText(row.before_delta_e)}</td>
              <td className="pl-3 text-sm">{differenceText(row.after_delta_e)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="py-2">
        Its tint can then be trusted within ± {differenceText(calibration.trust_after)}; by its
        label it was ± {differenceText(calibration.trust_before)}. What was saved with it stays as
        it is, and offers to be computed anew.
      </p>
      <div className="flex gap-2">
        <Button look="solid" disabled={busy} onClick={onTake}>
          {calibrated ? "Calibrate again" : "Calibrate the tube"}
        </Button>
        {calibrated && (
          <Button look="paper" disabled={busy} onClick={onDrop}>
            Back to its label
          </Button>
        )}
      </div>
    </section>
  );
}
