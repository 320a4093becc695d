import createClient from 'openapi-fetch';
import { toCube, toShown } from './scheme';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];
export type Edge = Schemas['EdgeResponse'];
export type Opening = Schemas['OpeningResponse'];
export type Openings = Schemas['OpeningsResponse'];
export type OpeningPiece = Schemas['OpeningPieceResponse'];
export type Plans = Schemas['PlansResponse'];
export type PlanGroup = Schemas['PlanGroupResponse'];
export type Plan = Schemas['PlanResponse'];
export type Explanation = Schemas['ExplanationResponse'];
export type XCrossPlans = Schemas['XCrossPlansResponse'];
export type XCross = Schemas['XCrossResponse'];
export type PairStand = Schemas['PairStandResponse'];
export type Foresight = Schemas['ForesightResponse'];
export type Habits = Schemas['HabitsResponse'];
export type Drill = Schemas['DrillResponse'];
export type Session = Schemas['SessionResponse'];
export type Task = Schemas['TaskResponse'];
export type Verdict = Schemas['VerdictResponse'];
export type Today = Schemas['TodayResponse'];
export type PracticeRecord = Schemas['RecordResponse'];
export type Sheet = Schemas['SheetResponse'];
export type Import = Schemas['ImportResponse'];
export type Turned = Schemas['TurnResponse'];
export type Note = Schemas['NoteResponse'];
export type Sequence = Schemas['SequenceResponse'];
export type BaseUp = Schemas['TurnedOverResponse'];
export type Solution = Schemas['SolutionResponse'];
export type Figures = Schemas['FiguresResponse'];
export type FoundLine = Schemas['FoundLineResponse'];
export type PlanLine = Schemas['PlanLineResponse'];
export type WholePlan = Schemas['WholePlanResponse'];
export type BigCentres = Schemas['BigCentresResponse'];
export type BigCentre = Schemas['BigCentreResponse'];
export type BigTurn = Schemas['BigTurnResponse'];
export type BigStop = Schemas['BigStopResponse'];
export type BigPlan = Schemas['BigPlanResponse'];
export type BigLine = Schemas['BigLineResponse'];
export type BigEdge = Schemas['BigEdgeResponse'];
export type BigParity = Schemas['BigParityResponse'];
export type BigParityHold = Schemas['BigParityHoldResponse'];
export type BigEdgeWay = Schemas['BigEdgeWayResponse'];
export type BigStore = Schemas['BigStoreResponse'];
export type BigBeside = Schemas['BigBesideResponse'];
export type LlColumn = Schemas['LlColumnResponse'];
export type LlEntered = Schemas['LlEntryResponse'];
export type Learning = Schemas['LearningResponse'];
export type Confusion = Schemas['ConfusionResponse'];
export type WayGroup = Schemas['WayGroupResponse'];
export type Way = Schemas['WayResponse'];
export type StopJudgement = Schemas['StopJudgementResponse'];
export type OwnHands = Schemas['OwnHandsResponse'];
export type HandFigure = Schemas['HandFigureResponse'];
export type HandTime = Schemas['HandTimeResponse'];
export type Cycles = Schemas['CyclesResponse'];
export type CycleWay = Schemas['CycleWayResponse'];
export type CycleFollowed = Schemas['CycleFollowedResponse'];
export type CycleChoice = Schemas['CycleChoiceResponse'];
export type CycleReading = Schemas['CycleReadingResponse'];
export type Course = Schemas['CourseResponse'];
export type Stop = Schemas['StopResponse'];
export type KeptCourse = Schemas['KeptCourseResponse'];
export type Book = Schemas['BookResponse'];
export type CaseTile = Schemas['CaseTileResponse'];
export type CasePage = Schemas['CasePageResponse'];
export type CaseInView = Schemas['CaseInViewResponse'];
export type Judgement = Schemas['JudgementResponse'];
export type Solver = Schemas['SolverResponse'];
export type Attempt = Schemas['AttemptResponse'];
export type AttemptPage = Schemas['AttemptPageResponse'];
export type Solve = Schemas['SolveResponse'];
export type Spent = Schemas['SpentResponse'];
export type LiveCube = Schemas['LiveCubeResponse'];
export type SolvePage = Schemas['SolvePageResponse'];
export type Review = Schemas['ReviewResponse'];
export type Scramble = Schemas['ScrambleResponse'];
export type Status = Schemas['StatusResponse'];
export type Deleted = Schemas['DeletedResponse'];
export type Imported = Schemas['ImportedResponse'];
export type ImportProgress = Schemas['ImportProgressResponse'];
export type PastSession = Schemas['PastSessionResponse'];
export type Club = Schemas['ClubResponse'];
export type ClubEvent = Schemas['ClubEventResponse'];
export type Member = Schemas['MemberResponse'];
export type LeaveOf = Schemas['LeaveResponse'];

/** What the server said beside an answer; who wants to hear it sets it. */
export const heard: {
  skipped: (what: string) => void;
  /** It is asked again, or no more; with the server's own sentence where it is a matter of its start. */
  busy: (isBusy: boolean, why?: string) => void;
  signedOut: () => void;
} = {
  skipped: () => {},
  busy: () => {},
  signedOut: () => {},
};

const mostTries = 8;
const longestWait = 10;

/** Whose own hands are meant by what is asked; 0: the usual ones. */
export const asker = { handsOf: 0 };

/** What a server that is not ready yet says about its start, which comes to its end however long it takes. */
async function startOf(response: Response): Promise<string | undefined> {
  const problem = (await response
    .clone()
    .json()
    .catch(() => ({}))) as { code?: string; detail?: string };
  return problem.code === 'moving-in' ? problem.detail : undefined;
}

/** Asks again by itself when the server says when to: the data are in use by something else for a moment. */
export async function patient(request: Request): Promise<Response> {
  if (asker.handsOf > 0) request.headers.set('Hands-Of', `${asker.handsOf}`);
  for (let tries = 1; ; tries++) {
    const response = await fetch(request.clone());
    const wait = Number(response.headers.get('Retry-After'));
    const mayWait = response.status === 503 && wait > 0;
    const why = mayWait ? await startOf(response) : undefined;
    const isBusy = mayWait && (tries < mostTries || why !== undefined);
    heard.busy(isBusy, why);
    if (!isBusy) {
      const skipped = response.headers.get('Tin-Compass-Skipped');
      if (skipped) heard.skipped(skipped);
      if (response.status === 401 && !request.url.includes('/api/club/')) heard.signedOut();
      return response;
    }
    await new Promise((later) => setTimeout(later, 1000 * Math.min(wait, longestWait)));
    request.signal.throwIfAborted();
  }
}

const client = createClient<paths>({ baseUrl: '/', fetch: patient });

/** What a request was refused for: a sentence, and where the fault lies in the text. */
export class Problem extends Error {
  readonly code: string;
  readonly field: string | null;
  readonly column: number | null;
  readonly line: number | null;
  readonly offending: string;
  /** The stickers to look at. */
  readonly facelets: number[];

  constructor(body: Record<string, unknown>) {
    super(typeof body['detail'] === 'string' ? body['detail'] : 'The server could not answer.');
    this.code = typeof body['code'] === 'string' ? body['code'] : 'unknown';
    this.field = typeof body['field'] === 'string' ? body['field'] : null;
    this.column = typeof body['column'] === 'number' ? body['column'] : null;
    this.line = typeof body['line'] === 'number' ? body['line'] : null;
    this.facelets = Array.isArray(body['facelets']) ? body['facelets'].filter((f) => typeof f === 'number') : [];
    this.offending = typeof body['offending'] === 'string' ? body['offending'] : '';
  }
}

/** The answer as the server gave it. */
async function plain<T>(request: Promise<{ data?: T; error?: unknown }>): Promise<T> {
  let result;
  try {
    result = await request;
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === 'AbortError') throw cause;
    throw new Problem({ code: 'unreachable', detail: 'Tin Compass does not answer. Is it still running?' });
  }
  if (result.data !== undefined) return result.data;
  throw new Problem(typeof result.error === 'object' && result.error !== null ? toShown({ ...result.error }) : {});
}

/** An answer that says nothing but that it was done. */
const nothing = (request: Promise<{ response: Response; error?: unknown }>): Promise<true> =>
  plain(
    request.then((r) => (r.response.ok ? { data: true as const } : r)) as Promise<{ data?: true; error?: unknown }>,
  );

/** The answer in the colours of the solver's cube. */
async function answer<T>(request: Promise<{ data?: T; error?: unknown }>): Promise<T> {
  return toShown(await plain(request));
}

/** An answer that comes line by line, each handed over as it comes. Ends when the last one has come, or when it is stopped. */
async function lines<T>(
  request: Promise<{ data?: unknown; error?: unknown }>,
  heardLine: (line: T) => void,
): Promise<void> {
  const body = (await plain(request)) as ReadableStream<Uint8Array>;
  const reader = body.pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>).getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    const parts = (rest + value).split('\n');
    rest = parts.pop() ?? '';
    for (const part of parts) heardLine(toShown(JSON.parse(part) as T));
  }
}

/** A page of the casebook: what somebody noted stands as it was written, whatever the colours of the cube. */
async function casePage(request: Promise<{ data?: CasePage; error?: unknown }>): Promise<CasePage> {
  const page = await plain(request);
  const shown = toShown(page);
  return { ...shown, views: shown.views.map((view, i) => ({ ...view, note: page.views[i]!.note })) };
}

type Signal = AbortSignal | null;

/** What a drawn scramble is wanted to be, for one colour's cross. */
export type Wish = { color?: string; length?: number; badEdges?: number };

/** How the solver's habits bear on plans; what is as usual is left out. */
export type HabitsQuery = { order?: string; holds?: string } & Hands;

/** Whose hands turn; what is as usual is left out. */
export type Hands = { leftHanded?: boolean; avoid?: string; middleHand?: string };

/** What is left out is not sent. */
function without<T extends Record<string, unknown>>(query: T): T {
  return Object.fromEntries(Object.entries(toCube(query)).filter(([, value]) => value !== '')) as T;
}

/** A position from which a stage begins: a scramble, and what was turned after it. */
export type Start = { scramble: string; made: string; color: string };

/** A stop that is asked about. */
export type StopQuery = Start &
  Hands & {
    stage: string;
    part: string;
    by: 'time' | 'turns';
    slack: number;
    wishes?: string;
    noRotation?: boolean;
    solverId?: number;
  };

/** How a whole course is to be planned. */
export type CourseQuery = Start &
  Hands & {
    method: string;
    chosen: string;
    by: 'time' | 'turns';
    noRotation: boolean;
    wishes: string;
    beam?: number;
  };

export const api = {
  status: () => plain(client.GET('/api/status')),
  baseUp: () => answer(client.GET('/api/base-up')),
  cycles: (query: { stickers: string; metric: string; over: number } & Hands, signal: Signal) =>
    answer(client.GET('/api/cycles', { params: { query: without(query) }, signal })),
  followCycle: (query: { stickers: string; setup: string; a: string; b: string; made: string }, signal: Signal) =>
    answer(client.GET('/api/cycles/followed', { params: { query }, signal })),
  cubeByCycles: (query: { scramble: string; made: string; plan: boolean } & Hands, signal: Signal) =>
    answer(client.GET('/api/cycles/cube', { params: { query: without(query) }, signal })),
  readCycle: (query: { setup: string; a: string; b: string }, signal: Signal) =>
    answer(client.GET('/api/cycles/reading', { params: { query }, signal })),
  findSequences: (
    { stage, id, ...query }: { stage: string; id: string; turns: string; most: number; wait: boolean } & Hands,
    heardLine: (line: FoundLine) => void,
    signal: Signal,
  ) =>
    lines(
      client.GET('/api/casebook/{stage}/{id}/found', {
        params: { path: { stage, id }, query },
        parseAs: 'stream',
        signal,
      }),
      heardLine,
    ),
  putSideBySide: (body: Schemas['BesideRequest'], signal: Signal) =>
    answer(client.POST('/api/last-layer/beside', { body, signal })),
  enterLastLayer: (facelets: string) => answer(client.POST('/api/last-layer/entry', { body: toCube({ facelets }) })),
  whatIsConfused: (set: string, solverId: number) =>
    answer(client.GET('/api/last-layer/confusions/{set}', { params: { path: { set }, query: { solverId } } })),
  whatToLearn: (stage: string, solverId: number | null) =>
    answer(
      client.GET('/api/casebook/{stage}/learning', {
        params: { path: { stage }, query: solverId === null ? {} : { solverId } },
      }),
    ),
  course: (query: CourseQuery, signal: Signal) =>
    answer(client.GET('/api/course', { params: { query: without(query) }, signal })),
  wholePlans: (
    query: Hands & {
      scramble: string;
      colors: string;
      part: string;
      by: 'time' | 'turns';
      deep: number;
      wishes: string;
      solverId?: number;
    },
    heardLine: (line: PlanLine) => void,
    signal: Signal,
  ) => lines(client.GET('/api/plans', { params: { query: without(query) }, parseAs: 'stream', signal }), heardLine),
  bigScramble: (size: number) => answer(client.GET('/api/big/scramble', { params: { query: { size } } })),
  bigCentres: (
    query: { size: number; scramble: string; facelets: string; made: string; color?: string; slack?: number },
    signal: Signal,
  ) => answer(client.GET('/api/big/centres', { params: { query: without(query) }, signal })),
  bigReview: (query: { size: number; scramble: string; facelets: string; made: string; turns: string }) =>
    answer(client.GET('/api/big/review', { params: { query: without(query) } })),
  bigParity: (query: {
    size: number;
    scramble: string;
    facelets: string;
    made: string;
    turns: string;
    method: string;
  }) => answer(client.GET('/api/big/parity', { params: { query: without(query) } })),
  bigPlan: (
    query: { size: number; scramble: string; facelets: string; made: string; method: string; school: string },
    heardLine: (line: BigLine) => void,
    signal: Signal,
  ) => lines(client.GET('/api/big/plan', { params: { query: without(query) }, parseAs: 'stream', signal }), heardLine),
  ways: (query: StopQuery, signal: Signal) =>
    answer(client.GET('/api/course/ways', { params: { query: without(query) }, signal })),
  schools: (query: StopQuery, signal: Signal) =>
    answer(client.GET('/api/course/schools', { params: { query: without(query) }, signal })),
  judgeStop: (body: Schemas['JudgeStopRequest']) =>
    answer(client.POST('/api/course/judgement', { body: toCube(body) })),
  openings: (
    query: { stage: string; scramble: string; known: string; by: 'time' | 'turns'; wishes: string } & Hands,
    signal: Signal,
  ) => answer(client.GET('/api/course/openings', { params: { query: without(query) }, signal })),
  drawn: (query: { stage: string; scramble: string; plan: string; color: string } & Hands, signal: Signal) =>
    answer(client.GET('/api/course/drawn', { params: { query: without(query) }, signal })),
  courses: (solverId: number) => answer(client.GET('/api/courses', { params: { query: { solverId } } })),
  addCourse: (body: Schemas['KeepCourseRequest']) => answer(client.POST('/api/courses', { body: toCube(body) })),
  books: () => answer(client.GET('/api/casebook')),
  cases: (stage: string, solverId: number | null, view: string) =>
    answer(
      client.GET('/api/casebook/{stage}', {
        params: { path: { stage }, query: without({ solverId: solverId ?? '', view }) as { solverId?: number } },
      }),
    ),
  caseOf: (stage: string, id: string, solverId: number | null) =>
    casePage(
      client.GET('/api/casebook/{stage}/{id}', {
        params: { path: { stage, id }, query: solverId ? { solverId } : {} },
      }),
    ),
  keepSequence: (stage: string, id: string, body: Schemas['KeepSequenceRequest']) =>
    casePage(client.PUT('/api/casebook/{stage}/{id}/kept', { params: { path: { stage, id } }, body })),
  drawScramble: (wish: Wish = {}) => answer(client.GET('/api/scramble', { params: { query: without(wish) } })),
  ofPosition: (facelets: string) => answer(client.POST('/api/scramble/of-position', { body: toCube({ facelets }) })),
  readScrambles: (text: string) => answer(client.POST('/api/scramble/list', { body: { text } })),
  sheet: (solverId: number, drill: string, tasks: number, seed: number) =>
    answer(client.GET('/api/practice/sheet', { params: { query: { solverId, drill, tasks, seed } } })),
  plans: (scramble: string, color: string, slack: number, habits: HabitsQuery, signal: Signal) =>
    answer(
      client.GET('/api/cross/plans', { params: { query: without({ scramble, color, slack, ...habits }) }, signal }),
    ),
  xcross: (scramble: string, color: string, known: string, habits: HabitsQuery, signal: Signal) =>
    answer(
      client.GET('/api/xcross/plans', { params: { query: without({ scramble, color, known, ...habits }) }, signal }),
    ),
  explain: (
    what: { scramble: string; color: string; plan: string; known: string },
    habits: HabitsQuery,
    signal: Signal,
  ) => answer(client.GET('/api/cross/explanation', { params: { query: without({ ...what, ...habits }) }, signal })),
  explainXCross: (
    what: { scramble: string; color: string; plan: string; known: string; slot: string },
    habits: HabitsQuery,
    signal: Signal,
  ) => answer(client.GET('/api/xcross/explanation', { params: { query: without({ ...what, ...habits }) }, signal })),
  stands: (query: Start & { known: string }, signal: Signal) =>
    answer(client.GET('/api/xcross/stands', { params: { query: without(query) }, signal })),
  judge: (body: Schemas['JudgeRequest']) => answer(client.POST('/api/cross/judgement', { body: toCube(body) })),
  solvers: (search: string) => plain(client.GET('/api/solvers', { params: { query: { search, pageSize: 50 } } })),
  addSolver: (name: string) => plain(client.POST('/api/solvers', { body: { name } })),
  habits: (id: number) => plain(client.GET('/api/solvers/{id}/habits', { params: { path: { id } } })),
  ownHands: (solverId: number) => plain(client.GET('/api/hands', { params: { query: { solverId } } })),
  addHandTime: (body: Schemas['HandTimeRequest']) => plain(client.POST('/api/hands/times', { body })),
  deleteHandTime: (solverId: number, key: string) =>
    plain(client.DELETE('/api/hands/times', { params: { query: { solverId, key } } })),
  useHands: (solverId: number, use: boolean) => plain(client.PUT('/api/hands/use', { body: { solverId, use } })),
  putHabits: (id: number, body: Schemas['HabitsRequest']) =>
    plain(client.PUT('/api/solvers/{id}/habits', { params: { path: { id } }, body })),
  attempts: (
    query: { solverId: number; color?: string; stage?: string; page: number; pageSize: number },
    signal: Signal,
  ) => answer(client.GET('/api/attempts', { params: { query: without(query) }, signal })),
  addAttempt: (body: Schemas['NewAttemptRequest']) => answer(client.POST('/api/attempts', { body: toCube(body) })),
  solves: (
    query: { solverId: number; method: string; purpose: string; page: number; pageSize: number },
    signal: Signal,
  ) => plain(client.GET('/api/solves', { params: { query }, signal })),
  solve: (id: number) => plain(client.GET('/api/solves/{id}', { params: { path: { id } } })),
  ownSolve: (solverId: number, scramble: string, signal: AbortSignal) =>
    plain(client.GET('/api/solves/own', { params: { query: { solverId, scramble } }, signal })),
  review: (id: number, method?: string) =>
    answer(client.GET('/api/solves/{id}/review', { params: { path: { id }, query: method ? { method } : {} } })),
  /** It is sent to its end although the page is closed meanwhile. */
  stand: (scramble: string, turns: string, signal: Signal) =>
    plain(client.GET('/api/solves/stand', { params: { query: { scramble, turns } }, signal })),
  spent: (query: { solverId: number; method: string; purpose: string; goal?: number }) =>
    answer(client.GET('/api/solves/spent', { params: { query } })),
  live: (solverId: number, heardLine: (cube: LiveCube) => void, signal: AbortSignal) =>
    lines(client.GET('/api/feed/live', { params: { query: { solverId } }, parseAs: 'stream', signal }), heardLine),
  askScramble: (body: Schemas['AskScrambleRequest']) => plain(client.POST('/api/feed/scramble', { body })),
  lookAtCube: (solverId: number, looks: boolean) => plain(client.POST('/api/feed/look', { body: { solverId, looks } })),
  simulate: (body: Schemas['SimulateRequest']) => nothing(client.POST('/api/feed/simulated', { body })),
  stopSimulated: (solverId: number) => nothing(client.POST('/api/feed/simulated/stop', { body: { solverId } })),
  addSolve: (body: Schemas['NewSolveRequest']) => plain(client.POST('/api/solves', { body, keepalive: true })),
  changeSolve: (id: number, body: Schemas['ChangeSolveRequest']) =>
    plain(client.PUT('/api/solves/{id}', { params: { path: { id } }, body })),
  deleteSolve: (id: number, solverId: number) =>
    plain(client.DELETE('/api/solves/{id}', { params: { path: { id }, query: { solverId } } })),
  drills: () => answer(client.GET('/api/practice/drills')),
  today: (solverId: number, minutes: number) =>
    answer(client.GET('/api/practice/today', { params: { query: { solverId, minutes, offsetMinutes: offset() } } })),
  record: (query: { solverId: number; drill: string; days: number }, signal: Signal) =>
    answer(
      client.GET('/api/practice/record', {
        params: { query: without({ ...query, offsetMinutes: offset() }) },
        signal,
      }),
    ),
  startSession: (body: Schemas['NewSessionRequest']) => answer(client.POST('/api/practice/sessions', { body })),
  importFile: (id: number, file: File, dryRun: boolean, signal: Signal) =>
    plain(
      client.POST('/api/solvers/{id}/import', {
        params: { path: { id }, query: { dryRun, name: file.name } },
        signal,
        body: file as unknown as string,
        bodySerializer: (body) => body as unknown as File,
        headers: { 'Content-Type': file.name.toLowerCase().endsWith('.csv') ? 'text/csv' : 'application/json' },
      }),
    ),
  importProgress: (id: number) => plain(client.GET('/api/solvers/{id}/import', { params: { path: { id } } })),
  imports: (id: number) => plain(client.GET('/api/solvers/{id}/imports', { params: { path: { id } } })),
  sessions: (solverId: number) => plain(client.GET('/api/practice/sessions', { params: { query: { solverId } } })),
  deleted: (solverId: number | null) =>
    plain(client.GET('/api/bin', { params: { query: solverId ? { solverId } : {} } })),
  restoreDeleted: (id: number) => plain(client.POST('/api/bin/{id}/restore', { params: { path: { id } } })),
  forgetDeleted: (id: number) => nothing(client.DELETE('/api/bin/{id}', { params: { path: { id } } })),
  deleteAttempt: (id: number, solverId: number) =>
    plain(client.DELETE('/api/attempts/{id}', { params: { path: { id }, query: { solverId } } })),
  deleteAnswer: (id: number, solverId: number) =>
    plain(client.DELETE('/api/practice/answers/{id}', { params: { path: { id }, query: { solverId } } })),
  deleteSession: (id: number, solverId: number) =>
    plain(client.DELETE('/api/practice/sessions/{id}', { params: { path: { id }, query: { solverId } } })),
  deleteCourse: (id: number, solverId: number) =>
    plain(client.DELETE('/api/courses/{id}', { params: { path: { id }, query: { solverId } } })),
  deleteSequence: (stage: string, id: string, solverId: number, view: string) =>
    plain(
      client.DELETE('/api/casebook/{stage}/{id}/kept', { params: { path: { stage, id }, query: { solverId, view } } }),
    ),
  deleteImport: (id: number, importId: number) =>
    plain(client.DELETE('/api/solvers/{id}/imports/{importId}', { params: { path: { id, importId } } })),
  deleteSolver: (id: number) => plain(client.DELETE('/api/solvers/{id}', { params: { path: { id } } })),
  club: () => plain(client.GET('/api/club')),
  nameFirstAdmin: (body: Schemas['FirstAdminRequest']) => plain(client.POST('/api/club/first-admin', { body })),
  signIn: (name: string, secret: string) => plain(client.POST('/api/club/sign-in', { body: { name, secret } })),
  signOut: () => nothing(client.POST('/api/club/sign-out')),
  chooseSecret: (old: string, secret: string) => plain(client.PUT('/api/club/secret', { body: { old, secret } })),
  members: () => plain(client.GET('/api/club/members')),
  invite: (name: string) => plain(client.POST('/api/club/members', { body: { name } })),
  clubLog: (page: number) => plain(client.GET('/api/club/log', { params: { query: { page, pageSize: 20 } } })),
  resetMember: (id: number) => plain(client.POST('/api/club/members/{id}/reset', { params: { path: { id } } })),
  makeAdmin: (id: number, isAdmin: boolean) =>
    plain(client.PUT('/api/club/members/{id}/admin', { params: { path: { id } }, body: { isAdmin } })),
  leave: () => plain(client.GET('/api/club/leave')),
  giveLeave: (coachId: number) => nothing(client.PUT('/api/club/leave/{coachId}', { params: { path: { coachId } } })),
  takeLeave: (coachId: number) =>
    nothing(client.DELETE('/api/club/leave/{coachId}', { params: { path: { coachId } } })),
  /** The session that was left open, or null. */
  openSession: async (solverId: number): Promise<Session | null> => {
    const request = client.GET('/api/practice/sessions/open', { params: { query: { solverId } } });
    return answer(
      request.then((r) => (r.response.status === 204 ? { data: null } : r)) as Promise<{
        data?: Session | null;
        error?: unknown;
      }>,
    );
  },
  session: (id: number) => answer(client.GET('/api/practice/sessions/{id}', { params: { path: { id } } })),
  hint: (id: number, number: number) =>
    answer(client.GET('/api/practice/sessions/{id}/hint', { params: { path: { id }, query: { number } } })),
  answerTask: (id: number, body: Schemas['AnswerRequest']) =>
    answer(
      client.POST('/api/practice/sessions/{id}/answers', {
        params: { path: { id } },
        body: { ...body, answer: toCube(body.answer) },
      }),
    ),
  endSession: (id: number) => answer(client.POST('/api/practice/sessions/{id}/end', { params: { path: { id } } })),
};

/** Minutes by which this clock is ahead of UTC: days are the solver's own. */
const offset = () => -new Date().getTimezoneOffset();
