<script setup lang="ts">
import { computed, onScopeDispose, ref, shallowRef, toRef, watch } from 'vue';
import { usePresses } from '@/features/timer/usePresses';
import { useLiveCube } from '@/features/timer/useLiveCube';
import { api, Problem, type HandTime, type OwnHands } from '@/shared/api/client';
import { newKey } from '@/shared/ids';
import { latest } from '@/shared/latest';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';
import HandFigures from './HandFigures.vue';
import { useSpan } from './useSpan';

/** A solver's own hands: sequences are timed, the model is fitted to them, and it may be used in place of the usual one. */
const preferences = usePreferences();
const hands = shallowRef<OwnHands | null>(null);
const problem = ref('');
const isUnreachable = ref(false);
const isBusy = ref(false);
/** What was deleted last: it can be put back. */
const deleted = shallowRef<HandTime | null>(null);
/** The time that was kept last. */
const latestKey = ref('');
const skipped = ref(0);
const own = ref('');
const newest = latest();

const sequence = computed(() => {
  const next = hands.value?.next ?? [];
  return own.value.trim() || (next[skipped.value % Math.max(1, next.length)]?.turns ?? '');
});
const learnt = computed(() => hands.value?.next.find((q) => q.turns === sequence.value)?.learnt ?? null);
const last = computed(() => hands.value?.timed.find((t) => t.key === latestKey.value) ?? null);
const s = (ms: number) => (ms / 1000).toFixed(2);
const few = 5;
const showsAll = ref(false);
const shownTimes = computed(() => hands.value?.timed.slice(0, showsAll.value ? undefined : few) ?? []);
const said = (t: HandTime) => (t.foretold === null ? 'avoided now' : `${s(t.foretold)} s`);
const by = { key: 'key', cube: 'cube', solving: 'solving' } as const;

async function ask(request: (id: number) => Promise<OwnHands>) {
  const [isNewest, id] = [newest(), preferences.solverId];
  if (!id) {
    hands.value = null;
    return false;
  }
  isBusy.value = true;
  try {
    const found = await request(id);
    if (!isNewest()) return false;
    [hands.value, problem.value, isUnreachable.value] = [found, '', false];
    return true;
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    if (isNewest()) [problem.value, isUnreachable.value] = [cause.message, cause.code === 'unreachable'];
    return false;
  } finally {
    if (isNewest()) isBusy.value = false;
  }
}
watch(toRef(preferences, 'solverId'), () => void ask((id) => api.ownHands(id)), { immediate: true });

type Taken = { key: string; turns: string; ms?: number; fromCube: boolean };
/** A time that was taken while the server was gone: it is sent again when one says so, and kept once. */
const waiting = shallowRef<Taken | null>(null);
async function send(time: Taken) {
  deleted.value = null;
  waiting.value = null;
  if (!(await ask((solverId) => api.addHandTime({ solverId, ...time })))) {
    if (isUnreachable.value) waiting.value = time;
    return;
  }
  latestKey.value = time.key;
  skipped.value = 0;
  if (own.value.trim() === time.turns) own.value = '';
}
const keep = (time: { ms?: number; fromCube: boolean }) => send({ key: newKey(), turns: sequence.value, ...time });
async function take(time: HandTime) {
  if (await ask((id) => api.deleteHandTime(id, time.key))) deleted.value = time;
}
async function putBack() {
  const time = deleted.value;
  if (!time) return;
  const { key, at, turns, ms } = time;
  if (await ask((solverId) => api.addHandTime({ key, solverId, turns, ms, at, by: time.by, fromCube: false })))
    deleted.value = null;
}
async function use(isUsed: boolean) {
  if (await ask((id) => api.useHands(id, isUsed))) await preferences.load();
}

const span = useSpan((ms) => void keep({ ms, fromCube: false }));
usePresses(
  span,
  () => span.isRunning.value,
  () => hands.value !== null && sequence.value !== '' && !isBusy.value,
);
watch([sequence, toRef(preferences, 'solverId')], span.cancel);
watch(toRef(preferences, 'solverId'), () => ([waiting.value, deleted.value, latestKey.value] = [null, null, '']));

// A cube that reports is timed by its own clock: when it rests after enough turns, they are looked at.
const { cube } = useLiveCube(toRef(preferences, 'solverId'), () => {});
const isFed = computed(() => cube.value?.connected === true);
const restMs = 900;
let from = 0;
let rest = 0;
watch([sequence, isFed], () => (from = cube.value?.made ?? 0), { immediate: true });
watch(
  () => cube.value?.made ?? 0,
  (made) => {
    clearTimeout(rest);
    const wanted = sequence.value.split(' ').length * (hands.value?.times ?? 0);
    if (!isFed.value || wanted === 0 || made - from < wanted) return;
    rest = window.setTimeout(() => {
      from = made;
      void keep({ fromCube: true });
    }, restMs);
  },
);
watch(isFed, (fed) => fed && span.cancel());
onScopeDispose(() => clearTimeout(rest));
</script>

<template>
  <main class="hands">
    <header>
      <h1>Your hands</h1>
      <RouterLink :to="{ name: 'habits' }">to the habits</RouterLink>
    </header>
    <p v-if="!preferences.solverId" class="plate note soft">Say who you are in the bar: then your hands are timed.</p>
    <p v-else-if="!hands" class="plate note soft" role="status">{{ problem || 'Fitting your hands …' }}</p>
    <template v-else>
      <section class="plate top">
        <p class="sentence" data-test="sentence">{{ primes(hands.sentence) }}</p>
        <p v-if="hands.isUsed">
          Used: your plans are made for these hands, and their times are seconds.
          <button type="button" class="knob small" data-test="unuse" @click="use(false)">
            Back to the usual hands
          </button>
          <button type="button" class="knob small" @click="use(true)">Take them as they are fitted now</button>
        </p>
        <p v-else>
          <button type="button" class="knob" :disabled="!hands.canUse" data-test="use" @click="use(true)">
            Plan with these hands, in seconds
          </button>
          <span v-if="!hands.canUse && hands.sequences < hands.needed" class="soft">
            after {{ hands.needed }} different algorithms: {{ hands.sequences }} so far</span
          >
        </p>
      </section>
      <section class="plate drill" aria-label="Time a sequence">
        <h2>Turn this {{ hands.times }} times</h2>
        <p class="asked sequence" data-test="asked">{{ primes(sequence) }}</p>
        <div class="dial" data-test="dial" :class="{ running: span.isRunning.value }">
          <b>{{ s(span.isRunning.value ? span.ms.value : (last?.ms ?? 0)) }}<small> s</small></b>
          <span v-if="span.isRunning.value" class="soft">any key stops</span>
          <span v-else-if="isFed" class="soft">turn it on your cube: it starts with the first turn</span>
          <span v-else class="soft"><kbd class="key">space</kbd>, or a touch here: let go to start, press to stop</span>
        </div>
        <p v-if="problem" class="field-error" role="alert">
          {{ primes(problem) }}
          <button v-if="waiting" type="button" class="knob small" data-test="again" @click="send(waiting)">
            Send {{ waiting.ms === undefined ? 'it' : `the ${s(waiting.ms)} s` }} again
          </button>
        </p>
        <p v-else-if="last" data-test="kept" role="status">
          {{ primes(last.turns) }}: {{ s(last.ms) }} s; these hands say {{ said(last) }}.
          <button type="button" class="plain" @click="take(last)">a fumble: take it back</button>
        </p>
        <p v-if="deleted" role="status">
          Taken back: {{ primes(deleted.turns) }}, {{ s(deleted.ms) }} s.
          <button type="button" class="plain" data-test="put-back" @click="putBack">Put it back</button>
        </p>
        <p class="soft">
          <template v-if="learnt !== null"
            >Of what is not known of your hands it tells {{ (learnt * 100).toFixed(0) }} %.
          </template>
          <button type="button" class="plain" data-test="another" @click="skipped++">Another one</button>
        </p>
        <label class="own"
          >or one of your own
          <input v-model="own" class="field sequence" placeholder="R U R' U'" autocomplete="off" spellcheck="false" />
        </label>
      </section>
      <section class="plate fingers" aria-label="Finger by finger">
        <h2>Finger by finger</h2>
        <HandFigures :figures="hands.figures" />
        <p class="soft">
          Milliseconds, with how far they may be off; the mark is what usual hands of your pace take. From key to cube
          and back: {{ s(hands.reachMs) }} s, not counted.<template v-if="hands.runs > 0">
            Runs of your solves without a pause count too, a little: {{ hands.runs }}.</template
          >
        </p>
      </section>
      <section v-if="hands.timed.length > 0" class="plate timed" aria-label="What was timed">
        <h2>Timed, each {{ hands.times }} times over</h2>
        <table>
          <thead>
            <tr>
              <th scope="col">sequence</th>
              <th scope="col">took</th>
              <th scope="col">said</th>
              <th scope="col" class="wide-only">how</th>
              <th scope="col"><span class="unseen">delete</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="t in shownTimes" :key="t.key" data-test="time">
              <td class="sequence">{{ primes(t.turns) }}</td>
              <td class="figure">{{ s(t.ms) }} s</td>
              <td class="figure soft">{{ said(t) }}</td>
              <td class="soft wide-only">{{ by[t.by] }}</td>
              <td>
                <button type="button" class="plain" :aria-label="`Take back ${t.turns}`" @click="take(t)">
                  take back
                </button>
              </td>
            </tr>
          </tbody>
        </table>
        <button v-if="hands.timed.length > shownTimes.length" type="button" class="plain" @click="showsAll = true">
          all {{ hands.timed.length }}
        </button>
      </section>
    </template>
  </main>
</template>

<style scoped>
.hands {
  display: grid;
  grid-template-columns: minmax(0, 5fr) minmax(0, 6fr);
  gap: 10px;
  align-content: start;
  padding: 12px 14px;
}

header,
.note,
.top {
  grid-column: 1 / -1;
}

.fingers {
  grid-row: 3 / span 2;
  grid-column: 2;
}

header {
  display: flex;
  gap: 14px;
  align-items: baseline;
}

h1 {
  font-size: 22px;
}

h2 {
  font-size: 17px;
}

.note {
  padding: 16px;
}

.top,
.drill,
.fingers,
.timed {
  display: grid;
  gap: 8px;
  align-content: start;
  padding: 12px 16px;
}

.sentence {
  font-size: 19px;
  font-weight: 600;
}

.asked {
  font-size: 30px;
  overflow-wrap: anywhere;
}

.dial {
  display: grid;
  gap: 2px;
  justify-items: center;
  padding: 14px;
  border: 1px solid var(--hairline);
  border-radius: 8px;
  touch-action: manipulation;
  user-select: none;
}

.dial b {
  font-family: var(--mono);
  font-size: 40px;
  line-height: 1.1;
}

.dial small {
  font-size: 20px;
}

.dial.running {
  border-color: currentcolor;
}

.own {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.own .field {
  flex: 1;
  min-width: 0;
}

.timed table {
  border-collapse: collapse;
}

.timed :is(th, td) {
  padding: 3px 8px;
  border-bottom: 1px solid var(--hairline);
  text-align: left;
}

.timed thead th {
  color: var(--ink-soft);
  font-weight: 400;
}

.timed td:not(:first-child) {
  white-space: nowrap;
}

.timed .figure {
  font-family: var(--mono);
}

@media (max-width: 900px) {
  .hands {
    grid-template-columns: minmax(0, 1fr);
  }

  .fingers {
    grid-area: auto;
  }

  .asked {
    font-size: 24px;
  }
}
</style>
