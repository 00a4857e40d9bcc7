import { type PointerEvent, useDeferredValue, useEffect, useMemo, useRef, useState } from "react";
import type { PassageIn } from "../../api/schema";
import type { Colour } from "../../seen/Swatch";
import { type Seen, useSeen } from "../../seen/useSeen";
import { useSize } from "../../ui/useSize";
import { Divider } from "./Divider";
import { Outline } from "./Outline";
import { inValues, type Recolouring, shown } from "./recolour";
import { NOBODYS, type Picture, useRecolouring } from "./usePicture";

export type Values = "all" | "3" | "5" | "7";

/** Pixels of the picture that a brush of a finger's width reaches. */
const BRUSH = 9;
const LABELS_PX = 24;

interface Props {
  picture: Picture;
  passages: readonly PassageIn[];
  /** What stands left of the divider: the photograph itself, or colours of the passages. */
  before: "photograph" | ReadonlyArray<Colour | null>;
  after: ReadonlyArray<Colour | null>;
  says: readonly [before: string, after: string];
  /** Passages that are outlined: the chosen one, or those that are spoken of. */
  outlined: readonly number[];
  values: Values;
  onChoose: (place: number) => void;
  /** The tapped place, in shares of width and height. */
  onTap?: (x: number, y: number) => void;
  /** While pieces are given away: those under the brush once it is lifted. */
  onBrush?: ((pieces: ReadonlySet<number>) => void) | null;
  children?: React.ReactNode;
}

/** A picture as large as there is room for, before and after under one divider. */
export function PictureStage(props: Props) {
  const { picture, passages, before, after, says, outlined, values, onBrush } = props;
  const { width, height } = picture.division;
  const [room, wide, high] = useSize();
  const scale = Math.max(0, Math.min(wide / width, (high - LABELS_PX) / height));
  const [at, setAt] = useState(0.5);
  const seen = useSeen();
  const painted = useRecolouring(picture, passages);
  const now = useShown(painted, codesOf(seen, after));
  const then = useShown(painted, before === "photograph" ? null : codesOf(seen, before));
  const was = before === "photograph" ? picture.pixels : then;
  const stroke = useRef<Set<number> | null>(null);
  const [brushed, setBrushed] = useState<ReadonlySet<number>>(NOTHING);
  const place = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    return [
      Math.min(0.9999, Math.max(0, (event.clientX - box.left) / box.width)),
      Math.min(0.9999, Math.max(0, (event.clientY - box.top) / box.height)),
    ] as const;
  };
  const brush = (x: number, y: number) => {
    const [u, v] = [Math.floor(x * width), Math.floor(y * height)];
    for (let down = -BRUSH; down <= BRUSH; down += 3)
      for (let across = -BRUSH; across <= BRUSH; across += 3) {
        const [px, py] = [u + across, v + down];
        if (Math.hypot(across, down) > BRUSH || px < 0 || py < 0 || px >= width || py >= height)
          continue;
        stroke.current?.add(picture.pieces[py * width + px] as number);
      }
    setBrushed(new Set(stroke.current));
  };
  const press = (event: PointerEvent<HTMLElement>) => {
    const [x, y] = place(event);
    if (onBrush) {
      event.currentTarget.setPointerCapture(event.pointerId);
      stroke.current = new Set();
      brush(x, y);
      return;
    }
    const own = painted?.own[Math.floor(y * height) * width + Math.floor(x * width)];
    if (own !== undefined && own !== NOBODYS) props.onChoose(own);
    props.onTap?.(x, y);
  };
  const lift = () => {
    if (stroke.current?.size) onBrush?.(stroke.current);
    stroke.current = null;
    setBrushed(NOTHING);
  };
  return (
    <div
      ref={room}
      className="flex min-h-0 min-w-0 flex-1 items-center justify-center overflow-hidden"
    >
      <div className="shrink-0" style={{ width: width * scale }}>
        <p
          aria-hidden="true"
          className="flex justify-between text-sm text-stage-ink"
          style={{ lineHeight: `${LABELS_PX}px` }}
        >
          <span>{says[0]}</span>
          <span>{says[1]}</span>
        </p>
        <div
          className="relative select-none"
          style={{ height: height * scale }}
          data-testid="picture"
        >
          <div
            className={`absolute inset-0 ${onBrush ? "cursor-cell touch-none" : "cursor-crosshair"}`}
            onPointerDown={press}
            onPointerMove={(event) => stroke.current && brush(...place(event))}
            onPointerUp={lift}
            onPointerCancel={lift}
          >
            <Layer pixels={now} values={values} label={says[1]} />
            <Layer
              pixels={was}
              values={values}
              label={says[0]}
              clip={`inset(0 ${100 - 100 * at}% 0 0)`}
            />
            {painted && (
              <Outline
                painted={painted}
                outlined={outlined}
                brushed={brushed}
                pieces={picture.pieces}
              />
            )}
            {props.children}
          </div>
          <Divider at={at} says={says} onMove={setAt} />
        </div>
      </div>
    </div>
  );
}

const NOTHING: ReadonlySet<number> = new Set();

type Codes = ReadonlyArray<string | null>;

/** The picture in these colours, drawn anew only where one is another, and after all else is. */
function useShown(painted: Recolouring | null, codes: Codes | null): ImageData | null {
  const told = useDeferredValue(codes && JSON.stringify(codes));
  return useMemo(
    () => (painted && told ? shown(painted, JSON.parse(told) as Codes) : null),
    [painted, told],
  );
}

const codesOf = (seen: Seen, colours: ReadonlyArray<Colour | null>): Codes =>
  colours.map((colour) => (colour ? seen.code(colour) : null));

/** Pixels as they are, or in a few values. */
function Layer({
  pixels,
  values,
  label,
  clip,
}: {
  pixels: ImageData | null;
  values: Values;
  label: string;
  clip?: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (!pixels) return;
    const told = values === "all" ? pixels : inValues(pixels, Number(values));
    canvas.current?.getContext("2d")?.putImageData(told, 0, 0);
  }, [pixels, values]);
  return (
    <canvas
      ref={canvas}
      width={pixels?.width ?? 1}
      height={pixels?.height ?? 1}
      role="img"
      aria-label={label}
      className="absolute inset-0 h-full w-full"
      style={{ clipPath: clip }}
    />
  );
}
