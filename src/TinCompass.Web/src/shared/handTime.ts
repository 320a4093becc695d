import { computed, shallowRef } from 'vue';

/** Milliseconds for 1 of the hands' time, where the solver's own hands are used; null: times have no seconds. */
export const handUnitMs = shallowRef<number | null>(null);

/** The unit: seconds by own hands, wrist turns by the usual ones. */
export const handUnit = computed(() => (handUnitMs.value === null ? 'wt' : 's'));

/** Time of two hands without its unit, where that stands elsewhere. */
export function handNumber(time: number, moreDigits = 0): string {
  return handUnitMs.value === null
    ? time.toFixed(1 + moreDigits)
    : ((time * handUnitMs.value) / 1000).toFixed(2 + moreDigits);
}

/** Time of two hands: "6.4 wt", or "1.34 s" by own hands. */
export function handTime(time: number): string {
  return `${handNumber(time)} ${handUnit.value}`;
}

/** What the unit of hand time is, for titles and legends. */
export const handTimeUnit = computed(() =>
  handUnitMs.value === null
    ? 'wt: wrist turns, the time of a quarter turn of the wrist'
    : 's: seconds by your own hands, as you timed them',
);

/** The same in a legend. */
export const handUnitShort = computed(() => (handUnitMs.value === null ? 'wt: wrist turns' : 's: your own hands'));
