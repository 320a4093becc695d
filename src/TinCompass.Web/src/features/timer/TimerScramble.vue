<script setup lang="ts">
import { computed } from 'vue';
import type { LiveCube } from '@/shared/api/client';
import { primes } from '@/shared/text';

/** The scramble; where a cube reports, how far it is turned, and the way back where it was left. */
const props = defineProps<{ scramble: string; cube: LiveCube | null }>();

const turns = computed(() => props.scramble.split(' ').filter((turn) => turn !== ''));
const followed = computed(() =>
  props.cube?.connected && props.cube.scramble === props.scramble && props.cube.phase !== 'free' ? props.cube : null,
);
const back = computed(() => (followed.value?.phase === 'scrambling' ? followed.value.back : ''));
</script>

<template>
  <p class="sequence scramble" data-test="timer-scramble">
    <template v-if="!scramble">Drawing a scramble …</template>
    <template v-else-if="!followed">{{ primes(scramble) }}</template>
    <template v-else>
      <template v-for="(turn, i) in turns" :key="i"
        ><span :class="{ made: i < followed.done, next: i === followed.done && !back }">{{ primes(turn) }}</span
        >{{ ' ' }}</template
      >
    </template>
    <strong v-if="back" class="back" role="status" data-test="back"
      >first {{ primes(back) }}, back to the scramble</strong
    >
  </p>
</template>

<style scoped>
.scramble {
  font-size: 21px;
}

.made {
  opacity: 0.4;
}

.next {
  text-decoration: underline;
  text-decoration-thickness: 3px;
  text-underline-offset: 5px;
}

.back {
  display: block;
  font-size: 16px;
}

@media (max-width: 900px) {
  .scramble {
    font-size: 18px;
  }
}
</style>
