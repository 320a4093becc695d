import { stopFace } from '@/desk/stopFace';

/** The second block at the desk: a stop for each of its parts. */
export const secondBlockFace = stopFace('sb', 'roux');
