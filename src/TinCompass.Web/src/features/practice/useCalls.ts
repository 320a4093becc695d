import { useStorage } from '@vueuse/core';
import { computed, ref, watch, type Ref } from 'vue';

/** When the calls of inspection come, in ms, and what is called. */
const calls = [
  { at: 8_000, words: 'eight seconds', tones: [660] },
  { at: 12_000, words: 'twelve seconds', tones: [660, 880] },
  { at: 15_000, words: 'over fifteen: two seconds', tones: [440] },
  { at: 17_000, words: 'over seventeen: it does not count', tones: [330, 330] },
];

/** The calls of inspection: always to be seen, and to be heard when one wants. The sounds are made here, nothing is fetched. */
export function useCalls(elapsedMs: Ref<number>, running: Ref<boolean>) {
  const sounds = useStorage('tin-compass.sounds', false);
  const called = ref(-1);
  let audio: AudioContext | null = null;

  const call = computed(() => (running.value ? (calls[called.value]?.words ?? '') : ''));

  watch([elapsedMs, running], () => {
    if (!running.value) {
      called.value = -1;
      return;
    }
    const now = calls.findLastIndex((c) => elapsedMs.value >= c.at);
    // A task that was paused late begins with its call, but without the sound.
    if (now > called.value && elapsedMs.value - calls[now]!.at < 400) sound(calls[now]!.tones);
    called.value = now;
  });

  function sound(tones: number[]) {
    if (!sounds.value) return;
    audio ??= new AudioContext();
    tones.forEach((tone, i) => {
      const at = audio!.currentTime + i * 0.22;
      const [source, volume] = [audio!.createOscillator(), audio!.createGain()];
      source.frequency.value = tone;
      volume.gain.setValueAtTime(0, at);
      volume.gain.linearRampToValueAtTime(0.25, at + 0.02);
      volume.gain.exponentialRampToValueAtTime(0.001, at + 0.18);
      source.connect(volume).connect(audio!.destination);
      source.start(at);
      source.stop(at + 0.2);
    });
  }

  /** On or off; switching on lets hear what it is. */
  function toggle() {
    sounds.value = !sounds.value;
    sound([660]);
  }

  return { call, sounds, toggle };
}
