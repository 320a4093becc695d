import type { RouteLocationRaw } from 'vue-router';
import { sizeOf } from '@/cube/facelets';
import { queryOf } from '@/desk/address';
import { faceOf } from '@/desk/faces';
import { toCube } from '@/shared/api/scheme';

/** An answer of a drill as it is kept: its stage, the position, the base colour, the sequence that explains it. */
interface Kept {
  stage: string;
  facelets: string;
  color: string;
  plan: string;
  isOwn: boolean;
}

/** It was about a cube of more than three layers. */
export const isBigger = (facelets: string) => sizeOf(facelets) > 3;

/** Where an answer is explained: at the desk, as its stage says; of a bigger cube on their page. */
export function explanationOf({ stage, facelets, color, plan, isOwn }: Kept): RouteLocationRaw {
  if (isBigger(facelets)) return { name: 'bigger', query: toCube({ size: String(sizeOf(facelets)), facelets }) };
  return { name: 'desk', query: queryOf({ color, ...faceOf(stage)?.explain({ color, plan, isOwn }), facelets }) };
}
