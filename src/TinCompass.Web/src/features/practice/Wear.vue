<script setup lang="ts">
import { computed } from 'vue';
import type { Today } from '@/shared/api/client';

/** Wear: how polished a drill's cases are. Dull tin is new, then it brightens; what is fast shines in verdigris. */
const props = defineProps<{ topic: Today['topics'][number] }>();

const parts = computed(() => [
  { name: 'fast', count: props.topic.fast },
  { name: 'known', count: props.topic.known },
  { name: 'learning', count: props.topic.learning },
  { name: 'new', count: props.topic.new },
]);
const words = computed(() =>
  props.topic.levels > 2
    ? `level ${props.topic.level} of ${props.topic.levels}`
    : parts.value
        .filter((p) => p.count > 0)
        .map((p) => `${p.count} ${p.name}`)
        .join(', '),
);
</script>

<template>
  <span class="wear">
    <span class="bar" aria-hidden="true">
      <template v-if="topic.levels > 2">
        <i class="known" :style="{ flexGrow: topic.level }" /><i
          class="new"
          :style="{ flexGrow: topic.levels - topic.level }"
        />
      </template>
      <template v-else>
        <i v-for="part in parts" :key="part.name" :class="part.name" :style="{ flexGrow: part.count }" />
      </template>
    </span>
    <span class="soft">{{ words }}</span>
  </span>
</template>

<style scoped>
/* Laid out by the button it stands in: the words beside the title, the bar below both. */
.wear {
  display: contents;
  font-size: 13px;
}

.wear .soft {
  grid-row: 1;
  grid-column: 2;
  justify-self: end;
  font-size: 13px;
}

.bar {
  grid-row: 2;
  grid-column: 1 / -1;
}

.bar {
  display: flex;
  height: 12px;
  overflow: hidden;
  border: 1px solid var(--ink-soft);
  border-radius: 6px;
  background: var(--enamel-low);
}

.bar i {
  flex-basis: 0;
}

.fast {
  background: var(--verdigris);
}

.known {
  background: color-mix(in srgb, var(--verdigris) 55%, var(--enamel));
}

.learning {
  background: repeating-linear-gradient(45deg, var(--ink-soft) 0 2px, transparent 2px 6px);
}
</style>
