<script setup lang="ts">
import { useDesk } from './deskStore';

/** Which of the two is shown at a stop: the own sequence that was judged, or ours. */
const desk = useDesk();
</script>

<template>
  <div v-if="desk.judged" class="which" role="group" aria-label="Which plan is shown">
    <button type="button" class="knob small" :aria-pressed="desk.showing === 'own'" @click="desk.showing = 'own'">
      Yours
    </button>
    <button type="button" class="knob small" :aria-pressed="desk.showing === 'plan'" @click="desk.showing = 'plan'">
      Ours
    </button>
  </div>
</template>
