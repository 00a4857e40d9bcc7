import { FileDown } from "lucide-react";
import { SlipHead } from "../keeping/SlipHead";
import { Part } from "../mixtures/parts";
import { ActionMenu } from "../ui/ActionMenu";
import { finished } from "./draft";
import type { OpenPainting } from "./usePainting";

const FORMS = [
  ["palette.pdf?size=A4", "Palette to paint on, A4 (PDF)"],
  ["palette.pdf?size=Letter", "Palette to paint on, Letter (PDF)"],
  ["palette.svg?size=A4", "Palette to paint on (SVG)"],
  ["palette.png", "Patches (PNG)"],
  ["palette.csv", "Palette (CSV)"],
  ["palette.json", "Palette (JSON)"],
  ["palette.css", "CSS variables"],
  ["palette.layout", "Where its boxes are (JSON)"],
  ["file", "The whole painting (JSON)"],
  ["file?picture=true", "The same with its picture (JSON)"],
  ["before-and-after.png", "Before and after (PNG)"],
] as const;

const OF_A_PICTURE: ReadonlySet<string> = new Set(["file?picture=true", "before-and-after.png"]);

/** The painting's name, whether it is kept, and what can be taken away from it. */
export function PaintingHead({ painting }: { painting: OpenPainting }) {
  const { draft, id, status } = painting;
  return (
    <SlipHead
      noun="painting"
      kept={painting}
      placeholder="Name this painting"
      files={
        <div className="flex flex-wrap">
          <ActionMenu
            icon={<FileDown aria-hidden="true" size={18} />}
            says="Files"
            actions={FORMS.filter(([form]) => draft.request.picture || !OF_A_PICTURE.has(form)).map(
              ([form, says]) => ({ says, does: `/api/paintings/${id}/${form}` }),
            )}
            disabled={status !== "kept" || !finished(draft.request)}
          />
          {id !== null && (
            <Part
              name="ReadBack"
              thing={{ kind: "painting", id, name: draft.name || "This palette" }}
              disabled={status !== "kept" || !finished(draft.request)}
            />
          )}
        </div>
      }
    />
  );
}
