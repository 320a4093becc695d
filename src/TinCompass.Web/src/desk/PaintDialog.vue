<script setup lang="ts">
import { ElDialog } from 'element-plus';
import { computed, nextTick, ref, shallowRef, useTemplateRef } from 'vue';
import CubeFlat from '@/cube/CubeFlat.vue';
import CubeView from '@/cube/CubeView.vue';
import { looks, type Look } from '@/cube/looks';
import { colorNames, colorOfLetter, letterOfColor, unknownLetter, type ColorName } from '@/cube/palette';
import { api, Problem } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { useDesk } from './deskStore';

/** A position by its stickers: type or press them, on the opened cube or on the solid one. What is not painted is not known. */
const open = defineModel<boolean>({ required: true });
const desk = useDesk();
const preferences = usePreferences();
const pad = useTemplateRef('pad');

const blank = () =>
  Array.from({ length: 54 }, (_, i) =>
    i % 9 === 4 ? letterOfColor(preferences.colorOf(colorNames[Math.floor(i / 9)]!) as ColorName) : unknownLetter,
  );
const letters = ref(blank());
const paint = ref<string>(letterOfColor('white'));
const cursor = ref(0);
const look = ref<Look>('front');
const problem = shallowRef<Problem | null>(null);
const working = ref(false);

const facelets = computed(() => letters.value.join(''));
const pose = computed(() => ({ facelets: facelets.value, motion: null }));
const counts = computed(() =>
  colorNames.map((name, i) => ({
    name,
    key: i + 1,
    letter: letterOfColor(name),
    count: letters.value.filter((l) => l === letterOfColor(name)).length,
  })),
);
const faceNames = ['top', 'base', 'front', 'back', 'right', 'left'];
const place = computed(() => {
  const i = cursor.value;
  return `${faceNames[Math.floor(i / 9)]}, row ${Math.floor((i % 9) / 3) + 1}, column ${(i % 3) + 1}: ${colorOfLetter(letters.value[i]!)}`;
});

function begin() {
  problem.value = null;
  // Another scheme since: the centres are others.
  if (letters.value[4] !== blank()[4] || letters.value[22] !== blank()[22]) clear();
  void nextTick(() => pad.value?.focus());
}

function set(facelet: number, letter: string) {
  problem.value = null;
  if (facelet % 9 !== 4) letters.value[facelet] = letter;
}

function press(facelet: number) {
  cursor.value = facelet;
  set(facelet, letters.value[facelet] === paint.value ? unknownLetter : paint.value);
  pad.value?.focus();
}

function step(by: number) {
  do cursor.value = (cursor.value + by + 54) % 54;
  while (cursor.value % 9 === 4);
}

/** Reading order: six digits type the six colours, 0 leaves a sticker unknown; each goes on to the next sticker. */
function type(event: KeyboardEvent) {
  const digit = '0123456'.indexOf(event.key);
  const moves: Record<string, number> = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: 3, ArrowUp: -3 };
  if (event.key.length === 1 && digit >= 0) {
    const letter = digit === 0 ? unknownLetter : letterOfColor(colorNames[digit - 1]!);
    if (digit > 0) paint.value = letter;
    set(cursor.value, letter);
    step(1);
  } else if (event.key in moves) step(moves[event.key]!);
  else if (event.key === 'Backspace') {
    step(-1);
    set(cursor.value, unknownLetter);
  } else if (event.key === ' ') press(cursor.value);
  else if (event.key === 'Enter') void show();
  else if (event.key.toLowerCase() === 'v') nextLook();
  else return;
  event.preventDefault();
}

function nextLook() {
  look.value = looks[(looks.indexOf(look.value) + 1) % looks.length]!;
}

function take() {
  letters.value = Array.from(desk.facelets || blank().join(''));
  problem.value = null;
}

function clear() {
  letters.value = blank();
  cursor.value = 0;
  problem.value = null;
}

async function show() {
  working.value = true;
  try {
    const made = await api.ofPosition(facelets.value);
    if (!made.scramble) throw new Problem({ detail: 'This cube is solved: there is nothing to plan.' });
    if (await desk.open(made.scramble, { known: made.known })) open.value = false;
  } catch (cause) {
    if (cause instanceof Problem) problem.value = cause;
    else throw cause;
  } finally {
    working.value = false;
  }
}
</script>

<template>
  <ElDialog v-model="open" title="A position by its stickers" width="min(980px, 96vw)" align-center @opened="begin">
    <p class="soft">
      Hold the {{ preferences.colorOf('white') }} centre up, {{ preferences.colorOf('green') }} in front. Press
      stickers, or type <span class="key">1</span> to <span class="key">6</span> in reading order. The whole cube, or
      only what you know: the four edges of one cross are enough, and a pair too if you like.
    </p>
    <div class="desk">
      <div
        ref="pad"
        class="pad"
        tabindex="0"
        role="group"
        aria-label="Opened cube: 1 to 6 paint, 0 leaves unknown, arrows move"
        aria-describedby="paint-cursor"
        @keydown="type"
      >
        <CubeFlat :facelets :marked="preferences.marks" :cursor :lit="problem?.facelets ?? []" @pick="press" />
      </div>
      <div class="solid">
        <CubeView
          :pose
          :marked="preferences.marks"
          :dark="preferences.isDark"
          :look
          label="The same cube, solid"
          @pick="press"
        />
        <button type="button" class="plain" @click="nextLook">turn it <span class="key wide-only">V</span></button>
      </div>
    </div>
    <p id="paint-cursor" class="visually-hidden" aria-live="polite">{{ place }}</p>
    <div class="paints" role="group" aria-label="Paint">
      <button
        v-for="c in counts"
        :key="c.name"
        type="button"
        class="knob"
        :aria-pressed="paint === c.letter"
        :class="{ over: c.count > 9 }"
        @click="paint = c.letter"
      >
        <i class="dot" :style="{ background: `var(--hue-${c.name})` }" aria-hidden="true" />{{ c.name }} {{ c.count }}
        <span class="key wide-only">{{ c.key }}</span>
      </button>
      <button type="button" class="knob" :aria-pressed="paint === unknownLetter" @click="paint = unknownLetter">
        <i class="dot" :style="{ background: 'var(--hue-unknown)' }" aria-hidden="true" />not known
        <span class="key wide-only">0</span>
      </button>
    </div>
    <p v-if="problem" class="field-error" role="alert">{{ problem.message }}</p>
    <footer>
      <button type="button" class="knob" @click="take">Take the position shown</button>
      <button type="button" class="knob" @click="clear">Clear</button>
      <button type="button" class="knob main" :disabled="working" @click="show">
        Plan this <span class="key wide-only">↵</span>
      </button>
    </footer>
  </ElDialog>
</template>

<style scoped>
.desk {
  display: grid;
  grid-template-columns: 3fr 2fr;
  gap: 12px;
  height: 330px;
  margin: 10px 0;
}

.pad {
  min-height: 0;
  border-radius: 6px;
  cursor: pointer;
}

.solid {
  position: relative;
  min-height: 0;
}

.solid .plain {
  position: absolute;
  right: 0;
  bottom: 0;
}

.paints,
footer {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.paints .over {
  border-color: var(--needle);
  color: var(--needle);
}

footer {
  justify-content: flex-end;
  margin-top: 12px;
}

.field-error {
  margin-top: 8px;
  font-size: 15px;
}

@media (max-width: 640px) {
  .desk {
    grid-template-columns: 1fr;
    height: auto;
  }

  .pad {
    height: 250px;
  }

  .solid {
    height: 220px;
  }
}
</style>
