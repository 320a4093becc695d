<script setup lang="ts">
import { onUnmounted, ref, shallowRef, watch } from 'vue';
import { useLiveCube } from '@/features/timer/useLiveCube';
import { api, Problem, type CycleFollowed, type CycleWay } from '@/shared/api/client';
import { latest } from '@/shared/latest';
import { usePreferences } from '@/shared/preferences';
import { primes } from '@/shared/text';

/** One's own turns on a way, typed or made on a cube that reports them: the page says what of it is still open. */
const props = defineProps<{ stickers: string; way: CycleWay }>();
const emit = defineEmits<{ followed: [followed: CycleFollowed | null] }>();
const preferences = usePreferences();
const made = ref('');
const problem = shallowRef<Problem | null>(null);
const newest = latest();
/** Whose cube is followed. */
const followed = ref<number | null>(null);
const { cube } = useLiveCube(followed, () => {});
let seen: number | null = null;

watch(cube, (now) => {
  if (!now?.connected) return;
  const fresh = seen === null ? 0 : Math.max(0, now.made - seen);
  seen = now.made;
  if (fresh === 0) return;
  made.value = [made.value.trim(), ...now.last.split(' ').slice(-fresh)].filter(Boolean).join(' ');
});

function follow() {
  seen = null;
  followed.value = followed.value === null ? preferences.solverId : null;
}

watch(made, async (text) => {
  const isNewest = newest();
  if (!text.trim()) {
    problem.value = null;
    emit('followed', null);
    return;
  }
  try {
    const { setup, a, b } = props.way;
    const at = await api.followCycle({ stickers: props.stickers, setup, a, b, made: text }, null);
    if (!isNewest()) return;
    problem.value = null;
    emit('followed', at);
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    if (isNewest()) problem.value = cause;
  }
});
onUnmounted(() => emit('followed', null));
</script>

<template>
  <div class="follow">
    <label for="cycle-made">Your turns</label>
    <input
      id="cycle-made"
      v-model="made"
      class="field sequence"
      placeholder="as you make them"
      autocomplete="off"
      autocapitalize="off"
      spellcheck="false"
      :aria-invalid="problem !== null"
    />
    <button v-if="made" type="button" class="knob" @click="made = ''">Begin again</button>
    <button
      v-if="preferences.solverId !== null"
      type="button"
      class="knob"
      :aria-pressed="followed !== null"
      @click="follow"
    >
      Follow my cube
    </button>
    <p v-if="problem" class="field-error" role="alert">{{ primes(problem.message) }}</p>
    <p v-else-if="followed !== null && !cube?.connected" class="soft" role="status">No cube reports its turns yet.</p>
  </div>
</template>

<style scoped>
.follow {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}

.field {
  flex: 1;
  min-width: 120px;
}

p {
  flex-basis: 100%;
}
</style>
