<script setup lang="ts">
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { primes } from '@/shared/text';
import { useCourse } from './courseStore';

/** The stop that is shown: what stands there, what is turned, why now; or the own sequence judged. */
const course = useCourse();
const stop = computed(() => course.current);
const orders = computed(() => course.course?.orders ?? []);
const orderWords = { planned: 'planned', greedy: 'cheapest next', fixed: 'in fixed order' };
const isCase = computed(() => stop.value?.case && !stop.value.case.startsWith('stuck'));
</script>

<template>
  <section class="plate column" aria-label="Stop">
    <template v-if="course.showing === 'own' && course.judgement">
      <header>
        <h2>Your sequence</h2>
        <p :class="course.judgement.isBroken ? 'look-here' : ''" data-test="pairs-verdict">
          {{ primes(course.judgement.verdict) }}
        </p>
        <p class="soft">
          {{ course.judgement.length }} HTM<template v-if="course.judgement.time !== null"
            >, hands {{ course.judgement.time.toFixed(1) }}</template
          ><template v-if="course.judgement.planned !== null"
            >; our plan {{ course.judgement.planned
            }}<template v-if="course.judgement.plannedTime !== null"
              >, {{ course.judgement.plannedTime.toFixed(1) }}</template
            ></template
          >
        </p>
      </header>
      <ol class="groups">
        <li v-for="(pair, i) in course.judgement.pairs" :key="i">
          <p>
            <b>{{ pair.slots.join(' and ') }}</b> &#32;
            <span class="soft">
              {{ pair.length }} HTM<template v-if="pair.time !== null"> · {{ pair.time.toFixed(1) }}</template></span
            >
          </p>
          <p class="sequence">{{ primes(pair.text) }}</p>
          <p v-if="pair.notes.length === 0" class="good">Nothing to mend.</p>
          <p v-for="note in pair.notes" :key="note">{{ primes(note) }}</p>
        </li>
      </ol>
      <button type="button" class="knob back" @click="course.show(course.stop)">Back to the course</button>
    </template>
    <template v-else-if="stop">
      <header>
        <div class="heading">
          <h2 class="sequence" data-test="stop-text">{{ primes(stop.text) || 'nothing to turn' }}</h2>
          <button v-if="stop.isChosen && course.stop > 0" type="button" class="knob" @click="course.release()">
            Plan it for me
          </button>
        </div>
        <p v-if="course.stop === 0" class="soft">
          The cross, as it was planned.
          <RouterLink
            :to="{ name: 'plan', query: { scramble: course.scramble, color: course.color, own: course.made } }"
            >Back to Plan</RouterLink
          >
        </p>
        <template v-else>
          <p>
            <b>{{ stop.name }}</b>: {{ stop.caseWords }}
            <RouterLink v-if="isCase" class="soft" :to="{ name: 'case', params: { id: stop.case } }"
              >the case</RouterLink
            >
          </p>
          <p class="soft">{{ stop.stand }}</p>
          <p>
            <span class="good">{{ stop.way }}</span>
            <span class="soft"> · {{ stop.isChosen ? 'chosen by you' : stop.why }}</span>
          </p>
          <p v-if="stop.look" class="soft">{{ stop.look }}</p>
        </template>
      </header>
      <ol class="groups" data-test="groups">
        <li v-for="(group, i) in stop.groups" :key="i">
          <b class="sequence">{{ primes(group.turns) }}</b>
          <span>{{ group.words }}</span>
        </li>
      </ol>
      <footer v-if="orders.length > 1" class="orders">
        <span class="soft">from here on</span>
        <span v-for="order in orders" :key="order.order" :class="{ best: order.order === 'planned' }">
          {{ orderWords[order.order] }} <b>{{ order.total }}</b><template v-if="order.time !== null">
            · {{ order.time.toFixed(1) }}</template
          >
        </span>
      </footer>
      <p v-if="course.course?.isCut" class="look-here">
        The time for planning was over: the rest follows the cheapest.
      </p>
    </template>
  </section>
</template>

<style scoped>
header {
  display: grid;
  gap: 3px;
}

.heading {
  display: flex;
  gap: 10px;
  align-items: flex-start;
  justify-content: space-between;
}

h2 {
  font-size: 21px;
}

.groups {
  display: grid;
  flex: 1;
  gap: 8px;
  align-content: start;
  min-height: 0;
  margin-top: 10px;
  padding-top: 8px;
  overflow: auto;
  border-top: 1px solid var(--hairline);
  list-style: none;
}

.groups li {
  display: grid;
  gap: 2px;
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

.back {
  align-self: start;
}
</style>
