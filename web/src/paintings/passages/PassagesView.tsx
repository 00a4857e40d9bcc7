import { Plus } from "lucide-react";
import { Button } from "../../ui/Button";
import { MOST_PASSAGES, nameOf, newPassage } from "../draft";
import { FigureList } from "../Figures";
import { Patchwork } from "../Patchwork";
import { ratioOf, type Shown } from "../shown";

/** The painting as a patchwork, and what the eye will see in it. */
export function PassagesView({
  painting,
  request,
  harmony,
  after,
  place,
  onChoose,
}: Shown & { onChoose: (place: number) => void }) {
  const { passages } = request;
  const add = () => {
    const left = Math.max(0, 100 - passages.reduce((sum, each) => sum + each.area, 0));
    const area = Number((left || 10).toFixed(2));
    painting.set((now) => ({ ...now, passages: [...now.passages, newPassage({ area })] }));
    onChoose(passages.length);
  };
  const names = passages.map((_, i) => nameOf(passages, i));
  if (passages.length === 0)
    return (
      <div className="m-auto max-w-lg bg-paper p-7 text-ink">
        <h2 className="font-bold text-xl">What is to be painted?</h2>
        <p className="py-3 leading-snug">
          List the passages: areas of the painting with one colour job each, such as a hull, a fog
          bank, wet mud. Each gets its share of the surface and a mixture.
        </p>
        <Button look="solid" onClick={add}>
          <Plus aria-hidden="true" size={18} /> The first passage
        </Button>
      </div>
    );
  return (
    <div className="flex min-h-0 flex-1 flex-col">
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
