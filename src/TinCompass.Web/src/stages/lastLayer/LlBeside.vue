<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import { RouterLink } from 'vue-router';
import { api, type LlColumn } from '@/shared/api/client';
import { take } from '@/shared/api/take';
import { usePreferences } from '@/shared/preferences';
import { handNumber, handTimeUnit, handUnit, handUnitMs } from '@/shared/handTime';
import { primes } from '@/shared/text';

/** Two or three sequences of a case side by side: what they cost, how they are learnt, what they are to those one knows. */
const props = defineProps<{ stage: string; id: string; view: string; sequences: readonly string[] }>();
const emit = defineEmits<{ remove: [turns: string] }>();
const preferences = usePreferences();
const columns = shallowRef<LlColumn[]>([]);
const problem = ref('');
let running = new AbortController();

const kinWords: Record<string, string> = {
  same: 'what you know for',
  mirror: 'the mirror of what you know for',
  inverse: 'what you know, undone, for',
  mirrorInverse: 'the mirror, undone, of what you know for',
};

watch(
  () => [props.id, props.view, props.sequences.join('|'), preferences.solverId, preferences.forHands, handUnitMs.value],
  async () => {
    running.abort();
    running = new AbortController();
    if (props.sequences.length === 0) {
      columns.value = [];
      return;
    }
    try {
      columns.value = await api.putSideBySide(
        {
          case: props.id,
          view: props.view,
          sequences: [...props.sequences],
          solverId: preferences.solverId || null,
          ...preferences.allHands,
        },
        running.signal,
      );
      problem.value = '';
    } catch (cause) {
      take(cause, (told) => {
        columns.value = [];
        problem.value = told.message;
      });
    }
  },
  { immediate: true },
);

/** The least of a figure over the columns, where they differ: it is marked. */
function isLeast(figure: (column: LlColumn) => number | null, column: LlColumn): boolean {
  const all = columns.value.map(figure).filter((n) => n !== null);
  return columns.value.length > 1 && figure(column) === Math.min(...all) && all.some((n) => n !== all[0]);
}
type Row = { name: string; figure: (c: LlColumn) => number | null; digits: number };
/** -1 digits: a time of hands, in its own unit. */
const rows = computed<readonly Row[]>(() => [
  { name: handUnit.value, figure: (c) => c.time, digits: -1 },
  { name: 'HTM', figure: (c) => c.length, digits: 0 },
  { name: 'STM', figure: (c) => c.sliceLength, digits: 0 },
  { name: 'regrips', figure: (c) => c.regrips, digits: 0 },
  { name: 'rotations', figure: (c) => c.rotations, digits: 0 },
]);
function told(row: Row, column: LlColumn): string {
  const figure = row.figure(column);
  return figure === null ? 'avoided' : row.digits < 0 ? handNumber(figure) : figure.toFixed(row.digits);
}
</script>

<template>
  <section v-if="sequences.length > 0" class="plate beside" aria-label="Side by side" data-test="beside">
    <h2>Side by side</h2>
    <p v-if="problem" class="field-error" role="alert">{{ primes(problem) }}</p>
    <ul class="columns" :title="handTimeUnit">
      <li v-for="c in columns" :key="c.turns">
        <p>
          <b class="sequence">{{ primes(c.turns) }}</b>
          <button type="button" class="plain" :aria-label="`Take ${c.turns} away`" @click="emit('remove', c.turns)">
            away
          </button>
        </p>
        <dl>
          <div v-for="row in rows" :key="row.name" :class="{ good: isLeast(row.figure, c) }">
            <dt>{{ row.name }}</dt>
            <dd>{{ told(row, c) }}</dd>
          </div>
        </dl>
        <p class="soft">{{ c.letters }} · {{ c.way }}</p>
        <p v-if="c.moves" class="soft">
          {{
            c.moves.isSolved ? 'Leaves the sides as they are.' : `Where the sides were done, leaves ${c.moves.title}.`
          }}
        </p>
        <p v-for="k in c.kin" :key="k.kinship + k.of.id" class="good">
          It is {{ kinWords[k.kinship] }}
          <RouterLink :to="{ name: 'case', params: { stage: k.of.id.split('-')[0], id: k.of.id } }">{{
            k.of.title
          }}</RouterLink>.
        </p>
        <ul class="bursts">
          <li v-for="(note, i) in c.notes" :key="i">
            <span class="sequence">{{ primes(note.turns) }}</span> {{ note.words }}
          </li>
        </ul>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.beside {
  padding: 10px 14px;
}

ul {
  padding: 0;
  list-style: none;
}

.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(250px, 1fr));
  gap: 8px 22px;
}

.columns > li {
  display: grid;
  gap: 4px;
  align-content: start;
}

.columns b {
  margin-right: 8px;
  font-size: 17px;
}

dl {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  margin: 0;
}

dl div {
  display: flex;
  gap: 5px;
}

dd {
  margin: 0;
  font-weight: 600;
}

dt {
  order: 1;
  color: var(--ink-soft);
}

.bursts {
  padding: 2px 0 2px 10px;
  border-left: 2px solid var(--hairline);
}
</style>
