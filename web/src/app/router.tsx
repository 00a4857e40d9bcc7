import { type QueryClient, useQuery } from "@tanstack/react-query";
import {
  createRootRouteWithContext,
  createRoute,
  createRouter,
  Link,
  lazyRouteComponent,
  Outlet,
  redirect,
} from "@tanstack/react-router";
import { isFirstView, isHere, setHere } from "../api/early";
import { NOBODY } from "../api/preferences";
import { Problem } from "../api/problem";
import { meQuery } from "../api/queries";
import type { Me } from "../api/schema";
import { PICTURE, WORDS, type Word } from "../mixtures/sheets/draft";
import { ScalesStage } from "../scales/ScalesStage";
import { prefetchSheet } from "../scales/sheet/prefetch";
import { Shell } from "./Shell";

interface Context {
  cache: QueryClient;
}

function useMe(): Me {
  const { data } = useQuery(meQuery);
  return data ?? NOBODY;
}

/** Who is signed in; a device that is new on the network is asked for its code first. */
async function whoIsHere(cache: QueryClient): Promise<Me> {
  try {
    const me = await cache.ensureQueryData(meQuery);
    setHere(me);
    return me;
  } catch (error) {
    if (error instanceof Problem && error.field === "device") throw redirect({ to: "/device" });
    throw error;
  }
}

const root = createRootRouteWithContext<Context>()({
  component: Outlet,
  notFoundComponent: () => (
    <main className="p-10 text-lg">
      There is nothing at this address. <Link to="/scales/{-$sheetId}">Go to your scales.</Link>
    </main>
  ),
});

const door = () => import("./Door");
const Door = lazyRouteComponent(door, "Door");
// Who was not here before stands before the door: it is fetched while that is being asked.
if (!isHere()) door();

const signIn = createRoute({
  getParentRoute: () => root,
  path: "/sign-in",
  loader: ({ context }) => whoIsHere(context.cache),
  component: () => <Door me={useMe()} />,
});

const device = createRoute({
  getParentRoute: () => root,
  path: "/device",
  component: lazyRouteComponent(() => import("./Device"), "Device"),
});

const trust = createRoute({
  getParentRoute: () => root,
  path: "/trust",
  component: lazyRouteComponent(() => import("./Device"), "Trust"),
});

const studio = createRoute({
  getParentRoute: () => root,
  id: "studio",
  beforeLoad: async ({ context }) => {
    const me = await whoIsHere(context.cache);
    if (me.name === null) throw redirect({ to: "/sign-in" });
  },
  component: () => <Shell me={useMe()} />,
});

const home = createRoute({
  getParentRoute: () => studio,
  path: "/",
  beforeLoad: () => {
    throw redirect({ to: "/scales/{-$sheetId}" });
  },
});

const idIn = (text: string | undefined) => (text === undefined ? null : Number(text));
/** A first view that has all it needs by then is drawn once, and not piece by piece. */
const DRAWN_WHOLE_WITHIN_MS = 800;
const wait = (ms: number) => new Promise((resolve) => window.setTimeout(resolve, ms));

const scales = createRoute({
  getParentRoute: () => studio,
  path: "/scales/{-$sheetId}",
  validateSearch: (search: Record<string, unknown>): { new?: Word; turn?: number } => ({
    ...((search.new as Word) in PICTURE ? { new: search.new as Word } : {}),
    ...(typeof search.turn === "number" ? { turn: search.turn } : {}),
  }),
  loader: async ({ context, params }) => {
    const fetched = prefetchSheet(context.cache, idIn(params.sheetId));
    if (isFirstView()) await Promise.race([fetched, wait(DRAWN_WHOLE_WITHIN_MS)]);
  },
  component: function Scales() {
    const { sheetId } = scales.useParams();
    const { new: word = WORDS.run, turn = 0 } = scales.useSearch();
    return <ScalesStage me={useMe()} sheetId={idIn(sheetId)} word={word} turn={turn} />;
  },
});

const TubesStage = lazyRouteComponent(() => import("../tubes/TubesStage"));

const tubes = createRoute({
  getParentRoute: () => studio,
  path: "/tubes",
  validateSearch: (search: Record<string, unknown>): { tube?: number } =>
    typeof search.tube === "number" ? { tube: search.tube } : {},
  component: function Tubes() {
    const { tube } = tubes.useSearch();
    return <TubesStage key={tube} first={tube} />;
  },
});

const PilesStage = lazyRouteComponent(() => import("../piles/PilesStage"));

const piles = createRoute({
  getParentRoute: () => studio,
  path: "/piles/{-$pileId}",
  component: function Piles() {
    return <PilesStage me={useMe()} pileId={idIn(piles.useParams().pileId)} />;
  },
});

const PaintingsStage = lazyRouteComponent(() => import("../paintings/PaintingsStage"));

const paintings = createRoute({
  getParentRoute: () => studio,
  path: "/paintings/{-$paintingId}",
  component: function Paintings() {
    return <PaintingsStage me={useMe()} paintingId={idIn(paintings.useParams().paintingId)} />;
  },
});

const JournalStage = lazyRouteComponent(() => import("../journal/JournalStage"));

const journal = createRoute({
  getParentRoute: () => studio,
  path: "/journal/{-$entryId}",
  component: function Journal() {
    return <JournalStage entryId={idIn(journal.useParams().entryId)} />;
  },
});

const practice = createRoute({
  getParentRoute: () => studio,
  path: "/practice",
  component: lazyRouteComponent(() => import("../practice/PracticeStage")),
});

// The kit is looked at while it is built; nothing of it ships.
const kit = import.meta.env.DEV
  ? [
      createRoute({
        getParentRoute: () => root,
        path: "/kit",
        component: lazyRouteComponent(() => import("../kit/Kit"), "Kit"),
      }),
    ]
  : [];

const tree = root.addChildren([
  signIn,
  device,
  trust,
  ...kit,
  studio.addChildren([home, tubes, scales, piles, paintings, journal, practice]),
]);

export function makeRouter(cache: QueryClient) {
  return createRouter({ routeTree: tree, context: { cache }, defaultPreload: false });
}

declare module "@tanstack/react-router" {
  interface Register {
    router: ReturnType<typeof makeRouter>;
  }
}
