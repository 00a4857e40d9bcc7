import { useQuery } from "@tanstack/react-query";
import { Columns2, Printer, X } from "lucide-react";
import { memo, useState } from "react";
import { tubesQuery } from "../../api/queries";
import { Shelf } from "../../keeping/Shelf";
import { SlipHead } from "../../keeping/SlipHead";
import { Part } from "../../mixtures/parts";
import { nameFor, type RequestDraft } from "../../mixtures/sheets/draft";
import { type ChartKind, KINDS } from "../../mixtures/sheets/kinds";
import { ActionMenu } from "../../ui/ActionMenu";
import { Button } from "../../ui/Button";
import { SHEETS } from "../sheet/shelf";
import type { OpenSheet } from "../sheet/useSheet";
import type { Comparing } from "./props";

function Head<R extends RequestDraft>({
  sheet,
  comparison,
}: {
  sheet: OpenSheet<R>;
  comparison?: Comparing;
}) {
  const { data: tubes = [] } = useQuery(tubesQuery);
  const [comparing, setComparing] = useState(false);
  const { draft, status, id } = sheet;
  return (
    <SlipHead
      noun="sheet"
      kept={sheet}
      placeholder={status === "empty" ? "Name this sheet" : nameFor(draft.request, tubes)}
      files={
        id !== null && (
          <div className="flex flex-wrap">
            <ActionMenu
              icon={<Printer aria-hidden="true" size={18} />}
              says="On paper"
              actions={PAPERS.map(([form, size, says]) => ({
                says,
                does: `/api/scales/${id}/paper.${form}?size=${size}`,
              }))}
              disabled={status !== "kept"}
            />
            <Part
              name="ReadBack"
              thing={{ kind: "sheet", id, name: draft.name || "This sheet" }}
              disabled={status !== "kept"}
            />
            {comparison && (
              <Button look="paper" onClick={() => setComparing(true)}>
                <Columns2 aria-hidden="true" size={18} /> Compare
              </Button>
            )}
          </div>
        )
      }
    >
      {comparison?.name && (
        <p className="flex items-center gap-2 leading-tight">
          <span className="min-w-0 flex-1">
            Below the run: <b>{comparison.name}</b>
          </span>
          <Button
            look="paper"
            aria-label={`Put ${comparison.name} away`}
            onClick={() => comparison.choose(null)}
          >
            <X aria-hidden="true" size={18} />
          </Button>
        </p>
      )}
      {comparison && (
        <Shelf
          open={comparing}
          onClose={() => setComparing(false)}
          of={SHEETS}
          title="Compare with"
          only={({ kind }) => KINDS[kind as ChartKind]?.picture === "run"}
          empty="There is no other scale yet."
          onChoose={(chosen) => {
            comparison.choose(chosen);
            setComparing(false);
          }}
        />
      )}
    </SlipHead>
  );
}

/** The sheet's name, whether it is kept, and what can be taken away from it. */
export const SheetHead = memo(Head) as typeof Head;

const PAPERS = [
  ["pdf", "A4", "To paint on, A4 (PDF)"],
  ["pdf", "Letter", "To paint on, Letter (PDF)"],
  ["svg", "A4", "To paint on, A4 (SVG)"],
  ["svg", "Letter", "To paint on, Letter (SVG)"],
  ["png", "A4", "Patches (PNG)"],
  ["csv", "A4", "Data (CSV)"],
  ["json", "A4", "Data (JSON)"],
  ["layout", "A4", "Where its boxes are (JSON)"],
] as const;
