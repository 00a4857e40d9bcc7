import { useState } from "react";
import type { School } from "../../api/client";
import { LIMITS } from "../../api/tables";
import { Button } from "../../ui/Button";
import { Note } from "../../ui/Note";
import { Stepper } from "../../ui/Stepper";
import { nameOf } from "../draft";
import { GivesWay } from "../GivesWay";
import { Patchwork } from "../Patchwork";
import { useSchools } from "../queries";
import { ratioOf, type Shown } from "../shown";

const TITLES: Record<string, string> = {
  mother: "The mother colour",
  trace: "A trace of everything",
  limited: "One limited set",
  glaze: "A glaze over all",
  partner: "The mother as partner",
};
const { least: FEWEST_TUBES, most: MOST_TUBES } = LIMITS.SchoolsIn.tubes;

/** The schools of bringing a painting together, each taken as far as halves the hue spread. */
export function SchoolsView({
  painting,
  request,
  harmony,
  onMother,
}: Shown & { onMother: () => void }) {
  const [tubes, setTubes] = useState(5);
  const { data: schools = [], error, isFetching } = useSchools(request, tubes);
  if (!request.mother)
    return (
      <div className="m-auto max-w-md bg-paper p-6 text-ink">
        <p className="pb-3 leading-snug">
          The schools are compared on one mother colour. Choose it first.
        </p>
        <Button look="solid" onClick={onMother}>
          Choose a mother colour
        </Button>
      </div>
    );
  const adopt = (school: School) => {
    const { mixtures } = school;
    if (!mixtures) return;
    painting.set((now) => ({
      ...now,
      mother: null,
      passages: now.passages.map((passage, i) => ({
        ...passage,
        mixture: mixtures[i] ?? passage.mixture,
      })),
    }));
  };
  const fields = harmony?.passages.map((each) => each.field) ?? [];
  const names = request.passages.map((_, i) => nameOf(request.passages, i));
  return (
    <div className="flex min-h-0 flex-1 flex-col overflow-y-auto p-3">
      <div className="flex items-center gap-3 pb-2">
        <Stepper
          look="stage"
          value={tubes}
          least={FEWEST_TUBES}
          most={MOST_TUBES}
          word="tubes in the limited set"
          onChange={setTubes}
        />
        {isFetching && <p role="status">Trying every school …</p>}
      </div>
      {error && <Note>{error.message}</Note>}
      <ol className="flex flex-1 flex-col gap-2">
        {schools.map((school) => (
          <li
            key={school.school}
            className="flex min-h-32 shrink-0 grow gap-3"
            data-school={school.school}
          >
            <div className="flex w-44 shrink-0">
              <Patchwork
                label={TITLES[school.school] ?? school.school}
                colours={school.passages}
                fields={fields}
                ratio={ratioOf(request)}
                names={names}
              />
            </div>
            <div className="flex min-w-0 flex-1 flex-wrap content-start gap-x-4 bg-paper px-3 py-2 text-ink">
              <h2 className="w-full font-bold leading-tight">{TITLES[school.school]}</h2>
              <div className="min-w-56 flex-1 text-sm leading-snug">
                <p>{school.says}</p>
                <GivesWay wishes={school.gives_way} />
              </div>
              <div className="flex shrink-0 flex-col gap-2">
                <dl className="grid grid-cols-[1fr_auto] gap-x-2 text-sm leading-snug">
                  <dt>hues apart</dt>
                  <dd className="text-right font-bold">{school.spread_after.toFixed(0)}°</dd>
                  <dt>chroma kept</dt>
                  <dd className="text-right font-bold">
                    {Math.min(100, 100 * school.chroma_kept).toFixed(0)} %
                  </dd>
                  <dt>accents keep</dt>
                  <dd className="text-right font-bold">
                    {(100 * school.contrast_kept).toFixed(0)} %
                  </dd>
                </dl>
                {school.school !== "mother" && school.mixtures && (
                  <Button look="paper" onClick={() => adopt(school)}>
                    Take these mixtures
                  </Button>
                )}
              </div>
            </div>
          </li>
        ))}
      </ol>
    </div>
  );
}
