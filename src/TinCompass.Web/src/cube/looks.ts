/** From where the cube is seen: three faces each, so that in two or three looks all six have been seen. */
export const looks = ['front', 'below', 'behind'] as const;
export type Look = (typeof looks)[number];

export const lookWords: Record<Look, string> = { front: 'from above', below: 'from below', behind: 'from behind' };
