<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue';
import CubeFlat from '@/cube/CubeFlat.vue';
import CubeView from '@/cube/CubeView.vue';
import { api, Problem, type LiveCube } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { primes, turns } from '@/shared/text';

/** The cube that reports its turns as it stands; while none does, the position of the scramble to check against. */
const props = defineProps<{ cube: LiveCube | null; facelets: string; scramble: string; method: string }>();
const preferences = usePreferences();

const skills = [
  { title: 'at leisure', value: 0.3 },
  { title: 'steady', value: 0.7 },
  { title: 'quick', value: 1 },
];
const skill = ref(0.7);
const problem = shallowRef<Problem | null>(null);
const capital = (word: string) => word.charAt(0).toUpperCase() + word.slice(1);
const live = computed(() => (props.cube?.connected ? props.cube : null));
const title = computed(() => {
  if (!live.value) return `${capital(preferences.colorOf('white'))} up, ${preferences.colorOf('green')} in front`;
  const charge = live.value.battery;
  return capital(live.value.cube) + (charge === null ? '' : `, battery ${Math.round(charge * 100)} %`);
});
const words = computed(() => {
  const at = live.value;
  if (!at) return '';
  if (at.phase === 'scrambling') return `scramble: ${at.done} of ${at.of} turns`;
  if (at.phase === 'ready') return 'scrambled: the first turn starts the time';
  if (at.phase === 'solving') return `${turns(at.turns)} so far`;
  if (at.phase === 'solved') return `solved in ${turns(at.turns)}`;
  return 'reports its turns';
});

async function attempt(work: () => Promise<unknown>) {
  problem.value = null;
  try {
    await work();
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    problem.value = cause;
  }
}

const begin = () =>
  attempt(() =>
    api.simulate({
      solverId: preferences.solverId!,
      skill: skill.value,
      method: props.method,
      scramble: props.scramble,
    }),
  );
const stop = () => attempt(() => api.stopSimulated(preferences.solverId!));
</script>

<template>
  <section
    class="plate live-plate"
    :class="{ live }"
    :aria-label="live ? 'The cube that reports' : 'The position to check against'"
  >
    <h2 class="plate-title">{{ title }}</h2>
    <div v-if="live?.facelets" class="stands">
      <CubeView
        :pose="{ facelets: live.facelets, motion: null }"
        label="The cube as it stands"
        :marked="preferences.marks"
        :dark="preferences.isDark"
        look="front"
      />
    </div>
    <CubeFlat v-else-if="facelets" :facelets :marked="preferences.marks" />
    <p v-if="live" role="status" data-test="live">{{ words }}</p>
    <p v-if="live?.last" class="sequence soft last-turns">{{ primes(live.last) }}</p>
    <p v-if="live?.told" class="look-here" role="alert" data-test="told">{{ primes(live.told) }}</p>
    <p v-if="problem" class="look-here" role="alert">{{ problem.message }}</p>
    <div v-if="preferences.solverId" class="controls">
      <button v-if="live?.isSimulated" type="button" class="knob small" data-test="stop-simulated" @click="stop">
        Stop the simulated cube
      </button>
      <template v-else-if="!live">
        <button type="button" class="knob small" data-test="simulate" :disabled="!scramble" @click="begin">
          Watch a simulated cube
        </button>
        <select v-model="skill" class="field" aria-label="How quick it is">
          <option v-for="s in skills" :key="s.value" :value="s.value">{{ s.title }}</option>
        </select>
      </template>
    </div>
  </section>
</template>

<style scoped>
.live-plate {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
  align-content: start;
  padding: 10px 14px;
}

.stands {
  height: 210px;
}

.last-turns {
  overflow: hidden;
  white-space: nowrap;
}

.controls {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}

.controls .field {
  width: auto;
  min-height: 30px;
  padding: 0 6px;
  font: 15px var(--sans);
}

@media (max-width: 900px) {
  .live-plate {
    order: 3;
    max-width: 320px;
  }

  .live-plate.live {
    order: 0;
    max-width: none;
  }
}
</style>
