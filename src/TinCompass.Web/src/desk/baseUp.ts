import { useStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, shallowRef, watch } from 'vue';
import { api, type BaseUp, type Sequence } from '@/shared/api/client';
import { take } from '@/shared/api/take';
import { useNotices } from '@/shared/notices';
import { usePreferences } from '@/shared/preferences';
import { rotationsOf } from '@/shared/text';

const written = /([UDFBRLudfbrlMESxyz])(w?)(2?)(['′]?)/g;

const of = (all: BaseUp['turns'] | undefined) => new Map(all?.map((n) => [n.down, n.up]));

/**
 * The desk with the base up. The server tells everything with the base down, and how each turn, hold and sticker is called with it up;
 * here the one name is put for the other, as with the solver's colours.
 */
export const useBaseUp = defineStore('base-up', () => {
  const wanted = useStorage('tin-compass.base-up', false);
  const names = shallowRef<BaseUp | null>(null);
  const isUp = computed(() => wanted.value && names.value !== null);
  const turns = computed(() => of(names.value?.turns));
  const holds = computed(() => of(names.value?.holds));
  const rotations = computed(() => of(names.value?.rotations));

  async function load() {
    try {
      names.value = await api.baseUp();
    } catch (cause) {
      take(cause, (problem) => {
        wanted.value = false;
        useNotices().tell({ text: problem.message });
      });
    }
  }
  const preferences = usePreferences();
  // Holds are told by the colours of the solver's cube.
  watch(
    () => [wanted.value, preferences.habits.scheme.join()] as const,
    ([up]) => (up ? void load() : undefined),
    { immediate: true },
  );

  /** Turns made with the base down, as they are called with it up; and the other way round. What is no turn stays as it is. */
  function renamed(text: string, always = false): string {
    if (!isUp.value && !always) return text;
    return text.replace(written, (turn, letter: string, wide: string, half: string, prime: string) => {
      const name = (wide ? letter.toLowerCase() : letter) + (half || (prime ? "'" : ''));
      return turns.value.get(name) ?? turn;
    });
  }

  /** A rotation out of the scramble's hold that brings the base down: that which brings it up. */
  function rotation(text: string): string {
    if (!isUp.value) return text;
    return rotations.value.get(text) ?? `${text} z2`.trim();
  }

  /** A sequence that begins in the scramble's hold. */
  function fromScramble(text: string): string {
    if (!isUp.value) return text;
    const lead = rotationsOf(text);
    return `${rotation(lead)} ${renamed(text.slice(lead.length).trim())}`.trim();
  }

  const stickers = (letters: string) => names.value!.stickers.map((from) => letters[from] ?? '.').join('');
  const hold = (words: string) => (isUp.value ? (holds.value.get(words) ?? words) : words);

  /** A drawn sequence with the base up: the same layers turn, drawn and named where they are then. */
  function sequence(told: Sequence, isFirst: boolean): Sequence {
    if (!isUp.value) return told;
    return {
      ...told,
      text: isFirst ? fromScramble(told.text) : renamed(told.text),
      rotation: isFirst ? rotation(told.rotation) : renamed(told.rotation),
      hold: hold(told.hold),
      facelets: stickers(told.facelets),
      turns: told.turns.map((t) => ({
        ...t,
        turn: renamed(t.turn),
        facelets: stickers(t.facelets),
        layers: t.axis === 'z' ? t.layers : t.layers.map((layer) => -layer),
        quarters: t.axis === 'z' || t.quarters === 2 ? t.quarters : -t.quarters,
      })),
      notes: told.notes.map((note) => ({ ...note, turns: renamed(note.turns) })),
      quicker: told.quicker && { ...told.quicker, text: renamed(told.quicker.text) },
    };
  }

  return { wanted, isUp, renamed, rotation, fromScramble, sequence, hold };
});
