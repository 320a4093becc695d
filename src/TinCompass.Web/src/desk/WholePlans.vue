<script setup lang="ts">
import { computed } from 'vue';
import type { Review, WholePlan } from '@/shared/api/client';
import { handNumber, handTime, handTimeUnit, handUnitShort } from '@/shared/handTime';
import { grips, primes, seconds } from '@/shared/text';
import { solved } from '@/shared/solveTime';
import { useDesk } from './deskStore';
import { useWholePlans, type Planned } from './wholeStore';

/** Whole solves of the scramble, method beside method: each as its stages, as wide as they take. */
const desk = useDesk();
const whole = useWholePlans();
const rows = computed(() =>
  whole.plans.map((p) => {
    const plan = p.deep ?? p.plain;
    return { planned: p, plan, stages: plan ? stagesOf(plan) : [], gain: gainOf(p) };
  }),
);
/** Stop by stop what stands on the desk: planned, chosen, one's own. */
const here = computed(() => {
  const course = desk.course;
  if (!course || desk.planning) return null;
  return {
    title: desk.method.title,
    total: course.total,
    time: course.time,
    stages: course.stops.map((s, i) => ({
      stage: String(i),
      title: s.title,
      text: s.sequence.text,
      turns: s.sequence.lengths.stm,
      time: s.time,
    })),
  };
});
/** How the solver solved this scramble, stage by stage as it is read. */
const mine = computed(() => {
  const review = whole.mine;
  if (!review) return null;
  const sum = (pick: (s: Review['stages'][number]) => number) => review.stages.reduce((all, s) => all + pick(s), 0);
  return {
    id: review.solve.id,
    title: review.methodTitle,
    result: solved(review.solve),
    htm: sum((s) => s.htm),
    stm: sum((s) => s.stm),
    pauses: sum((s) => s.pauses.length),
    isTimed: review.ms !== null,
    stages: review.stages.map((s) => ({ ...s, turns: s.stm, text: s.turns, ms: s.turningMs })),
  };
});
/** Time is drawn where every plan has one; else turns. */
const timed = computed(
  () =>
    rows.value.every((r) => !r.plan || r.plan.time !== null) &&
    (!here.value || here.value.time !== null) &&
    (!mine.value || mine.value.stages.every((s) => s.time !== null)),
);
/** The longest plan is as wide as there is room. */
const longest = computed(() =>
  Math.max(
    1,
    ...rows.value.map((r) => widthOf(r.stages)),
    here.value ? widthOf(here.value.stages) : 0,
    mine.value ? widthOf(mine.value.stages) : 0,
  ),
);
interface Part {
  turns: number;
  time: number | null;
}
const shareOf = (part: Part) => Math.max(timed.value ? (part.time ?? 0) : part.turns, 0.5);
const widthOf = (parts: readonly Part[]) => parts.reduce((sum, part) => sum + shareOf(part), 0);

function stagesOf(plan: WholePlan) {
  return plan.stages.map((s) => ({ ...s, turns: s.lengths.stm }));
}

/** What looking over all stages together has saved. */
function gainOf({ plain, deep }: Planned): string {
  if (!plain || !deep) return '';
  const turns = plain.lengths.stm - deep.lengths.stm;
  const time = plain.time !== null && deep.time !== null ? plain.time - deep.time : 0;
  const parts = [
    ...(turns === 0 ? [] : [`${Math.abs(turns)} STM ${turns > 0 ? 'less' : 'more'}`]),
    ...(Math.abs(time) < 0.05 ? [] : [`${handTime(Math.abs(time))} ${time > 0 ? 'less' : 'more'}`]),
  ];
  return parts.length === 0 ? '' : `${parts.join(', ')} than stage by stage`;
}
const byWords = { time: 'by time', turns: 'by turns' };
const titleOf = (id: string) => desk.methods.find((m) => m.id === id)?.title ?? '';
</script>

<template>
  <section class="whole plate" aria-label="Method beside method" :aria-busy="whole.searching !== ''">
    <header>
      <h2>Method beside method</h2>
      <p class="soft" aria-live="polite" data-test="whole-said">
        <template v-if="desk.known">Only a part of this position is known: no whole solve can be planned.</template>
        <template v-else-if="whole.searching === 'plain'">planning {{ titleOf(whole.at) }} …</template>
        <template v-else-if="whole.searching === 'deep'"
          >looking through all stages of {{ titleOf(whole.at) }}, {{ whole.deepSeconds }} s each …</template
        >
        <template v-else-if="whole.ended === 'cut'">stopped; what was found stays</template>
        <template v-else>the best of your bases, {{ byWords[desk.by] }}</template>
      </p>
      <button v-if="whole.searching" type="button" class="knob" @click="whole.stop()">Stop</button>
      <button v-else type="button" class="knob" :disabled="desk.known !== ''" @click="whole.look(true)">
        Look deeper
      </button>
      <button type="button" class="knob" @click="whole.toggle()">Back <span class="key wide-only">Q</span></button>
    </header>
    <progress v-if="whole.searching" aria-label="Planning" />
    <p v-if="whole.problem" class="field-error" role="alert">{{ whole.problem.message }}</p>
    <!-- Before the methods: plans that come do not move it from under the pointer. -->
    <article v-if="mine" data-method="mine">
      <h3>
        Yours: {{ mine.title }}
        <span class="figures"
          ><b>{{ mine.stm }}</b> STM · <b>{{ mine.htm }}</b> HTM · <b>{{ mine.result }}</b><span
            v-if="mine.isTimed"
            class="soft"
          >
            · {{ mine.pauses }} {{ mine.pauses === 1 ? 'pause' : 'pauses' }} made</span
          ></span
        >
        <RouterLink class="knob small" :to="{ name: 'solve', params: { id: mine.id } }">Review</RouterLink>
      </h3>
      <ol class="stages" :style="{ width: `${(100 * widthOf(mine.stages)) / longest}%` }">
        <li v-for="s in mine.stages" :key="s.stage" :style="{ flexGrow: shareOf(s) }">
          <span class="name">{{ s.title }}</span>
          <span class="soft"
            >{{ s.turns }}<template v-if="s.time !== null"> · {{ handNumber(s.time) }}</template
            ><template v-if="s.ms !== null"> · took {{ seconds(s.ms) }}</template></span
          >
          <b class="sequence">{{ primes(s.text) || 'stood' }}</b>
        </li>
      </ol>
    </article>
    <article v-for="{ planned, plan, stages, gain } in rows" :key="planned.method" :data-method="planned.method">
      <h3>
        {{ planned.title }}
        <span v-if="plan" class="figures"
          ><b>{{ plan.lengths.stm }}</b> STM · <b>{{ plan.lengths.htm }}</b> HTM<template v-if="plan.time !== null">
            · <span :title="handTimeUnit">{{ handTime(plan.time) }}</span></template
          ><template v-else> · needs a turn you avoid</template
          ><span class="soft">
            · {{ grips(plan.regrips) }}, {{ plan.rotations }} {{ plan.rotations === 1 ? 'rotation' : 'rotations' }},
            {{ plan.pauses }} {{ plan.pauses === 1 ? 'pause' : 'pauses' }}
          </span></span
        >
        <span v-if="gain" class="good" data-test="gain">{{ gain }}</span>
        <button v-if="plan" type="button" class="knob small" @click="whole.take(planned)">On the desk</button>
      </h3>
      <p v-if="!plan" class="soft">
        {{ whole.searching ? 'to come' : 'no plan' }}
      </p>
      <ol v-else class="stages" :style="{ width: `${(100 * widthOf(stages)) / longest}%` }">
        <li v-for="s in stages" :key="s.stage" :style="{ flexGrow: shareOf(s) }">
          <span class="name">{{ s.title }}</span>
          <span class="soft"
            >{{ s.turns }}<template v-if="s.time !== null"> · {{ handNumber(s.time) }}</template></span
          >
          <b class="sequence">{{ primes(s.text) || 'stands' }}</b>
        </li>
      </ol>
    </article>
    <article v-if="here" data-method="here">
      <h3>
        On the desk: {{ here.title }}
        <span class="figures"
          ><b>{{ here.total }}</b> HTM<template v-if="here.time !== null">
            · <span :title="handTimeUnit">{{ handTime(here.time) }}</span></template
          ></span
        >
      </h3>
      <ol class="stages" :style="{ width: `${(100 * widthOf(here.stages)) / longest}%` }">
        <li v-for="s in here.stages" :key="s.stage" :style="{ flexGrow: shareOf(s) }">
          <span class="name">{{ s.title }}</span>
          <span class="soft"
            >{{ s.turns }}<template v-if="s.time !== null"> · {{ handNumber(s.time) }}</template></span
          >
        </li>
      </ol>
    </article>
    <footer class="soft legend">
      each stage as wide as {{ timed ? 'it takes two hands' : 'it has turns' }} · STM, then {{ handUnitShort }} · time
      without pauses · a pause is expected before a stop whose pieces are out of view for half of the turns before it or
      more, or whose case can be read only then
    </footer>
  </section>
</template>

<style scoped>
.whole {
  display: flex;
  flex: 1;
  flex-direction: column;
  gap: 14px;
  min-height: 0;
  padding: 12px 16px;
  overflow: auto;
}

header {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}

header p {
  flex: 1;
}

progress {
  width: 100%;
  height: 4px;
}

article {
  display: grid;
  gap: 6px;
}

h3,
.stages {
  margin: 0;
}

h3 {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  align-items: center;
  font-size: 18px;
}

h3 > span {
  font-size: 15px;
  font-weight: 400;
}

h3 .knob {
  margin-left: auto;
  font-size: 15px;
}

.stages b {
  display: block;
  font-weight: 500;
}

.stages {
  display: flex;
  gap: 2px;
  min-width: 50%;
  list-style: none;
}

.stages li {
  flex-basis: 0;
  min-width: 62px;
  padding: 6px 8px;
  border-top: 3px solid var(--ink);
  background: var(--tin);
  font-size: 14px;
}

.stages li .name {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.legend {
  margin-top: auto;
  font-size: 13px;
}
</style>
