<script setup lang="ts">
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { useDesk } from '@/desk/deskStore';
import MeetingMoves from '@/desk/MeetingMoves.vue';
import WhichShown from '@/desk/WhichShown.vue';
import SequenceList from '@/desk/SequenceList.vue';
import { handNumber, handTime, handTimeUnit } from '@/shared/handTime';
import { grips, primes } from '@/shared/text';

/** The pair of the stop: what stands there, what is turned, why now; or the own sequence. */
const emit = defineEmits<{ go: [turn: number] }>();
const desk = useDesk();
const stop = computed(() => desk.current);
const orders = computed(() => desk.course?.orders ?? []);
const orderWords: Record<string, string> = { planned: 'planned', greedy: 'cheapest next', fixed: 'in fixed order' };
const isCase = computed(() => stop.value?.case && !stop.value.case.startsWith('stuck'));
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
        {{ desk.shown.lengths.htm }} HTM<span v-if="desk.shown.time !== null" :title="handTimeUnit">
          · {{ handTime(desk.shown.time) }}, {{ grips(desk.shown.regrips) }}</span
        ><span v-else> · needs a turn you avoid</span>
      </p>
      <p v-if="desk.shown?.quicker" class="soft" data-test="quicker">
        Quicker: <span class="sequence">{{ primes(desk.shown.quicker.text) }}</span> &#32;<span class="good">{{
          handTime(desk.shown.quicker.time)
        }}</span>
      </p>
      <template v-if="stop && desk.showing === 'plan'">
        <p>
          <b>{{ stop.title }}</b>: {{ stop.caseTitle }}
          <RouterLink v-if="isCase" class="soft" :to="{ name: 'case', params: { stage: stop.stage, id: stop.case } }"
            >the case</RouterLink
          >
        </p>
        <p class="soft">{{ stop.stand }}</p>
        <p>
          <span class="good">{{ stop.way }}</span>
          <span class="soft"> · {{ stop.isChosen ? 'chosen by you' : stop.why }}</span>
        </p>
        <p v-if="stop.look" class="soft">{{ stop.look }}</p>
        <MeetingMoves />
      </template>
    </header>
    <SequenceList v-if="desk.shown" :sequence="desk.shown" :turn="desk.turn" @go="(n) => emit('go', n)" />
    <footer v-if="orders.length > 1" class="orders">
      <span class="soft">all pairs</span>
      <span v-for="order in orders" :key="order.order" :class="{ best: order.order === 'planned' }">
        {{ orderWords[order.order] ?? order.order }} <b>{{ order.length }}</b><template v-if="order.time !== null">
          · {{ handNumber(order.time) }}</template
        >
      </span>
    </footer>
    <p v-if="desk.course?.isCut" class="look-here">The time for planning was over: the rest follows the cheapest.</p>
  </section>
</template>

<style scoped>
header {
  display: grid;
  gap: 3px;
}

.orders {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  padding-top: 8px;
  border-top: 1px solid var(--hairline);
  font-size: 14px;
}

.orders .best {
  color: var(--verdigris);
}
</style>
