import createClient from "openapi-fetch";
import { keepAnswer, lastAnswer, questionOf, tellChanged } from "./answers";
import { earlyAnswer } from "./early";
import { heard } from "./line";
import { problemFrom, unreachable } from "./problem";
import type { components, paths } from "./schema";
import { csrfToken, signedInAgain, signedInTimes } from "./session";

/** Parameters of a path that ends in a key, or goes on from one. */
export const atKey = (key: number) => ({ params: { path: { key } } });

export type Me = components["schemas"]["Me"];
export type Preferences = components["schemas"]["Preferences"];
export type Paint = components["schemas"]["PaintOut"];
export type Tube = components["schemas"]["TubeOut"];
export type TubeDetail = components["schemas"]["TubeDetailOut"];
export type NewTube = components["schemas"]["TubeIn"];
export type TubeChange = components["schemas"]["TubeChange"];
export type Reading = components["schemas"]["ReadingOut"];
export type FoundReading = components["schemas"]["FoundReadingOut"];
export type FoundOptics = components["schemas"]["FoundOpticsOut"];
export type FoundTube = components["schemas"]["FoundTubeOut"];
export type Calibration = components["schemas"]["CalibrationOut"];
export type Instrument = components["schemas"]["InstrumentOut"];
export type Reach = components["schemas"]["ReachOut"];
export type PaintBox = components["schemas"]["BoxOut"];
export type Pile = components["schemas"]["PileOut"];
export type PileSummary = components["schemas"]["PileSummaryOut"];
export type PileEvent = components["schemas"]["PileEventIn"];
export type NewPile = components["schemas"]["PileIn"];
export type Advice = components["schemas"]["AdviceOut"];
export type Target = components["schemas"]["Target"];
export type PileStep = components["schemas"]["PileStepOut"];
export type Photograph = components["schemas"]["PhotographOut"];
export type PhotoArea = components["schemas"]["PhotoArea"];
export type AreaColour = components["schemas"]["AreaColour"];
export type PhotoNote = components["schemas"]["Note"];
export type KeptMixture = components["schemas"]["KeptMixtureOut"];
export type GramScale = components["schemas"]["GramScaleOut"];
export type Look = components["schemas"]["Look"];
export type Swatch = components["schemas"]["Swatch"];
export type Origin = components["schemas"]["Origin"];
export type TubePart = components["schemas"]["TubePart"];
export type TubeMixture = components["schemas"]["TubeMixture"];
export type ScaleRequest = components["schemas"]["ScaleChartIn"];
export type TriadRequest = components["schemas"]["TriadChartIn"];
export type ChartRequest =
  paths["/api/scales/compute/chart"]["post"]["requestBody"]["content"]["application/json"];
export type Light = NonNullable<ScaleRequest["light"]>;
export type SheetMeasure = components["schemas"]["SheetMeasure"];
export type Run = components["schemas"]["RunOut"];
export type Trail = components["schemas"]["TrailOut"];
export type Line = components["schemas"]["Line"];
export type Patch = components["schemas"]["PatchOut"];
export type Part = components["schemas"]["Part"];
export type Triangle = components["schemas"]["TriangleOut"];
export type Chart = components["schemas"]["ChartOut"];
export type Partner = components["schemas"]["PartnerOut"];
export type Muting = components["schemas"]["MutingOut"];
export type Comparison = components["schemas"]["CompareOut"];
export type WorkPlan = components["schemas"]["WorkPlan"];
export type Sheet = components["schemas"]["SheetOut"];
export type Ticks = components["schemas"]["Ticks"];
export type WorkLine = components["schemas"]["WorkLine"];
export type Painting = components["schemas"]["PaintingOut"];
export type PaintingSummary = components["schemas"]["PaintingSummaryOut"];
export type PaintingRequest = components["schemas"]["PaintingRequest"];
export type Measure = components["schemas"]["Measure"];
export type PaintingPlan = components["schemas"]["PaintingPlanOut"];
export type Passage = components["schemas"]["PassageIn"];
export type Harmonised = components["schemas"]["HarmonisedOut"];
export type Harmony = components["schemas"]["HarmonyOut"];
export type Division = components["schemas"]["DivisionOut"];
export type Divided = components["schemas"]["DividedOut"];
export type Region = components["schemas"]["RegionOut"];
export type Dotted = components["schemas"]["DotOut"];
export type PassageLayers = components["schemas"]["LayersIn"];
export type FewTubes = components["schemas"]["MixturesOut"];
export type Figures = components["schemas"]["FiguresOut"];
export type Judged = components["schemas"]["JudgedOut"];
export type Curve = components["schemas"]["CurveOut"];
export type Giving = components["schemas"]["GivingIn"];
export type MotherSource = components["schemas"]["MotherIn"];
export type Candidate = components["schemas"]["CandidateOut"];
export type School = components["schemas"]["SchoolOut"];
export type Version = components["schemas"]["VersionOut"];
export type PaletteLook = components["schemas"]["PaletteLook"];
export type MixtureSource = components["schemas"]["SourceIn"];
export type FoundMixture = components["schemas"]["FoundMixture"];
export type Viewing = components["schemas"]["Viewing"];
export type FoundEntry = components["schemas"]["FoundEntry"];
export type Wall = components["schemas"]["WallOut"];
export type ColourMapOf = components["schemas"]["MapOut"];
export type WallGroup = components["schemas"]["WallGroup"];
export type WallSwatch = components["schemas"]["WallSwatch"];
export type Entry = components["schemas"]["EntryOut"];
export type EntryAgain = components["schemas"]["AgainOut"];
export type Store = components["schemas"]["StoreOut"];
export type Teaches = components["schemas"]["TeachesOut"];
export type TimePoint = components["schemas"]["Point"];
export type ReadBack = components["schemas"]["ReadBackOut"];
export type ReadBox = components["schemas"]["ReadBox"];
export type Task = components["schemas"]["TaskOut"];
export type Practice = components["schemas"]["PracticeOut"];
export type PracticeSession = components["schemas"]["PracticeSession"];
export type Exercise = components["schemas"]["ExerciseOut"];
export type PracticeAnswer = components["schemas"]["PracticeAnswer"];
export type AnswerJudged = components["schemas"]["AnswerJudged"];
export type PracticeRecord = components["schemas"]["PracticeRecord"];
export type ResultRow = components["schemas"]["ResultRow"];
export type PracticeKind = NonNullable<components["schemas"]["PracticeBegin"]["kinds"]>[number];
export type SheetSummary = components["schemas"]["SummaryOut"];

/**
 * Sends a request; when the session has ended it waits until the painter has signed in again and
 * sends it once more, so that nothing that was typed is lost.
 */
async function patiently(request: Request): Promise<Response> {
  const again = request.clone();
  const times = signedInTimes();
  const question = await questionOf(request.clone());
  const changes = request.method !== "GET" && !question;
  request.headers.set("X-CSRFToken", csrfToken());
  let silent = false;
  const early = await earlyAnswer(request);
  const asking = early ? Promise.resolve(early) : fetch(request);
  const answer = await asking.catch(async (error) => {
    // Whoever asked has given it up, which tells nothing of the line.
    if (request.signal.aborted) throw error;
    heard(0);
    silent = true;
    const last = question && (await lastAnswer(question));
    if (last) return last;
    throw unreachable();
  });
  if (silent) return answer;
  heard(answer.status);
  if (question && answer.ok) keepAnswer(question, answer.clone());
  if (changes && answer.ok) tellChanged(new URL(request.url).pathname, request.method === "DELETE");
  if (answer.status !== 401) return answer;
  // A refusal that comes late, after the painter has signed in, is no reason to ask once more.
  if (signedInTimes() === times) await signedInAgain();
  again.headers.set("X-CSRFToken", csrfToken());
  return fetch(again);
}

export const api = createClient<paths>({ baseUrl: window.location.origin, fetch: patiently });

/** The data of an answer; a `Problem` is thrown for any other. */
export async function got<T>(
  answer: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  const { data, error, response } = await answer;
  if (!response.ok) throw problemFrom(response.status, error);
  return data as T;
}
