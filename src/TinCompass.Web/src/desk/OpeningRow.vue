<script setup lang="ts">
import { computed, ref } from 'vue';
import { colorNames } from '@/cube/palette';
import type { Opening } from '@/shared/api/client';
import { useDesk } from './deskStore';
import { useOpenings } from './openingStore';

/** What the method can begin with, compared: cards to choose from; those that the solver's habits allow, the others on request. */
const desk = useDesk();
const openings = useOpenings();
const all = ref(false);

const shown = computed(() => {
  const allowed = openings.allowed;
  if (openings.face?.showsAll) return [...allowed, ...openings.all.filter((o) => !allowed.includes(o))];
  return openings.all.filter((o) => all.value || allowed.includes(o) || o === openings.current);
});
const hidden = computed(() => openings.all.length - shown.value.length);
/** Base by base, where several have the same base alone. */
const groups = computed(() => {
  const bases = colorNames.map((base) => ({
    base: base as string,
    openings: shown.value.filter((o) => o.bases.length === 1 && o.bases[0] === base),
  }));
  return bases.some((b) => b.openings.length > 1)
    ? bases.filter((b) => b.openings.length > 0)
    : [{ base: '', openings: shown.value }];
});
const shortest = computed(() => Math.min(...shown.value.map((o) => o.length)));
const ways = ({ count }: Opening) => (count === 1 ? '1 way' : `${count} ways`);
const told = ({ ready, facts }: Opening) => [
  ready.length > 0 ? `ready: ${ready.join(', ')}` : 'nothing is ready yet',
  ...facts.map((f) => f.words),
];
/** What is read aloud; a large card says it in words itself. */
const label = (o: Opening) =>
  openings.face?.isLarge
    ? undefined
    : desk.covered
      ? o.title
      : [`${o.title}: ${o.length} HTM`, ways(o), ...told(o)].join(', ');
const keys = computed(() => [0, 1, 2, 3, 4, 5].map((n) => openings.keyed(n)));
/** The key that chooses it; empty where none does. */
const keyOf = (opening: Opening) => String(keys.value.indexOf(opening) + 1 || '');
</script>

<template>
  <section class="openings plate" :class="{ large: openings.face?.isLarge }" :aria-label="openings.face?.label">
    <div v-for="group in groups" :key="group.base" :class="{ group: group.base }">
      <span v-if="group.base" class="soft on">
        <i class="dot" :style="{ background: `var(--hue-${group.base})` }" aria-hidden="true" /> on {{ group.base }}
      </span>
      <button
        v-for="opening in group.openings"
        :key="opening.title"
        type="button"
        class="card"
        :aria-pressed="opening === openings.current"
        :data-opening="opening.title"
        :title="desk.covered ? undefined : told(opening).join('; ')"
        :aria-label="label(opening)"
        @click="openings.choose(opening)"
      >
        <span v-if="keyOf(opening)" class="key wide-only">{{ keyOf(opening) }}</span>
        <component :is="openings.face.picture" v-if="openings.face?.picture" :opening :covered="desk.covered" />
        <template v-else>
          <i
            v-for="color in opening.swatches"
            :key="color"
            class="dot"
            :style="{ background: `var(--hue-${color})` }"
            aria-hidden="true"
          />
        </template>
        <span v-if="openings.face?.isLarge" class="facts">
          <span class="name">{{ opening.bases[0] }}</span>
          <template v-if="!desk.covered">
            <span class="measure"
              ><b>{{ opening.length }}</b> HTM</span
            >
            <span class="soft">{{ ways(opening) }}</span>
            <span
              v-for="fact in opening.facts"
              :key="fact.words"
              :class="opening.pieces.every((p) => p.good) ? 'good' : 'soft'"
              >{{ fact.words }}</span
            >
          </template>
          <span v-else class="soft">covered</span>
        </span>
        <span v-else-if="!desk.covered" class="measure" :class="{ good: opening.length === shortest }"
          ><b>{{ opening.length }}</b
          ><span class="soft count"> {{ opening.count }}</span></span
        >
      </button>
    </div>
    <p v-if="openings.current && openings.current.bases.length > 1" class="bases">
      <span class="soft">base</span>
      <button
        v-for="color in openings.current.bases"
        :key="color"
        type="button"
        class="plain"
        :aria-pressed="color === desk.color"
        :data-base="color"
        @click="openings.choose(openings.current, color)"
      >
        <i class="dot" :style="{ background: `var(--hue-${color})` }" aria-hidden="true" /> {{ color }}
      </button>
    </p>
    <button v-if="hidden > 0" type="button" class="plain others" @click="all = true">{{ hidden }} more</button>
    <p class="legend soft wide-only">
      <span v-for="[mark, means] in openings.face?.legend() ?? []" :key="mark"
        ><b>{{ mark }}</b> {{ means }}</span
      >
    </p>
  </section>
</template>

<style scoped>
.openings,
.openings > div {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
}

.openings {
  padding: 6px 10px 4px;
}

.openings > .group {
  flex-wrap: nowrap;
  gap: 2px;
}

.openings.large {
  display: grid;
  grid-template-columns: repeat(6, 1fr);
  gap: 0;
  align-items: stretch;
  padding: 6px 8px 4px;
}

.openings.large > div {
  display: contents;
}

.on {
  display: flex;
  gap: 5px;
  align-items: center;
  font-size: 13px;
  white-space: nowrap;
}

.card {
  position: relative;
  display: flex;
  gap: 5px;
  align-items: center;
  padding: 3px 5px;
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

.large .card {
  gap: 8px;
  padding: 3px 6px;
}

/* The key stands in the corner, out of the reading line. */
.large .key {
  position: absolute;
  top: 5px;
  left: 5px;
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
  font-size: 17px;
}

.count {
  margin-left: 5px;
  font-size: 12px;
}

.bases {
  display: flex;
  gap: 6px;
  align-items: center;
  margin: 0;
  font-size: 13px;
}

.others {
  justify-self: start;
}

.large .others {
  padding: 0 12px;
}

.legend {
  display: flex;
  flex: 1 1 100%;
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
  .large .card {
    flex-direction: column;
    text-align: center;
  }
}

@media (max-width: 640px) {
  .openings > .group {
    flex-wrap: wrap;
  }

  .on {
    flex: 1 1 100%;
  }

  .openings.large {
    grid-template-columns: repeat(3, 1fr);
  }

  .facts {
    font-size: 13px;
  }

  .large .measure b {
    font-size: 15px;
  }
}
</style>
