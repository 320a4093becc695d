import { defineStore } from 'pinia';
import { shallowRef } from 'vue';

/** One thing to be told, with what can be done about it. */
export interface Notice {
  text: string;
  /** What is on the button: "Undo". */
  action?: string;
  run?: () => void | Promise<void>;
}

/** What is told at the foot of every view: the newest alone, until it is dismissed or another comes. */
export const useNotices = defineStore('notices', () => {
  const notice = shallowRef<Notice | null>(null);
  const tell = (told: Notice) => (notice.value = told);
  const dismiss = () => (notice.value = null);
  /** Takes back what only held for a while. */
  const withdraw = (text: string) => {
    if (notice.value?.text === text) dismiss();
  };

  async function act() {
    const run = notice.value?.run;
    dismiss();
    await run?.();
  }

  return { notice, tell, dismiss, withdraw, act };
});
