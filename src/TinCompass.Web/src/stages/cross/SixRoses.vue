<script setup lang="ts">
import { computed, ref } from 'vue';
import { colorNames } from '@/cube/palette';
import { usePreferences } from '@/shared/preferences';
import { useDesk } from '@/desk/deskStore';
import { useCross } from './crossStore';
import Rose from './Rose.vue';

const desk = useDesk();
const cross = useCross();
const preferences = usePreferences();

/** The colours one plans for, and the one that is shown; all six on request. */
const all = ref(false);
const outlooks = computed(() => {
  const every = cross.comparison?.outlooks ?? [];
  if (all.value) return every;
  return every.filter((o) => preferences.habits.colors.includes(o.color) || o.color === desk.color);
});
const hidden = computed(() => (cross.comparison?.outlooks.length ?? 0) - outlooks.value.length);
</script>

<template>
  <section class="roses plate" aria-label="Six cross colours">
    <button
      v-for="outlook in outlooks"
      :key="outlook.color"
      type="button"
      class="card"
      :aria-pressed="outlook.color === desk.color"
      :data-color="outlook.color"
      @click="cross.chooseColor(outlook.color)"
    >
      <span class="key number-key wide-only">{{ colorNames.findIndex((name) => name === outlook.color) + 1 }}</span>
      <span class="rose-box">
        <Rose
          :color="outlook.color"
          :edges="outlook.edges"
          :center="desk.covered ? '?' : String(outlook.length)"
          :covered="desk.covered"
          :selected="outlook.color === desk.color"
        />
      </span>
      <span class="facts">
        <span class="name">{{ outlook.color }}</span>
        <template v-if="!desk.covered">
          <span class="measure"
            ><b>{{ outlook.length }}</b> HTM</span
          >
          <span class="soft">{{ outlook.count === 1 ? '1 way' : `${outlook.count} ways` }}</span>
          <span :class="outlook.badEdges === 0 ? 'good' : 'soft'">{{
            outlook.badEdges === 0 ? 'all good' : `${outlook.badEdges} bad`
          }}</span>
        </template>
        <span v-else class="soft">covered</span>
      </span>
    </button>
    <button v-if="hidden > 0" type="button" class="plain others" @click="all = true">
      {{ hidden }} more {{ hidden === 1 ? 'colour' : 'colours' }}
    </button>
    <p class="legend soft wide-only">
      <span><b>Number</b> fewest turns</span>
      <span><b>Arm</b> one edge; to the rim: home</span>
      <span><b>Broken arm</b> bad edge: two turns to the base</span>
      <span><b>Arc</b> stands in the base, that far from home</span>
    </p>
  </section>
</template>

<style scoped>
.roses {
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  padding: 6px 8px 4px;
}

/* The key stands in the corner, out of the reading line. */
.number-key {
  position: absolute;
  top: 5px;
  left: 5px;
}

.card {
  position: relative;
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 3px 6px;
  border: 1px solid transparent;
  border-radius: 6px;
  background: none;
  text-align: left;
}

.card:hover {
  border-color: var(--hairline);
}

.card[aria-pressed='true'] {
  border-color: var(--needle);
  background: var(--needle-wash);
}

.rose-box {
  flex: none;
  width: 76px;
  height: 76px;
}

.others {
  justify-self: start;
  padding: 0 12px;
}

.facts {
  display: grid;
  min-width: 0;
  font-size: 14px;
  line-height: 1.3;
}

.name {
  font-weight: 600;
}

.measure b {
  font-size: 18px;
}

.legend {
  display: flex;
  grid-column: 1 / -1;
  gap: 22px;
  justify-content: center;
  padding: 2px;
  font-size: 13px;
}

.legend b {
  color: var(--ink);
  font-weight: 600;
}

@media (max-width: 1100px) {
  .card {
    flex-direction: column;
    text-align: center;
  }
}

@media (max-width: 640px) {
  .roses {
    grid-template-columns: repeat(3, 1fr);
  }

  .rose-box {
    width: 84px;
    height: 84px;
  }

  .measure b {
    font-size: 15px;
  }

  .facts {
    font-size: 13px;
  }
}
</style>
