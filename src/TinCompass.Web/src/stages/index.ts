import type { StageFace } from '@/desk/faces';
import { crossFace } from './cross/stage';
import { f2lFace } from './f2l/stage';
import { lastLayerFaces } from './lastLayer/stage';
import { joinXCross } from './xcross/stage';

/** The stages of the interface: one line for each that stands on a course of its own. */
export const stages: readonly StageFace[] = [crossFace, f2lFace, ...lastLayerFaces];

/** Stages that stand beside another one: one line each. */
export const joins: readonly (() => void)[] = [joinXCross];
