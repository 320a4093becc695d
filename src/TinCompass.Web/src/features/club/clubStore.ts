import { useStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import { api, heard, type Club } from '@/shared/api/client';
import { useNotices } from '@/shared/notices';
import { usePreferences } from '@/shared/preferences';

/** Whether a club is served here, and who is signed in. At home there is none, and nothing of this is seen. */
export const useClub = defineStore('club', () => {
  const preferences = usePreferences();
  const club = shallowRef<Club | null>(null);
  const member = computed(() => club.value?.member ?? null);
  const isClub = computed(() => club.value?.isClub === true);
  /** Nothing else can be done before somebody is in, by a PIN of their own. */
  const isShut = computed(() =>
    isClub.value ? !member.value || member.value.mustChoose : !club.value && wasClub.value,
  );
  /** It was a club last time: nothing is shown before one knows who is there. */
  const wasClub = useStorage('tin-compass.club', false);

  heard.signedOut = () => void load();

  async function load() {
    take(await api.club());
  }

  /** Whoever comes in looks at what is their own. */
  function take(now: Club) {
    const before = member.value?.id;
    club.value = now;
    wasClub.value = now.isClub;
    if (now.member && now.member.id !== before) preferences.solverId = now.member.id;
  }

  /** What happened to one's PIN meanwhile is told once, at the door. */
  function tell(told: Club['told']) {
    if (!told) return;
    const reset = told.resetBy
      ? `${told.resetBy} gave you a new PIN on ${new Date(told.resetAt ?? '').toLocaleString()}.`
      : '';
    const tries = told.wrongTries === 1 ? 'once' : `${told.wrongTries} times`;
    const wrong = told.wrongTries > 0 ? `Since you last signed in, a wrong PIN was tried ${tries}.` : '';
    useNotices().tell({ text: `${reset} ${wrong}`.trim() });
  }

  async function signIn(name: string, secret: string) {
    const now = await api.signIn(name, secret);
    take(now);
    tell(now.told);
  }

  const choose = async (old: string, secret: string) => take(await api.chooseSecret(old, secret));
  const nameFirstAdmin = async (word: string, name: string, secret: string) =>
    take(await api.nameFirstAdmin({ word, name, secret }));

  async function signOut() {
    await api.signOut();
    preferences.solverId = 0;
    await load();
  }

  return { club, member, isClub, isShut, load, signIn, signOut, choose, nameFirstAdmin };
});
