import { Link } from "@tanstack/react-router";
import { api, got, type PaintingSummary } from "../api/client";
import type { ShelfOf } from "../keeping/Shelf";
import { PaletteStrip } from "./palette/PaletteStrip";
import { paintingsQuery } from "./queries";

const path = (id: number) => ({ params: { path: { painting_id: id } } });

/** Paintings as they stand on their shelf. */
export const PAINTINGS: ShelfOf<PaintingSummary> = {
  noun: "painting",
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
  throwAway: (id) => got(api.DELETE("/api/paintings/{painting_id}", path(id))),
  bringBack: (id) => got(api.POST("/api/paintings/{painting_id}/restore", path(id))),
  duplicate: (id) => got(api.POST("/api/paintings/{painting_id}/copy", path(id))),
};
