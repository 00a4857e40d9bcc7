import { ImagePlus, Plus } from "lucide-react";
import { useState } from "react";
import type { DividedOut } from "../../api/schema";
import { Button } from "../../ui/Button";
import { MOST_PASSAGES, nameOf, newPassage } from "../draft";
import { FigureList, FoldedFigures } from "../Figures";
import { Patchwork } from "../Patchwork";
import { BeginFromPicture } from "../picture/BeginFromPicture";
import { PictureView } from "../picture/PictureView";
import { begunFrom } from "../picture/regions";
import type { Picture } from "../picture/usePicture";
import { ratioOf, type Shown } from "../shown";

/** The painting as a patchwork, and what the eye will see in it. */
export function PassagesView({
  picture,
  fetching,
  onChoose,
  ...shown
}: Shown & { picture: Picture | null; fetching: boolean; onChoose: (place: number) => void }) {
  const { painting, request, harmony, after, place } = shown;
  const { passages } = request;
  const add = () => {
    const left = Math.max(0, 100 - passages.reduce((sum, each) => sum + each.area, 0));
    const area = Number((left || 10).toFixed(2));
    painting.set((now) => ({ ...now, passages: [...now.passages, newPassage({ area })] }));
    onChoose(passages.length);
  };
  const [beginning, setBeginning] = useState(false);
  const [pointed, setPointed] = useState<readonly number[]>([]);
  const begin = (divided: DividedOut) => {
    painting.set((now) => begunFrom(now, divided.id, divided.regions));
    setBeginning(false);
    onChoose(0);
  };
  const names = passages.map((_, i) => nameOf(passages, i));
  if (passages.length === 0)
    return (
      <div className="m-auto max-w-lg bg-paper p-7 text-ink">
        <h2 className="font-bold text-xl">What is to be painted?</h2>
        <p className="py-3 leading-snug">
          Begin from a photograph or a sketch: its passages are found, areas with one colour job
          each. Or list them: a hull, a fog bank, wet mud.
        </p>
        <div className="flex flex-wrap gap-2">
          <Button look="solid" onClick={() => setBeginning(true)}>
            <ImagePlus aria-hidden="true" size={18} /> Begin from a picture
          </Button>
          <Button look="paper" onClick={add}>
            <Plus aria-hidden="true" size={18} /> The first passage
          </Button>
        </div>
        {beginning && <BeginFromPicture onClose={() => setBeginning(false)} onBegin={begin} />}
      </div>
    );
  if (picture)
    return (
      <div className="flex min-h-0 flex-1 flex-col">
        <PictureView {...shown} picture={picture} pointed={pointed} onChoose={onChoose} />
        {harmony && (
          <FoldedFigures figures={harmony.after ?? harmony.before} onPoint={setPointed} />
        )}
      </div>
    );
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      {request.picture && !fetching && (
        <p role="status" className="mx-4 mt-2 bg-paper px-2 py-1 text-ink text-sm leading-tight">
          Its picture was put away; bring it back among the photographs. The passages stay.
        </p>
      )}
      <div className="relative flex min-h-56 flex-1 p-3 max-md:min-h-72 max-md:flex-col">
        <Patchwork
          label="The painting as a patchwork"
          colours={passages.map((_, i) => after[i] ?? null)}
          fields={harmony?.passages.map((each) => each.field) ?? []}
          ratio={ratioOf(request)}
          names={names}
          chosen={place}
          onChoose={onChoose}
        />
        <Button
          look="stage"
          className="absolute bottom-3 left-4 max-md:static"
          disabled={passages.length >= MOST_PASSAGES}
          onClick={add}
        >
          <Plus aria-hidden="true" size={18} /> A passage
        </Button>
      </div>
      {harmony && harmony.apart.length > 0 && (
        <p className="mx-4 mb-2 bg-paper px-2 py-1 text-ink text-sm leading-tight">
          {harmony.apart
            .map((pair) => pair.map((i) => nameOf(passages, i)).join(" and "))
            .join("; ")}{" "}
          touch in the painting; there was no room for it here.
        </p>
      )}
      {harmony && (
        <div className="shrink-0 bg-paper px-4 py-1 text-ink lg:max-h-72 lg:overflow-y-auto">
          <FigureList figures={harmony.after ?? harmony.before} />
        </div>
      )}
    </div>
  );
}
