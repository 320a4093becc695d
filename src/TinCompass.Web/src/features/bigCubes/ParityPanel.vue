<script setup lang="ts">
import { refDebounced } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { useTold } from '@/features/schools/useTold';
import { api, type BigStop } from '@/shared/api/client';
import { primes } from '@/shared/text';
import ParityHolds from './ParityHolds.vue';

/**
 * What a joined cube has that no 3x3 has: sequences that mend it, with their turns, hands and what else they move; an own one, proved; for
 * the one that is chosen the ways to hold the cube.
 */
const props = defineProps<{
  begun: { size: number; scramble: string; facelets: string };
  made: string;
  method: string;
  shown: string;
}>();
const emit = defineEmits<{ take: [stop: BigStop] }>();

/** What is typed, and the sequence whose holds are asked for. */
const typed = ref('');
const rested = refDebounced(typed, 300);
const chosen = ref('');
watch(rested, (text) => (chosen.value = text.trim()));
watch(
  () => [props.begun, props.made],
  () => ([typed.value, chosen.value] = ['', '']),
);

const { told, problem, isCurrent } = useTold(
  () => [props.begun, props.made, props.method, chosen.value],
  () => api.bigParity({ ...props.begun, made: props.made, turns: chosen.value, method: props.method }),
);
const unread = computed(() => (problem.value?.field === 'turns' ? problem.value : null));
/** Own turns that mend something else than is needed here. */
const mendsElse = computed(() => {
  const now = told.value;
  return now?.shown && now.shown.mends !== now.need ? now.shown.mended : '';
});
const isOwn = computed(() => chosen.value !== '' && chosen.value === typed.value.trim());
</script>

<template>
  <template v-if="told">
    <h2>{{ told.need === 'none' ? 'A 3x3 now' : `Parity: ${told.needed}` }}</h2>
    <p v-if="told.need === 'none'" class="soft">
      All centres and edges stand, and a 3x3 can be as this cube is: nothing is left to mend.
    </p>
    <template v-else>
      <p class="soft">
        Turns that mend it, found by search. Hands turn an inner layer as two layers and the outer one back.
      </p>
      <ul class="ways" data-test="parity-ways">
        <li v-for="w in told.ways" :key="w.text">
          <button
            type="button"
            class="knob small sequence"
            :aria-pressed="chosen === w.text"
            @click="((chosen = w.text), (typed = ''))"
          >
            {{ primes(w.text) }}
          </button>
          <span
            >{{ w.length }} turns, hands {{ w.hands || 'avoid them' }}. <span class="soft">{{ w.said }}</span></span
          >
          <ParityHolds
            v-if="chosen === w.text"
            :holds="isCurrent ? told.holds : null"
            :shown
            @take="(stop) => emit('take', stop)"
          />
        </li>
      </ul>
      <label class="own" for="parity-own"
        >Your sequence
        <input
          id="parity-own"
          v-model="typed"
          class="field sequence"
          autocomplete="off"
          autocapitalize="off"
          spellcheck="false"
          placeholder="turns that mend it"
          :aria-invalid="unread !== null && isOwn"
          aria-describedby="parity-problem"
        />
      </label>
      <p v-if="unread && isOwn" id="parity-problem" class="field-error" role="alert">{{ unread.message }}</p>
      <p v-else-if="told.shown && isOwn && isCurrent" role="status" data-test="parity-own">
        It mends {{ told.shown.mended }}: {{ told.shown.length }} turns, hands {{ told.shown.hands || 'avoid them' }}.
        {{ told.shown.said }}
        <template v-if="mendsElse">Here {{ told.needed }} is to be mended.</template>
      </p>
      <ParityHolds
        v-if="isOwn && !unread && !mendsElse"
        :holds="isCurrent ? told.holds : null"
        :shown
        @take="(stop) => emit('take', stop)"
      />
    </template>
  </template>
  <p v-else class="soft" role="status">Reading the parity …</p>
</template>

<style scoped>
h2 {
  font-size: 17px;
}

.ways {
  display: grid;
  gap: 8px;
  list-style: none;
}

.ways li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: baseline;
}

.ways .knob {
  font-weight: 400;
  white-space: normal;
  text-align: left;
}

.own {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
}

.own .field {
  flex: 1;
  min-width: 140px;
}
</style>
