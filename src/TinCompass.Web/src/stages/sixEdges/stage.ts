import { stopFace } from '@/desk/stopFace';

/** The last six edges at the desk: three stops. */
export const faces = [stopFace('lse', 'roux')];
