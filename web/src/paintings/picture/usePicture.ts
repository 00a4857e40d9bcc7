import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { ask } from "../../api/client";
import type { DivisionOut, PassageIn } from "../../api/schema";
import { type Recolouring, recolouring, rootsOfPixels } from "./recolour";

/** A divided picture as it is looked at: its pixels, and the piece of each. */
export interface Picture {
  division: DivisionOut;
  pixels: ImageData;
  pieces: Uint16Array;
  count: number;
  roots: Float32Array;
}

async function pixelsOf(address: string): Promise<ImageData> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error("The picture cannot be fetched.");
  // Codes are read as they stand: a picture that was kept is sRGB, and its pieces are numbers.
  const image = await createImageBitmap(await answer.blob(), {
    colorSpaceConversion: "none",
    premultiplyAlpha: "none",
  });
  const canvas = new OffscreenCanvas(image.width, image.height);
  const drawn = canvas.getContext("2d") as OffscreenCanvasRenderingContext2D;
  drawn.drawImage(image, 0, 0);
  return drawn.getImageData(0, 0, image.width, image.height);
}

async function fetched(key: number): Promise<Picture | null> {
  const division = await ask("GET /api/paintings/divisions/{key}", { key });
  if (!division.there) return null;
  const path = `/api/paintings/divisions/${key}`;
  const [pixels, told] = await Promise.all([
    pixelsOf(`${path}/picture`),
    pixelsOf(`${path}/pieces`),
  ]);
  const pieces = new Uint16Array(told.width * told.height);
  let count = 0;
  for (let i = 0; i < pieces.length; i++) {
    pieces[i] = (told.data[4 * i] as number) * 256 + (told.data[4 * i + 1] as number);
    count = Math.max(count, (pieces[i] as number) + 1);
  }
  return { division, pixels, pieces, count, roots: rootsOfPixels(pixels.data) };
}

/** The picture of a painting; null where its photograph was put away. */
export const usePicture = (key: number | null) =>
  useQuery({
    queryKey: ["paintings", "picture", key],
    queryFn: () => fetched(key ?? 0),
    enabled: key !== null,
    staleTime: 60_000,
    retry: false,
  });

export const NOBODYS = 255;

/** The passage of each piece, and of each pixel. */
export function ownersOf(picture: Picture, passages: ReadonlyArray<Pick<PassageIn, "pieces">>) {
  const ofPiece = new Uint8Array(picture.count).fill(NOBODYS);
  passages.forEach(({ pieces }, place) => {
    for (const piece of pieces ?? []) ofPiece[piece] = place;
  });
  const own = new Uint8Array(picture.pieces.length);
  for (let i = 0; i < own.length; i++) own[i] = ofPiece[picture.pieces[i] as number] ?? NOBODYS;
  return own;
}

/** What was made ready last of each picture: another view of the painting shows the same. */
const ready = new WeakMap<Picture, { where: string; painted: Recolouring }>();

function madeReady(picture: Picture, where: string): Recolouring {
  const last = ready.get(picture);
  if (last?.where === where) return last.painted;
  const members = (JSON.parse(where) as number[][]).map((pieces) => ({ pieces }));
  const { width, height } = picture.division;
  const own = ownersOf(picture, members);
  const painted = recolouring(picture.roots, own, width, height, members.length);
  ready.set(picture, { where, painted });
  return painted;
}

/** A picture with its passages, made ready to be shown in their colours. */
export function useRecolouring(
  picture: Picture | null,
  passages: readonly PassageIn[],
): Recolouring | null {
  // What a passage is called or mixed from changes nothing of where it lies.
  const where = JSON.stringify(passages.map(({ pieces }) => pieces));
  return useMemo(() => (picture ? madeReady(picture, where) : null), [picture, where]);
}
