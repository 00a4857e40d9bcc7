import { useMutation, useQuery } from "@tanstack/react-query";
import { ImagePlus, Trash2 } from "lucide-react";
import { useState } from "react";
import { ask } from "../api/client";
import type {
  AreaColour,
  Look,
  Note as NoteOf,
  PhotoArea,
  PhotographOut,
  Target,
} from "../api/schema";
import { NO_TARGET } from "../mixtures/beginPile";
import { differenceText } from "../seen/difference";
import { Swatch } from "../seen/Swatch";
import { Button } from "../ui/Button";
import { Choice } from "../ui/Choice";
import { Note } from "../ui/Note";
import { Stepper } from "../ui/Stepper";
import { Picture } from "./Picture";
import { notesQuery, photographsQuery } from "./queries";
import { TakePhotograph } from "./TakePhotograph";
import { usePhotographs } from "./usePhotographs";

const CARDS = [
  ["none", "None"],
  ["grey", "Grey"],
  ["white", "White"],
] as const;

type Marking = "white" | "grey" | null;

/** Colours taken from a photograph: of a point, of an area, or its main notes at once. */
export function PhotoColours({
  onChoose,
  onColour,
  onEach,
}: {
  /** A colour was pointed at, and is the target unless another is. */
  onChoose?: (target: Target | null) => void;
  /** A colour was read, in which photograph. */
  onColour?: (look: Look, photograph: number) => void;
  /** A pile is wanted for each of these. */
  onEach?: (targets: Target[]) => void;
}) {
  const { data: photographs = [] } = useQuery(photographsQuery);
  const { take, putAway, bringBack } = usePhotographs();
  const [chosen, setChosen] = useState<number | null>(null);
  const [gone, setGone] = useState<PhotographOut | null>(null);
  const open = photographs.find((each) => each.id === chosen) ?? photographs[0];
  const choose = (file: File) =>
    take.mutate(file, {
      onSuccess: (photograph) => {
        setChosen(photograph.id);
        onChoose?.(null);
      },
    });
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping a file is a second way to choose one
    <div
      className="flex min-h-0 flex-1 flex-col gap-2"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const file = event.dataTransfer.files[0];
        if (file) choose(file);
      }}
    >
      <div className="flex flex-wrap items-center gap-2">
        <TakePhotograph onTake={choose}>
          <ImagePlus aria-hidden="true" size={18} />
          {take.isPending ? "Taking it in …" : "A photograph …"}
        </TakePhotograph>
        {photographs.map((each) => (
          <button
            key={each.id}
            type="button"
            aria-label={each.name}
            aria-pressed={each.id === open?.id}
            onClick={() => {
              setChosen(each.id);
              onChoose?.(null);
            }}
            className="h-11 w-14 overflow-hidden aria-pressed:ring-4 aria-pressed:ring-ink"
          >
            <img
              src={`/api/photographs/${each.id}/image`}
              alt=""
              className="h-full w-full object-cover"
            />
          </button>
        ))}
        {open && (
          <Button
            look="paper"
            aria-label={`Put ${open.name} away`}
            onClick={() => {
              setGone(open);
              putAway.mutate(open.id);
              onChoose?.(null);
            }}
          >
            <Trash2 aria-hidden="true" size={18} />
          </Button>
        )}
        {gone && (
          <Button
            look="paper"
            onClick={() => {
              bringBack.mutate(gone.id);
              setGone(null);
            }}
          >
            Bring “{gone.name}” back
          </Button>
        )}
      </div>
      {take.error && <Note>{take.error.message}</Note>}
      {open ? (
        <OpenPhotograph
          key={open.id}
          photograph={open}
          onChoose={onChoose}
          onColour={onColour}
          onEach={onEach}
        />
      ) : (
        <p className="leading-snug">
          Choose a photograph, or drop one here. It stays private: only its pixels are kept, small,
          without place or date. A white or grey card in it sets its light and exposure right.
        </p>
      )}
    </div>
  );
}

function OpenPhotograph({
  photograph,
  onChoose,
  onColour,
  onEach,
}: {
  photograph: PhotographOut;
  onChoose?: (target: Target | null) => void;
  onColour?: (look: Look, photograph: number) => void;
  onEach?: (targets: Target[]) => void;
}) {
  const { mark } = usePhotographs();
  const [marking, setMarking] = useState<Marking>(null);
  const [area, setArea] = useState<PhotoArea | null>(null);
  const [count, setCount] = useState(6);
  const [wanted, setWanted] = useState(false);
  const [picked, setPicked] = useState<NoteOf | null>(null);
  const read = useMutation({
    mutationFn: (of: PhotoArea) =>
      ask("POST /api/photographs/{key}/area", { key: photograph.id, body: of }),
  });
  const { data: notes = [] } = useQuery({ ...notesQuery(photograph, count), enabled: wanted });
  const point = (to: PhotoArea, done: boolean) => {
    setArea(to);
    setPicked(null);
    if (!done) return;
    if (marking) {
      mark.mutate({ id: photograph.id, card: { kind: marking, area: to } });
      setMarking(null);
      setArea(null);
      read.reset();
      onChoose?.(null);
      return;
    }
    read.mutate(to, { onSuccess: ({ look }) => onColour?.(look, photograph.id) });
    onChoose?.({ ...NO_TARGET, photo: { photograph: photograph.id, area: to } });
  };
  const choose = (kind: "none" | "white" | "grey") => {
    if (kind !== "none") return setMarking(kind);
    setMarking(null);
    if (photograph.card) mark.mutate({ id: photograph.id, card: null });
  };
  const note = (of: NoteOf): Target => ({
    ...NO_TARGET,
    name: of.look.name,
    colour: of.look.lab.map((value) => value.toFixed(2)).join(" "),
  });
  return (
    <>
      <div className="flex min-h-0 flex-1 gap-3 max-md:flex-col">
        <div className="flex min-h-48 min-w-0 flex-1 items-start">
          <Picture
            photograph={photograph}
            area={area}
            label={
              marking
                ? `Drag over the ${marking} card`
                : "Tap a point or drag an area; arrow keys move it, with Shift they widen it"
            }
            onArea={point}
          />
        </div>
        <div className="flex w-56 shrink-0 flex-col gap-2 max-md:w-full">
          <Read colour={picked ?? read.data ?? null} />
          <div className="leading-tight">
            <span aria-hidden="true">Card in the picture</span>
            <Choice
              label="Card in the picture"
              look="paper"
              options={CARDS}
              value={marking ?? (isMarked(photograph.card) ? photograph.card : "none")}
              onChoose={choose}
            />
          </div>
          <a
            href="/api/photographs/card.pdf"
            className="inline-flex min-h-11 items-center underline underline-offset-4"
          >
            A card to print (PDF)
          </a>
          <p className="text-ink-soft text-sm leading-snug" role="status">
            {marking
              ? `Now drag over the ${marking} card in the picture.`
              : photograph.card
                ? `Light and exposure are set right by the ${photograph.card} card.${photograph.card === "printed" ? " How sure that is is told with each colour." : ""}`
                : "Without a card the colours are as the camera took them."}
          </p>
        </div>
      </div>
      {(mark.error ?? read.error) && <Note>{(mark.error ?? read.error)?.message}</Note>}
      <div className="flex flex-wrap items-center gap-2">
        {wanted ? (
          <>
            <Stepper
              look="paper"
              value={count}
              least={2}
              most={12}
              word="notes"
              onChange={setCount}
            />
            <ul aria-label="Notes, dark to light" className="flex min-w-0 flex-1">
              {notes.map((each) => (
                <li key={each.look.lab.join()} className="flex-1">
                  <button
                    type="button"
                    aria-label={`${each.look.munsell}, ${each.look.name}, ${Math.round(100 * each.share)} % of the picture`}
                    title={`${each.look.munsell}, ${each.look.name}`}
                    aria-pressed={picked === each}
                    onClick={() => {
                      setPicked(each);
                      setArea(null);
                      onChoose?.(note(each));
                      onColour?.(each.look, photograph.id);
                    }}
                    className="block h-11 w-full aria-pressed:outline-4 aria-pressed:outline-ink aria-pressed:-outline-offset-4"
                  >
                    <Swatch colour={each.look} className="h-full w-full" />
                  </button>
                </li>
              ))}
            </ul>
            {onEach && (
              <Button look="paper" onClick={() => onEach(notes.map(note))}>
                A pile for each
              </Button>
            )}
          </>
        ) : (
          <Button look="paper" onClick={() => setWanted(true)}>
            Its main notes, dark to light
          </Button>
        )}
      </div>
    </>
  );
}

/** Whether a card is one that the painter marked. */
const isMarked = (card: PhotographOut["card"]): card is "white" | "grey" =>
  card === "white" || card === "grey";

function Read({ colour }: { colour: AreaColour | NoteOf | null }) {
  if (!colour)
    return <p className="leading-snug">Tap a point in the picture, or drag over an area.</p>;
  return (
    <div data-testid="photo-colour">
      <Swatch colour={colour.look} notched className="h-24 w-full" />
      <p className="leading-snug">
        {colour.look.munsell}, {colour.look.name}
        {"says" in colour && colour.uncertainty !== null && (
          <span className="block">
            ± ΔE {colour.uncertainty.toFixed(1)}, {colour.says}
          </span>
        )}
        <span className="block text-ink-soft text-sm">
          {"share" in colour
            ? `One of its notes: ${Math.round(100 * colour.share)} % of the picture.`
            : colour.spread < 1
              ? "Even all over."
              : `It varies by ${differenceText(colour.spread)}; the average is taken.`}
        </span>
      </p>
    </div>
  );
}
