import { useQueryClient } from "@tanstack/react-query";
import { Link, Outlet, useLocation, useNavigate } from "@tanstack/react-router";
import { CircleHelp, CircleUser, Eye, Shapes, SunMedium } from "lucide-react";
import { lazy, type MouseEvent, Suspense, useEffect, useState } from "react";
import { useSilence } from "../api/line";
import type { Me } from "../api/schema";
import { onSessionEnd, signOut } from "../api/session";
import type { HelpPart } from "../help/Help";
import { useOutbox } from "../keeping/outbox";
import { PartsContext } from "../mixtures/parts";
import { DARKEST_STAGE, LIGHTEST_STAGE } from "../seen/neutrals";
import { LIGHTS, useViewing, ViewingProvider } from "../seen/viewing";
import { Button } from "../ui/Button";
import { type KeyAction, useKeys } from "../ui/keys";
import { afterPaint } from "../ui/quiet";
import { Select } from "../ui/Select";
import { PARTS } from "./parts";

const STAGES = [
  { to: "/tubes", name: "Tubes" },
  { to: "/scales/{-$sheetId}", name: "Scales" },
  { to: "/piles/{-$pileId}", name: "Piles" },
  { to: "/paintings/{-$paintingId}", name: "Paintings" },
  { to: "/journal/{-$entryId}", name: "Journal" },
  { to: "/practice", name: "Practice" },
] as const;
type Stage = (typeof STAGES)[number];

/** The room around the work: the stages, and at hand always surround, light, squint, white test. */
export function Shell({ me }: { me: Me }) {
  return (
    <ViewingProvider me={me}>
      <div data-hand={me.hand} className="flex min-h-dvh flex-col bg-stage max-md:pb-28 lg:h-dvh">
        <TopBar me={me} />
        <Silence owner={me.name ?? ""} />
        <PartsContext value={PARTS}>
          <Outlet />
        </PartsContext>
      </div>
      <SessionEnded me={me} />
    </ViewingProvider>
  );
}

/** Over every stage while the studio does not answer; what was missed is fetched when it does. */
function Silence({ owner }: { owner: string }) {
  const silent = useSilence();
  const cache = useQueryClient();
  useEffect(() => {
    if (!silent) cache.refetchQueries({ predicate: ({ state }) => state.status === "error" });
  }, [silent, cache]);
  const { waiting } = useOutbox(owner);
  if (!silent) return null;
  return (
    <p role="status" className="bg-ink px-4 py-2 text-center text-paper">
      The studio does not answer. What you do is kept here until it does
      {waiting.length > 0 && `: ${waiting.length} ${waiting.length === 1 ? "waits" : "wait"}`}.
    </p>
  );
}

function TopBar({ me }: { me: Me }) {
  const viewing = useViewing();
  const { stageValue, setStageValue, squint, setSquint, whiteTest, setWhiteTest } = viewing;
  const [help, setHelp] = useState<HelpPart | null>(null);
  const [account, setAccount] = useState(false);
  /** Whether a phone shows how the work is seen. */
  const [seeing, setSeeing] = useState(false);
  const cache = useQueryClient();
  const navigate = useNavigate();
  const keys: KeyAction[] = [
    { key: "s", says: "Squint: every colour by its value alone", act: () => setSquint(!squint) },
    {
      key: "w",
      says: "White test: every mixture opened with four parts of white",
      act: () => setWhiteTest(!whiteTest),
    },
    { key: "[", says: "A darker surround", act: () => setStageValue(stageValue - 0.5) },
    { key: "]", says: "A lighter surround", act: () => setStageValue(stageValue + 0.5) },
    { key: "?", says: "How to, keys, and what the marks mean", act: () => setHelp("howto") },
    { key: "l", says: "What the marks mean", act: () => setHelp("marks") },
  ];
  useKeys(keys);
  const leave = async () => {
    await signOut();
    cache.clear();
    navigate({ to: "/sign-in" });
  };
  const controls = (
    <>
      <SurroundChoice />
      <LightChoice />
      <Button aria-pressed={squint} onClick={() => setSquint(!squint)}>
        <Eye aria-hidden="true" size={18} /> Squint
      </Button>
      <Button aria-pressed={whiteTest} onClick={() => setWhiteTest(!whiteTest)}>
        White test
      </Button>
      <Button aria-label="What the marks mean" onClick={() => setHelp("marks")}>
        <Shapes aria-hidden="true" size={20} />
      </Button>
      <Button aria-label="Help" onClick={() => setHelp("howto")}>
        <CircleHelp aria-hidden="true" size={20} />
      </Button>
      <Button aria-label={`The studio of ${me.name}`} onClick={() => setAccount(true)}>
        <CircleUser aria-hidden="true" size={20} />
      </Button>
    </>
  );
  return (
    <header className="flex min-h-14 flex-wrap items-center gap-x-3 bg-slate-deep px-4 text-chalk">
      <Link to="/scales/{-$sheetId}" className="mr-2 font-bold text-2xl tracking-tight">
        Mesotint
      </Link>
      <Stages />
      <Button
        aria-expanded={seeing}
        className="ml-auto md:hidden"
        onClick={() => setSeeing(!seeing)}
      >
        <Eye aria-hidden="true" size={18} /> Light
      </Button>
      <div
        className={`flex-wrap items-center gap-x-1 gap-y-2 md:ml-auto md:flex ${seeing ? "flex w-full pb-2" : "hidden"}`}
      >
        {controls}
      </div>
      <Suspense fallback={null}>
        {help && <Help part={help} onClose={() => setHelp(null)} keys={keys} />}
        {account && <Account me={me} onLeave={leave} onClose={() => setAccount(false)} />}
      </Suspense>
    </header>
  );
}

/**
 * Where one is in the work: beside the name, or in a phone's hand at the bottom. A stage that is
 * tapped is marked at once; it is laid out in the next frame, since a slow phone takes a while.
 */
function Stages() {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [going, setGoing] = useState<{ from: string; to: string } | null>(null);
  const goes = going?.from === pathname ? going.to : null;
  const go = (event: MouseEvent, to: Stage["to"]) => {
    if (event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return;
    event.preventDefault();
    setGoing({ from: pathname, to });
    afterPaint(() => navigate({ to }));
  };
  return (
    <nav
      aria-label="Stages of the work"
      className="self-stretch bg-slate-deep max-md:fixed max-md:inset-x-0 max-md:bottom-0 max-md:z-20"
    >
      <ul className="flex h-full max-md:h-14">
        {STAGES.map((stage) => (
          <li key={stage.to} className="min-w-0 max-md:flex-auto">
            <Link
              to={stage.to}
              data-goes={goes === stage.to || undefined}
              onClick={(event) => go(event, stage.to)}
              className="flex h-full min-h-11 items-center justify-center border-transparent data-goes:border-chalk data-goes:font-bold md:border-b-4 md:px-3 max-md:border-t-4 max-md:text-[0.875rem]"
              activeProps={{ className: "border-chalk! font-bold", "aria-current": "page" }}
            >
              {stage.name}
            </Link>
          </li>
        ))}
      </ul>
    </nav>
  );
}

function SurroundChoice() {
  const { stageValue, setStageValue } = useViewing();
  return (
    <label className="flex min-h-11 items-center gap-2">
      Surround
      <input
        type="range"
        min={DARKEST_STAGE}
        max={LIGHTEST_STAGE}
        step={0.5}
        value={stageValue}
        aria-valuetext={`value ${stageValue}`}
        onChange={(event) => setStageValue(Number(event.target.value))}
        className="h-11 w-28 accent-chalk"
      />
      <output className="w-9 font-bold">N{stageValue}</output>
    </label>
  );
}

function LightChoice() {
  const { light, setLight } = useViewing();
  return (
    <Select
      label="Light"
      icon={<SunMedium aria-hidden="true" size={18} />}
      options={LIGHTS.map(({ key, name }) => [key, name] as const)}
      value={light}
      onChoose={setLight}
    />
  );
}

// Only fetched where somebody asks for help, or stands before the door.
const Account = lazy(() => import("./Account").then((there) => ({ default: there.Account })));
const Help = lazy(() => import("../help/Help").then((there) => ({ default: there.Help })));
const SignInAgain = lazy(() =>
  import("./SignInAgain").then((there) => ({ default: there.SignInAgain })),
);

function SessionEnded({ me }: { me: Me }) {
  const [ended, setEnded] = useState(false);
  useEffect(() => onSessionEnd(setEnded), []);
  return <Suspense fallback={null}>{ended && <SignInAgain me={me} />}</Suspense>;
}
