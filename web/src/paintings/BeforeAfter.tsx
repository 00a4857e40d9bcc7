import type { Colour } from "../seen/Swatch";
import { nameOf } from "./draft";
import { Patchwork } from "./Patchwork";
import { PictureStage } from "./picture/PictureStage";
import type { Picture } from "./picture/usePicture";
import { ratioOf, type Shown } from "./shown";

/** A painting as it is and as it would be: on its picture under a divider, or as two patchworks. */
export function BeforeAfter({
  request,
  harmony,
  after,
  says,
  place,
  picture,
  onChoose,
}: Pick<Shown, "request" | "place"> & {
  harmony: NonNullable<Shown["harmony"]>;
  after: ReadonlyArray<Colour | null>;
  /** What the second one is. */
  says: string;
  picture: Picture | null;
  onChoose: (place: number) => void;
}) {
  const { passages } = request;
  const before = harmony.passages.map((each) => each.before);
  if (picture)
    return (
      <div className="flex min-h-96 min-w-56 flex-[5] max-md:min-h-72">
        <PictureStage
          picture={picture}
          passages={passages}
          before={before}
          after={after}
          says={["Before", says]}
          outlined={[place]}
          values="all"
          onChoose={onChoose}
        />
      </div>
    );
  const same = {
    fields: harmony.passages.map((each) => each.field),
    names: passages.map((_, i) => nameOf(passages, i)),
    ...{ ratio: ratioOf(request), chosen: place, onChoose },
  };
  return (
    <div className="flex min-h-96 min-w-56 flex-[2] flex-col text-stage-ink leading-tight">
      <p aria-hidden="true">Before</p>
      <Patchwork label="Before" colours={before} {...same} />
      <p aria-hidden="true">{says}</p>
      <Patchwork label="After" colours={after} {...same} />
    </div>
  );
}
