import createClient from 'openapi-fetch';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];
export type Edge = Schemas['EdgeResponse'];
export type Outlook = Schemas['OutlookResponse'];
export type Comparison = Schemas['CompareResponse'];
export type Plans = Schemas['PlansResponse'];
export type PlanGroup = Schemas['PlanGroupResponse'];
export type Plan = Schemas['PlanResponse'];
export type Explanation = Schemas['ExplanationResponse'];
export type Pairs = Schemas['PairsResponse'];
export type Pair = Schemas['PairResponse'];
export type Step = Schemas['StepResponse'];
export type Judgement = Schemas['JudgementResponse'];
export type Solver = Schemas['SolverResponse'];
export type Attempt = Schemas['AttemptResponse'];
export type AttemptPage = Schemas['AttemptPageResponse'];

const client = createClient<paths>({ baseUrl: '/' });

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

async function answer<T>(request: Promise<{ data?: T; error?: unknown }>): Promise<T> {
  let result;
  try {
    result = await request;
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === 'AbortError') throw cause;
    throw new Problem({ code: 'unreachable', detail: 'Tin Compass does not answer. Is it still running?' });
  }
  if (result.data !== undefined) return result.data;
  throw new Problem(typeof result.error === 'object' && result.error !== null ? { ...result.error } : {});
}

type Signal = AbortSignal | null;

/** What a drawn scramble is wanted to be, for one colour's cross. */
export type Wish = { color?: string; length?: number; badEdges?: number };

export const api = {
  drawScramble: (wish: Wish = {}) => answer(client.GET('/api/scramble', { params: { query: wish } })),
  ofPosition: (facelets: string) => answer(client.POST('/api/scramble/of-position', { body: { facelets } })),
  compare: (scramble: string, known: string, signal: Signal) =>
    answer(
      client.GET('/api/cross/comparison', { params: { query: { scramble, ...(known ? { known } : {}) } }, signal }),
    ),
  plans: (scramble: string, color: string, slack: number, signal: Signal) =>
    answer(client.GET('/api/cross/plans', { params: { query: { scramble, color, slack } }, signal })),
  pairs: (scramble: string, color: string, signal: Signal) =>
    answer(client.GET('/api/cross/pairs', { params: { query: { scramble, color } }, signal })),
  explain: (scramble: string, color: string, plan: string, known: string, slot: string, signal: Signal) =>
    answer(
      client.GET('/api/cross/explanation', {
        params: { query: { scramble, color, plan, ...(known ? { known } : {}), ...(slot ? { slot } : {}) } },
        signal,
      }),
    ),
  judge: (body: Schemas['JudgeRequest']) => answer(client.POST('/api/cross/judgement', { body })),
  solvers: () => answer(client.GET('/api/solvers')),
  addSolver: (name: string) => answer(client.POST('/api/solvers', { body: { name } })),
  attempts: (query: { solverId: number; color?: string; page: number; pageSize: number }, signal: Signal) =>
    answer(client.GET('/api/attempts', { params: { query }, signal })),
  addAttempt: (body: Schemas['NewAttemptRequest']) => answer(client.POST('/api/attempts', { body })),
};
