import type { Component } from 'vue';
import type { CourseQuery, Figures, Hands, Opening, Sequence, Start } from '@/shared/api/client';
import type { Address } from './address';

/** What every stage's judge says of an own sequence; what only one stage says, it keeps and shows itself. */
export interface Judged {
  /** The whole sequence as it was read. */
  read: string;
  figures: Figures;
  sequence: Sequence;
  /** True when something that stood is broken at the end. */
  isBroken: boolean;
}

/** What a solver sends to the judge of a stage. */
export interface Own extends Start {
  text: string;
  /** The rotation after which the turns are read. */
  hold: string;
  known: string;
  hands: Required<Hands>;
}

/** What the keys of the desk do at a stop: the same key does the same thing at every stop. */
export interface PlaceActions {
  /** The alternative after or before the one shown. */
  other: (by: 1 | -1) => Promise<void>;
  /** The first alternative of another kind: another first edge, another pair. */
  group: () => Promise<void>;
  /** The n-th of what can be chosen there, from 0: a colour, a pair. */
  choose: (n: number) => Promise<void>;
  /** More alternatives: longer ones. */
  more: () => Promise<void>;
  /** By turns, by time, … */
  order: () => Promise<void>;
  /** What stands beside or below the plan. */
  tab: () => Promise<void>;
  /** The stop together with what comes after it. */
  join: () => Promise<void>;
}

/** How the openings of a method are shown above the desk. */
export interface OpeningFace {
  /** What is compared, as it is read aloud. */
  label: string;
  /** Draws one; the dots of its colours when left out. It is given the opening, and whether answers are covered. */
  picture?: Component;
  /** What the marks mean. */
  legend: () => readonly (readonly [mark: string, means: string])[];
  /** Cards have room for words. */
  isLarge?: boolean;
  /** Those that the solver's habits do not allow are shown too, after the others. */
  showsAll?: boolean;
  /** A position that is known in part is understood. */
  inPart?: boolean;
  /** A new scramble is begun on the base that was shown before, where habits allow it. */
  keepsBase?: boolean;
  /** The only part of the stage that a habit allows; empty for any. */
  onlyPart?: () => string;
  /** A habit allows it; the solver's colours are asked for elsewhere. */
  allows?: (opening: Opening) => boolean;
  /** What the keys choose; the n-th of those allowed when left out. */
  keyed?: (all: readonly Opening[], n: number) => Opening | undefined;
  /** Looks for its ways and shows one, where the stage does it in its own way. */
  load?: (base: string, wanted: Partial<Address>, signal: AbortSignal) => Promise<void>;
}

/** How the ways of a stop are listed beside it. */
export interface WaysFace {
  /** What the list is called. */
  title?: string;
  /** Its groups are the parts that may come next: that of the stop stands first, and ways change within it. */
  areParts?: boolean;
  /** A part is taught in several ways, which are compared on request. */
  hasSchools?: boolean;
  /** So many moves longer than need be at first; null where there are no longer ones to ask for. */
  slack?: number | null;
  /** Which of them are looked for. */
  filters?: Component;
}

/** A stage at the desk: what fills the places of its stops. */
export interface StageFace {
  id: string;
  /** A solve begins with it until the server has told the methods. */
  isUsual?: boolean;
  /** What can be chosen above the desk before anything is turned. */
  above?: Component;
  /** How what is compared there is shown, where it is by the common contract. */
  opening?: OpeningFace;
  /** A small drawing beside the cube. */
  inset?: Component;
  /** The plan, read turn by turn. */
  plan: Component;
  /** What could be done instead. */
  instead: Component;
  /** How that is listed, where it is by the common contract. */
  ways?: WaysFace;
  /** What its judge said of the own sequence. */
  verdict: Component;
  /** How an own sequence is asked for; after which stop when the label is left out. */
  own: { label?: () => string; placeholder: string };
  actions: () => PlaceActions;
  /** Takes the n-th of its ways, where they are listed by the common contract. */
  take?: (n: number) => Promise<void>;
  /** How the solver's habits of the stage bear on the plan of a course. */
  forCourse?: () => Pick<CourseQuery, 'beam'>;
  /** Wishes of the solver's habits for the plan of a course. */
  wishes?: () => readonly string[];
  /** Reads a scramble, where the stage is the first of a method. */
  begin?: (text: string, wanted: Partial<Address>, signal: AbortSignal) => Promise<Begun>;
  /** A stop of the stage is shown: what else could be done there is looked for. */
  enter?: (signal: AbortSignal) => Promise<void>;
  judge: (own: Own) => Promise<Judged>;
  /** What the judge said is no longer shown. */
  forget: () => void;
  /** What the log says of a sequence that costs turns and does not do what the stage is for; "not finished" when left out. */
  undone?: string;
  /** The address that explains an answer of one of its drills; its position is added to it. */
  explain: (answer: Answered) => Partial<Address>;
  /** Draws a case of its casebook, so that cases are told apart when it is small: facelets, the view, whether marks are wanted. */
  picture?: Component;
  /** The picture is of a slot, by the view: a stop has none. */
  drawsSlots?: boolean;
  /** Sequences of a case side by side: its id, the view, the sequences; it may take one away. */
  caseBeside?: Component | undefined;
  /** Stands above the cases of its casebook. */
  bookAside?: Component | undefined;
}

/** An answer of a drill: what it was about, and the sequence that explains it, from the scramble hold. */
export interface Answered {
  color: string;
  plan: string;
  /** The sequence is the solver's own. */
  isOwn: boolean;
}

/** What the first stage found out about a scramble. */
export interface Begun {
  scramble: string;
  facelets: string;
}

const faces = new Map<string, StageFace>();

/** Makes stages known to the desk. */
export function addFaces(stages: readonly StageFace[]) {
  for (const stage of stages) faces.set(stage.id, stage);
}

/** The stages that are known, the usual first one first. */
export const faceIds = (): string[] =>
  [...faces.values()].sort((a, b) => Number(b.isUsual ?? false) - Number(a.isUsual ?? false)).map((f) => f.id);

/** The face of a stage; undefined when the interface does not know it. */
export function faceOf(stage: string): StageFace | undefined {
  return faces.get(stage);
}
