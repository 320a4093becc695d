<script setup lang="ts">
import { ref } from 'vue';
import { colorNames, type ColorName } from '@/cube/palette';

/**
 * The colours of the solver's cube, as it is held for scrambling: press two faces and they change places, so no colour
 * is ever there twice.
 */
const props = defineProps<{ scheme: readonly string[] }>();
const emit = defineEmits<{ change: [scheme: ColorName[]] }>();

const faces = ['up', 'down', 'front', 'back', 'right', 'left'];
const areas = ['u', 'd', 'f', 'b', 'r', 'l'];
const first = ref<number | null>(null);

function press(face: number) {
  if (first.value === null) first.value = face;
  else {
    const scheme = [...props.scheme] as ColorName[];
    [scheme[face], scheme[first.value]] = [scheme[first.value]!, scheme[face]!];
    first.value = null;
    if (scheme.some((name, i) => name !== props.scheme[i])) emit('change', scheme);
  }
}
</script>

<template>
  <p class="soft">
    {{
      first === null
        ? 'As you hold it for a scramble. Press two faces to exchange their colours.'
        : `${faces[first]} changes places with …`
    }}
  </p>
  <div class="net" role="group" aria-label="Colours of the faces">
    <button
      v-for="(name, i) in scheme"
      :key="i"
      type="button"
      class="face"
      :style="{ gridArea: areas[i], background: `var(--hue-${name})` }"
      :aria-pressed="first === i"
      :data-face="faces[i]"
      @click="press(i)"
    >
      <span class="label"
        ><b>{{ faces[i] }}</b> {{ name }}</span
      >
    </button>
  </div>
  <button
    v-if="scheme.some((name, i) => name !== colorNames[i])"
    type="button"
    class="knob usual"
    @click="emit('change', [...colorNames])"
  >
    The usual scheme
  </button>
</template>

<style scoped>
.net {
  display: grid;
  grid-template-areas: '. u . .' 'l f r b' '. d . .';
  grid-template-columns: repeat(4, minmax(0, 76px));
  grid-auto-rows: 58px;
  gap: 4px;
}

.face {
  display: grid;
  align-content: center;
  justify-items: center;
  padding: 2px;
  border: 2px solid var(--cubie);
  border-radius: 6px;
  font-size: 13px;
  line-height: 1.2;
}

/* A label of its own: no ink is readable on all six hues. */
.label {
  display: grid;
  padding: 1px 6px;
  border-radius: 4px;
  background: var(--enamel);
  color: var(--ink);
}

.face[aria-pressed='true'] {
  outline: 3px solid var(--needle);
  outline-offset: 1px;
}

.usual {
  justify-self: start;
}
</style>
