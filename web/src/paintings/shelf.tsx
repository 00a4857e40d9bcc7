import { Link } from "@tanstack/react-router";
import { paintingsQuery } from "../api/queries";
import type { PaintingSummaryOut } from "../api/schema";
import type { ShelfOf } from "../keeping/Shelf";
import { PaletteStrip } from "./palette/PaletteStrip";

/** Paintings as they stand on their shelf. */
export const PAINTINGS: ShelfOf<PaintingSummaryOut> = {
  noun: "painting",
  path: "/api/paintings",
  query: paintingsQuery,
  nameOf: (painting) => painting.title,
  wordsOf: (painting) =>
    [painting.title, ...painting.palette.map(({ look }) => `${look.munsell} ${look.name}`)].join(
      " ",
    ),
  findBy: "name, colour word or Munsell",
  Face: ({ thing }) => (
    <>
      <b className="block truncate pb-1 leading-tight">{thing.title}</b>
      <PaletteStrip palette={thing.palette} className="h-12" />
    </>
  ),
  Way: ({ thing, ...rest }) => (
    <Link to="/paintings/{-$paintingId}" params={{ paintingId: String(thing.id) }} {...rest} />
  ),
};
