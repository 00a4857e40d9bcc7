import { useState } from "react";
import type { SchoolOut } from "../../api/schema";
import { LIMITS } from "../../api/tables";
import { Swatch } from "../../seen/Swatch";
import { Button } from "../../ui/Button";
import { Note } from "../../ui/Note";
import { Stepper } from "../../ui/Stepper";
import { BeforeAfter } from "../BeforeAfter";
import { GivesWay } from "../GivesWay";
import type { Picture } from "../picture/usePicture";
import { useSchools } from "../queries";
import type { Shown } from "../shown";

const { least: FEWEST_TUBES, most: MOST_TUBES } = LIMITS.SchoolsIn.tubes;

/** The schools of bringing a painting together, each taken as far as halves the hue spread. */
export function SchoolsView({
  painting,
  request,
  harmony,
  picture,
  place,
  onChoose,
  onMother,
}: Shown & {
  picture: Picture | null;
  onChoose: (place: number) => void;
  onMother: () => void;
}) {
  const [looked, setLooked] = useState("mother");
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
  const adopt = (school: SchoolOut) => {
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
  if (!harmony) return null;
  const shown = schools.find((each) => each.school === looked) ?? schools[0];
  return (
    <div className="flex min-h-0 flex-1 flex-wrap gap-x-3 overflow-y-auto p-3 max-md:flex-col">
      <BeforeAfter
        {...{ request, harmony, place, picture, onChoose }}
        after={shown?.passages ?? []}
        says={shown?.title ?? ""}
      />
      <div className="flex min-w-72 flex-[3] flex-col gap-2">
        <div className="flex items-center gap-3">
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
        <ol>
          {schools.map((school) => (
            <li key={school.school} className="bg-paper text-ink" data-school={school.school}>
              <Button
                look="paper"
                aria-pressed={school === shown}
                className="w-full no-underline"
                onClick={() => setLooked(school.school)}
              >
                <span className="flex-1 text-left">{school.title}</span>
                <span aria-hidden="true" className="flex h-7 w-24">
                  {school.passages.map((look, i) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: passages stand in their order
                    <span key={i} className="flex-1">
                      {look && <Swatch colour={look} className="h-full w-full" />}
                    </span>
                  ))}
                </span>
                <span className="w-10 text-right">{school.spread_after.toFixed(0)}°</span>
              </Button>
            </li>
          ))}
        </ol>
        {shown && (
          <section
            aria-label={shown.title}
            className="bg-paper px-3 py-2 text-ink text-sm leading-snug"
          >
            <p>{shown.says}</p>
            <GivesWay wishes={shown.gives_way} />
            <dl className="grid max-w-56 grid-cols-[1fr_auto] gap-x-2 py-2">
              <dt>hues apart</dt>
              <dd className="text-right font-bold">{shown.spread_after.toFixed(0)}°</dd>
              <dt>chroma kept</dt>
              <dd className="text-right font-bold">
                {Math.min(100, 100 * shown.chroma_kept).toFixed(0)} %
              </dd>
              <dt>accents keep</dt>
              <dd className="text-right font-bold">{(100 * shown.contrast_kept).toFixed(0)} %</dd>
            </dl>
            {shown.school !== "mother" && shown.mixtures && (
              <Button look="solid" onClick={() => adopt(shown)}>
                Take these mixtures
              </Button>
            )}
          </section>
        )}
      </div>
    </div>
  );
}
