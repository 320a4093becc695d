<script setup lang="ts">
import { onBeforeUnmount, shallowRef } from 'vue';
import CubeView from '@/cube/CubeView.vue';
import { api, Problem, type Schemas } from '@/shared/api/client';
import { usePreferences } from '@/shared/preferences';
import { turns as turnsOf } from '@/shared/text';

/** A solve turned after the fact: dragged on the cube, or with a button for each turn. What is turned is kept by itself. */
const props = defineProps<{ scramble: string; turns: string }>();
const emit = defineEmits<{ change: [turns: string] }>();
const preferences = usePreferences();
const stand = shallowRef<Schemas['StandResponse'] | null>(null);
const problem = shallowRef<Problem | null>(null);
/** The turns so far: ahead of what the server has read, as one turns faster than it answers. */
const made = shallowRef<readonly string[]>([]);
let running = new AbortController();
/** What is turned is kept when the hands rest for a moment, so that one keeping never overtakes another. */
const restMs = 400;
let keeping = 0;
onBeforeUnmount(() => {
  running.abort();
  if (keeping) keep();
});

const letters = ['R', 'U', 'F', 'L', 'D', 'B', 'M', 'x', 'y', 'z'];

async function look(text: string) {
  running.abort();
  running = new AbortController();
  const { signal } = running;
  try {
    const found = await api.stand(props.scramble, text, signal);
    if (signal.aborted) return;
    [stand.value, problem.value] = [found, null];
    made.value = found.turns.split(' ').filter((t) => t !== '');
  } catch (cause) {
    if (cause instanceof DOMException) return;
    if (!(cause instanceof Problem)) throw cause;
    problem.value = cause;
  }
}
void look(props.turns);

function keep() {
  clearTimeout(keeping);
  keeping = 0;
  emit('change', made.value.join(' '));
}

function set(turns: readonly string[]) {
  made.value = turns;
  void look(turns.join(' '));
  clearTimeout(keeping);
  keeping = window.setTimeout(keep, restMs);
}
const turn = (name: string) => set([...made.value, name]);
const undo = () => set(made.value.slice(0, -1));
</script>

<template>
  <div class="turning" role="group" aria-label="Turn it on the screen">
    <div v-if="stand" class="stands">
      <CubeView
        :pose="{ facelets: stand.facelets, motion: null }"
        label="The cube after these turns"
        :marked="preferences.marks"
        :dark="preferences.isDark"
        look="front"
        turnable
        @turn="turn"
      />
    </div>
    <div class="letters">
      <template v-for="letter in letters" :key="letter">
        <button type="button" class="knob small" :data-turn="letter" @click="turn(letter)">{{ letter }}</button>
        <button type="button" class="knob small" :data-turn="`${letter}'`" @click="turn(`${letter}'`)">
          {{ letter }}′
        </button>
      </template>
      <button type="button" class="knob small" :disabled="made.length === 0" data-test="undo-turn" @click="undo">
        undo
      </button>
    </div>
    <p v-if="stand" role="status" data-test="stands">
      {{ stand.isSolved ? `Solved in ${turnsOf(stand.htm)}.` : `${turnsOf(stand.htm)} so far; not solved yet.` }}
    </p>
    <p v-if="problem" class="field-error" role="alert">{{ problem.message }}</p>
  </div>
</template>

<style scoped>
.turning {
  display: grid;
  gap: 6px;
}

.stands {
  height: 190px;
}

.letters {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}

.letters .knob {
  min-width: 34px;
  padding: 2px 6px;
}
</style>
