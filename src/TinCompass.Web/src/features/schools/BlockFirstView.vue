<script setup lang="ts">
import { computed } from 'vue';
import { api, type PlacedBlock } from '@/shared/api/client';
import { useKeys } from '@/shared/keys/useKeys';
import { primes } from '@/shared/text';
import SchoolCube from './SchoolCube.vue';
import SchoolDoors from './SchoolDoors.vue';
import './schools.css';
import { useSteps, type Step } from './useSteps';
import { useTold } from './useTold';

/** A cube solved block first, as far as its edges are good: 2x2x2, 2x2x3, bad edges. */
const { scramble, steps, made, ask, take: make, back } = useSteps("R U F2 D' L B2 R F' U2 L' D");
const { told, problem, isCurrent } = useTold(
  () => [scramble.value, made.value],
  () => api.blockFirst({ scramble: scramble.value, made: made.value }, null),
);

const small = computed(() => told.value?.small ?? []);
const long = computed(() => told.value?.long ?? []);
const hasSmall = computed(() => small.value[0]?.length === 0);
const bad = computed(() => told.value?.bad ?? null);
const isSolved = computed(() => bad.value?.twoFaces?.length === 0 && !bad.value.twoFaces.first);
/** With a block 2x2x2, those that extend it come first to mind; the others may be nearer. */
const blocks = computed(() => (hasSmall.value ? long.value : small.value));
const facelets = computed(() => bad.value?.facelets ?? told.value?.facelets ?? '');
const lit = computed(() => bad.value?.stickers ?? []);

/** Made only when what stands there is about the cube as it stands. */
function take(...more: Step[]) {
  if (isCurrent.value) make(...more);
}
const named = (block: PlacedBlock) => block.colors.join('-');
const extendsOne = (block: PlacedBlock) =>
  small.value.some((s) => s.length === 0 && [...block.place].every((face) => s.place.includes(face)));
const takeBlock = (block: PlacedBlock, way: string) => take({ turns: way, told: `${named(block)} block` });
function takeMends() {
  const at = bad.value;
  if (at)
    take(
      { turns: at.hold, told: 'held so' },
      ...at.mends.map((m) => ({ turns: m.turns, told: m.mended.length ? 'mends two' : 'an open face' })),
    );
}
function takeHeld(turns: string, what: string) {
  if (turns) take({ turns: bad.value!.hold, told: 'held so' }, { turns, told: what });
}
const takeShortest = () => takeHeld(bad.value?.shortest ?? '', 'bad edges, the fewest turns');
function takeFirst() {
  const rest = bad.value?.twoFaces;
  if (rest?.first) takeHeld(rest.first, 'corners for two faces');
  else if (rest) takeHeld(rest.turns, 'two faces');
  else if (bad.value) takeMends();
  else if (blocks.value[0]) takeBlock(blocks.value[0], blocks.value[0].ways[0]!);
}

useKeys('Block first', [
  { keys: ['f'], shown: 'F', does: 'make what comes next', run: takeFirst },
  { keys: ['b'], shown: 'B', does: 'take the last one back', run: back },
]);
</script>

<template>
  <main class="school">
    <header>
      <h1>Block first</h1>
      <p class="soft">A corner with its three edges, two corners with five, no edge bad, two faces.</p>
      <SchoolDoors :course="{ method: 'blocks', scramble }" />
    </header>
    <SchoolCube :scramble :facelets :problem :steps :lit @ask="ask" @back="back" />
    <section class="plate next" aria-label="What comes next">
      <p v-if="!told && !problem" class="soft" role="status">Looking through the blocks …</p>
      <template v-if="bad">
        <p class="said" data-test="bad">
          <template v-if="bad.bad.length > 0"
            >The block 2x2x3 stands. {{ bad.bad.length }} edges are bad: {{ bad.bad.join(', ') }}.</template
          >
          <template v-else-if="isSolved">Everything is solved.</template>
          <template v-else>The block 2x2x3 stands and no edge is bad: the rest is for the two open faces.</template>
        </p>
        <p class="soft">
          <template v-if="bad.hold"
            >Held with <span class="sequence">{{ primes(bad.hold) }}</span>: the</template
          ><template v-else>The</template>
          block left and down, the open faces up and right. An edge is bad when turns of those two would bring it home
          turned over.
        </p>
        <template v-if="bad.bad.length > 0">
          <div class="bar">
            <h2>Three turns mend two</h2>
            <button type="button" class="knob" @click="takeMends">
              Make them <span class="key wide-only">F</span>
            </button>
          </div>
          <ol class="list" data-test="mends">
            <li v-for="(m, i) in bad.mends" :key="i" class="way">
              <b class="sequence">{{ primes(m.turns) }}</b>
              <span>{{
                m.mended.length > 0 ? `${m.mended.join(' and ')} are good then` : 'an open face, to bring them there'
              }}</span>
            </li>
          </ol>
          <div class="bar">
            <p data-test="least">
              The fewest turns of any kind are <b>{{ bad.least }}</b> HTM:
              <span class="sequence">{{ primes(bad.shortest) }}</span>
            </p>
            <button type="button" class="knob" @click="takeShortest">Make these</button>
          </div>
        </template>
        <template v-else-if="bad.twoFaces && !isSolved">
          <template v-if="bad.twoFaces.first">
            <p data-test="cannot">
              They cannot yet: of the 720 orders of the six corners, turns of two faces reach 120. The fewest turns to
              one of those, block and good edges kept, are <b>{{ bad.twoFaces.firstLength }}</b> HTM:
              <span class="sequence">{{ primes(bad.twoFaces.first) }}</span>
            </p>
            <div class="bar">
              <button type="button" class="knob" @click="takeFirst">
                Make these <span class="key wide-only">F</span>
              </button>
            </div>
          </template>
          <p data-test="two-faces">
            {{ bad.twoFaces.first ? 'Then' : 'By the two faces' }} <b>{{ bad.twoFaces.length }}</b> turns of U and R,
            and no fewer: <span class="sequence">{{ primes(bad.twoFaces.turns) }}</span>
          </p>
          <div v-if="!bad.twoFaces.first" class="bar">
            <button type="button" class="knob" @click="takeFirst">
              Make these <span class="key wide-only">F</span>
            </button>
          </div>
        </template>
      </template>
      <template v-else-if="told">
        <h2>{{ hasSmall ? 'Blocks 2x2x3' : 'Blocks 2x2x2' }}, the nearest first</h2>
        <ol class="list" data-test="blocks">
          <li v-for="b in blocks" :key="b.place">
            <div class="way" :data-block="b.place">
              <span
                ><b>{{ named(b) }}</b> <span class="soft">{{ b.place }}</span>
                <span v-if="hasSmall && extendsOne(b)" class="good"> extends</span></span
              >
              <span
                ><b>{{ b.length }}</b> HTM<span v-if="b.count > 1" class="soft">, {{ b.count }} ways</span></span
              >
              <span class="ways-of">
                <button
                  v-for="w in b.ways.filter(Boolean)"
                  :key="w"
                  type="button"
                  class="knob small sequence"
                  @click="takeBlock(b, w)"
                >
                  {{ primes(w) }}
                </button>
              </span>
            </div>
          </li>
        </ol>
      </template>
    </section>
  </main>
</template>

<style scoped>
.ways-of {
  display: flex;
  flex-wrap: wrap;
  grid-column: 1 / -1;
  gap: 4px;
}

.ways-of .knob {
  font-weight: 400;
}
</style>
