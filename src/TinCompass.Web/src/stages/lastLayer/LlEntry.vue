<script setup lang="ts">
import { ElDialog } from 'element-plus';
import { computed, nextTick, ref, shallowRef, useTemplateRef } from 'vue';
import { RouterLink, useRouter } from 'vue-router';
import { colorNames, colorOfLetter, hue, letterOfColor, unknownLetter, type ColorName } from '@/cube/palette';
import { api, Problem, type LlEntered } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { card, middle, rim, sector } from './lid';

/** A last layer by its stickers: all 21 of them, or only where the top's colour is. Pressed, touched or typed around the lid. */
const open = defineModel<boolean>({ required: true });
const preferences = usePreferences();
const router = useRouter();
const pad = useTemplateRef('pad');

const topCentre = 4;
const frontCentre = 22;
/** The order in which they are typed: the top row by row, then the rim from its front left end, as one turns the cube. */
const order = [
  ...card.map((p) => p.facelet).sort((a, b) => a - b),
  ...[18, 19, 20, 36, 37, 38, 27, 28, 29, 45, 46, 47],
];
const places = [
  ...card.map((p) => ({ ...p, ...middle(p.isCorner ? 31 : 25, p.angle), path: '' })),
  ...rim.map((p) => ({ ...p, ...middle(50, p.angle), path: sector(44, 57, p.angle - 13, p.angle + 13) })),
];

const usual = (name: ColorName) => letterOfColor(preferences.colorOf(name) as ColorName);
const blank = () => {
  const letters = Array.from({ length: 54 }, () => unknownLetter as string);
  letters[topCentre] = usual('yellow');
  letters[frontCentre] = usual('green');
  return letters;
};
const letters = ref(blank());
const paint = ref<string>(letters.value[topCentre]!);
const cursor = ref(0);
const problem = shallowRef<Problem | null>(null);
const entered = shallowRef<LlEntered | null>(null);
const working = ref(false);

const count = computed(() => order.filter((i) => letters.value[i] !== unknownLetter).length);
const at = computed(() => order[cursor.value]!);
const placeWords = computed(() => {
  const i = at.value;
  const where =
    i < 9
      ? `top, row ${Math.floor(i / 3) + 1}, column ${(i % 3) + 1}`
      : `${['front', 'right', 'back', 'left'][Math.floor((cursor.value - 8) / 3)]}, ${(i % 9) + 1} from its left`;
  return `${where}: ${letters.value[i] === unknownLetter ? 'nothing' : colorOfLetter(letters.value[i]!)}`;
});
const fill = (facelet: number) => {
  const letter = letters.value[facelet]!;
  return letter === unknownLetter ? 'none' : hue(colorOfLetter(letter));
};

function begin() {
  void nextTick(() => pad.value?.focus());
}

function set(facelet: number, letter: string) {
  [problem.value, entered.value] = [null, null];
  letters.value[facelet] = letter;
}

function press(facelet: number) {
  if (order.includes(facelet)) cursor.value = order.indexOf(facelet);
  const isCentre = facelet === topCentre || facelet === frontCentre;
  set(facelet, letters.value[facelet] === paint.value && !isCentre ? unknownLetter : paint.value);
  pad.value?.focus();
}

const step = (by: number) => (cursor.value = (cursor.value + by + order.length) % order.length);

/** 1 to 6 type the colours, space the top's colour, 0 nothing; each goes on to the next. */
function type(event: KeyboardEvent) {
  const digit = event.key.length === 1 ? '0123456'.indexOf(event.key) : -1;
  if (digit >= 0) {
    if (digit > 0) paint.value = letterOfColor(colorNames[digit - 1]!);
    set(at.value, digit === 0 ? unknownLetter : paint.value);
    step(1);
  } else if (event.key === ' ') {
    set(at.value, letters.value[topCentre]!);
    step(1);
  } else if (event.key === 'ArrowRight') step(1);
  else if (event.key === 'ArrowLeft') step(-1);
  else if (event.key === 'Backspace') {
    step(-1);
    set(at.value, unknownLetter);
  } else if (event.key === 'Enter') void find();
  else return;
  event.preventDefault();
}

function clear() {
  letters.value = blank();
  [cursor.value, problem.value, entered.value] = [0, null, null];
}

async function find() {
  working.value = true;
  try {
    entered.value = await api.enterLastLayer(letters.value.join(''));
    problem.value = null;
  } catch (cause) {
    entered.value = null;
    if (cause instanceof Problem) problem.value = cause;
    else throw cause;
  } finally {
    working.value = false;
  }
}

function toDesk() {
  open.value = false;
  void router.push({ name: 'desk', query: { facelets: entered.value!.facelets } });
}
</script>

<template>
  <ElDialog v-model="open" title="A last layer by its stickers" width="min(720px, 96vw)" align-center @opened="begin">
    <p class="soft">
      Hold the finished layers down. Press all 21 stickers, or only those of the top's colour; or type around the lid:
      <span class="key">1</span> to <span class="key">6</span> are the colours, <span class="key">space</span> the
      top's, <span class="key">0</span> leaves one out.
    </p>
    <div class="entry">
      <div
        ref="pad"
        class="pad"
        tabindex="0"
        role="group"
        aria-label="Lid: 1 to 6 paint, space paints the top's colour, 0 leaves out, arrows move"
        aria-describedby="lid-cursor"
        data-test="lid-pad"
        @keydown="type"
      >
        <svg viewBox="-64 -62 128 140" class="lid">
          <rect x="-41" y="-41" width="82" height="82" rx="34" class="plate" />
          <circle r="9" :fill="fill(topCentre)" class="part" data-facelet="4" @click="press(topCentre)" />
          <template v-for="p in places" :key="p.facelet">
            <path
              v-if="p.path"
              :d="p.path"
              :fill="fill(p.facelet)"
              class="part"
              :class="{ here: p.facelet === at, flawed: problem?.facelets.includes(p.facelet) }"
              :data-facelet="p.facelet"
              @click="press(p.facelet)"
            />
            <circle
              v-else
              :cx="p.x"
              :cy="p.y"
              :r="p.isCorner ? 9 : 8"
              :fill="fill(p.facelet)"
              class="part"
              :class="{ here: p.facelet === at, flawed: problem?.facelets.includes(p.facelet) }"
              :data-facelet="p.facelet"
              @click="press(p.facelet)"
            />
          </template>
          <rect
            x="-12"
            y="64"
            width="24"
            height="11"
            rx="4"
            :fill="fill(frontCentre)"
            class="part"
            data-facelet="22"
            @click="press(frontCentre)"
          >
            <title>the centre in front</title>
          </rect>
        </svg>
      </div>
      <div class="side">
        <div class="paints" role="group" aria-label="Paint">
          <button
            v-for="(name, i) in colorNames"
            :key="name"
            type="button"
            class="knob"
            :aria-pressed="paint === letterOfColor(name)"
            @click="paint = letterOfColor(name)"
          >
            <span class="dot" :style="{ background: hue(name) }" /> {{ name }}
            <span class="key wide-only">{{ i + 1 }}</span>
          </button>
        </div>
        <p id="lid-cursor" class="soft" aria-live="polite">{{ placeWords }}</p>
        <p class="soft">
          {{ count }} of 20, and the middle of the top. The centre in front, below the lid, says how the top has to be
          turned at the end.
        </p>
        <div aria-live="polite" data-test="entered">
          <p v-if="problem" class="field-error" role="alert">{{ problem.message }}</p>
          <p v-else-if="entered">
            <RouterLink
              v-if="!entered.top.isSolved"
              :to="{ name: 'case', params: { stage: 'oll', id: entered.top.id } }"
              >{{ entered.top.title }}</RouterLink
            >
            <RouterLink
              v-else-if="entered.sides && !entered.sides.isSolved"
              :to="{ name: 'case', params: { stage: 'pll', id: entered.sides.id } }"
              >{{ entered.sides.title }}</RouterLink
            >
            <template v-else>{{ entered.isWhole ? 'Only the top is left to turn.' : 'The top is done.' }}</template>
            <span v-if="!entered.top.isSolved" class="soft"
              >, comes {{ entered.top.probability.replace('/', ' in ') }}</span
            >
          </p>
        </div>
      </div>
    </div>
    <template #footer>
      <div class="foot">
        <button type="button" class="knob" @click="clear">Clear</button>
        <button v-if="entered?.isWhole" type="button" class="knob" @click="toDesk">Open at the desk</button>
        <button type="button" class="knob main" :disabled="working" @click="find">Which case?</button>
      </div>
    </template>
  </ElDialog>
</template>

<style scoped>
.entry {
  display: grid;
  grid-template-columns: minmax(0, 300px) minmax(0, 1fr);
  gap: 16px;
}

.pad {
  margin-top: 10px;
  border-radius: 8px;
}

.side {
  display: grid;
  gap: 8px;
  align-content: start;
}

.paints {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}

.foot {
  display: flex;
  gap: 8px;
  justify-content: flex-end;
}

.plate {
  fill: var(--enamel-low);
  stroke: var(--hairline);
}

.part {
  stroke: var(--ink-soft);
  stroke-width: 1.2;
  cursor: pointer;
  pointer-events: all;
}

.part.here {
  stroke: var(--needle);
  stroke-width: 2.6;
}

.part.flawed {
  stroke: var(--needle);
  stroke-dasharray: 3 2;
  stroke-width: 2.6;
}

@media (max-width: 640px) {
  .entry {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
