<script setup lang="ts">
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { useDesk } from '@/desk/deskStore';
import MeetingMoves from '@/desk/MeetingMoves.vue';
import WhichShown from '@/desk/WhichShown.vue';
import { faceOf } from '@/desk/faces';
import SequenceList from '@/desk/SequenceList.vue';
import { usePreferences } from '@/shared/preferences';
import { handTime, handTimeUnit } from '@/shared/handTime';
import { grips, primes } from '@/shared/text';
import { useLastLayer } from './llStore';

/** The look of the stop: the lid, how the case is told, the sequence burst by burst; or the own sequence. */
const emit = defineEmits<{ go: [turn: number] }>();
const desk = useDesk();
const preferences = usePreferences();
const top = useLastLayer();
const stop = computed(() => desk.current);
const picture = computed(() => faceOf(desk.stage)?.picture);
</script>

<template>
  <section class="plate column" aria-label="Stop">
    <header>
      <div class="heading">
        <h2 class="sequence" data-test="stop-text">{{ primes(desk.shown?.text ?? '') || 'nothing to turn' }}</h2>
        <WhichShown />
        <button v-if="stop?.isChosen" type="button" class="knob small" @click="desk.release()">Plan it for me</button>
      </div>
      <p v-if="desk.shown" class="soft">
        {{ desk.shown.lengths.htm }} HTM<template v-if="desk.shown.lengths.stm !== desk.shown.lengths.htm"
          >, {{ desk.shown.lengths.stm }} STM</template
        ><span v-if="desk.shown.time !== null" :title="handTimeUnit">
          · {{ handTime(desk.shown.time) }}, {{ grips(desk.shown.regrips) }}</span
        ><span v-else> · needs a turn you avoid</span>
      </p>
      <div v-if="stop && desk.showing === 'plan'" class="seen">
        <span class="lid"
          ><component
            :is="picture"
            v-if="picture && top.look"
            :facelets="top.look.facelets"
            :marked="preferences.marks"
            view=""
        /></span>
        <div>
          <p data-test="ll-case">
            <b>{{ stop.caseTitle }}</b> &#32;<RouterLink
              v-if="stop.case"
              class="soft"
              :to="{ name: 'case', params: { stage: stop.stage, id: stop.case } }"
              >the case</RouterLink
            >
          </p>
          <p class="soft" data-test="ll-glances">{{ stop.stand }}</p>
          <p>
            <span class="good">{{ stop.way }}</span>
            <span class="soft"> · {{ stop.isChosen ? 'chosen by you' : stop.why }}</span>
          </p>
          <MeetingMoves />
        </div>
      </div>
    </header>
    <SequenceList v-if="desk.shown" :sequence="desk.shown" :turn="desk.turn" @go="(n) => emit('go', n)" />
  </section>
</template>

<style scoped>
header {
  display: grid;
  gap: 3px;
}

.seen {
  display: grid;
  grid-template-columns: 112px minmax(0, 1fr);
  gap: 12px;
  align-items: center;
  padding: 4px 0;
}

.lid {
  width: 112px;
  height: 116px;
}
</style>
