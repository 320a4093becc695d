import type { StageFace } from '@/desk/faces';
import { blockFirstFaces } from './blockFirst/stage';
import { cmllFace } from './cmll/stage';
import { crossFace } from './cross/stage';
import { edgesFirstFaces } from './edgesFirst/stage';
import { f2lFace } from './f2l/stage';
import { firstBlockFace } from './firstBlock/stage';
import { goodFirstFaces } from './goodFirst/stage';
import { lastLayerFaces } from './lastLayer/stage';
import { secondBlockFace } from './secondBlock/stage';
import { sixEdgesFace } from './sixEdges/stage';
import { joinXCross } from './xcross/stage';

/** The stages of the interface: one line for each that stands on a course of its own. */
export const stages: readonly StageFace[] = [
  crossFace,
  f2lFace,
  ...lastLayerFaces,
  firstBlockFace,
  secondBlockFace,
  cmllFace,
  sixEdgesFace,
  ...edgesFirstFaces,
  ...blockFirstFaces,
  ...goodFirstFaces,
];

/** Stages that stand beside another one: one line each. */
export const joins: readonly (() => void)[] = [joinXCross];
