<script setup lang="ts">
import { computed } from 'vue';
import { useDesk } from '@/desk/deskStore';
import { useStops } from '@/desk/stopStore';

/** Which ways for pairs are looked for: without a rotation, with halves kept, by some faces alone. */
const desk = useDesk();
const stops = useStops();
const keep = 'f2l.keep-halves';
const only = 'f2l.only-';
const sets = ['', 'RU', 'RUF', 'RUL', 'LU'];
const faces = computed(() => stops.filters.find((f) => f.startsWith(only))?.slice(only.length) ?? '');

function turnOver() {
  desk.noRotation = !desk.noRotation;
  void desk.enter();
}

function keepHalves() {
  desk.wishes = desk.wishes.includes(keep) ? [] : [keep];
  void desk.enter();
}

function setFaces(event: Event) {
  const set = (event.target as HTMLSelectElement).value;
  stops.filters = set ? [only + set] : [];
  void desk.enter();
}
</script>

<template>
  <label><input type="checkbox" :checked="desk.noRotation" @change="turnOver" /> no rotation</label>
  <label><input type="checkbox" :checked="desk.wishes.includes(keep)" @change="keepHalves" /> keep halves</label>
  <label>
    turns
    <select :value="faces" aria-label="Which faces may be turned" @change="setFaces">
      <option v-for="set in sets" :key="set" :value="set">{{ set ? set.split('').join(' ') : 'all' }}</option>
    </select>
  </label>
</template>

<style scoped>
label {
  color: var(--ink-soft);
}

select {
  border: 1px solid var(--hairline);
  border-radius: 4px;
  background: var(--enamel);
}
</style>
