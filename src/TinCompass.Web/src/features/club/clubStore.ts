import { useStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import { api, heard, type Club } from '@/shared/api/client';
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

  const signIn = async (name: string, secret: string) => take(await api.signIn(name, secret));
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
