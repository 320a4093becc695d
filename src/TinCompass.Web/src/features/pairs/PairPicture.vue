<script setup lang="ts">
import { computed } from 'vue';
import { colorOfLetter, hue, marks } from '@/cube/palette';

/**
 * A slot as an opened corner of the tin, seen from straight above: the top in the middle, the slot's two sides folded out in their own directions. Arcs join the stickers of the slot's edge and corner, which the
 * folding took apart. What does not matter is bare tin.
 */
const props = defineProps<{ facelets: string; marked: boolean; place: string }>();

type Side = 'F' | 'R' | 'B' | 'L';
const first: Record<Side, number> = { F: 18, B: 27, R: 36, L: 45 };

/** Where a sticker of a folded-out side lies, the top being 0 to 2 both ways, with the back at 0. */
function folded(side: Side, row: number, column: number): [number, number] {
  if (side === 'F') return [column, 3 + row];
  if (side === 'B') return [2 - column, -1 - row];
  if (side === 'R') return [3 + row, 2 - column];
  return [-1 - row, column];
}

const sides = computed<Side[]>(() => [/^b/i.test(props.place) ? 'B' : 'F', /r$/i.test(props.place) ? 'R' : 'L']);
const origin = computed(() => [sides.value[1] === 'L' ? -3 : 0, sides.value[0] === 'B' ? -3 : 0] as const);

const stickers = computed(() => {
  const found: { x: number; y: number; fill: string | null; mark: string }[] = [];
  const add = (index: number, [x, y]: [number, number]) => {
    const letter = props.facelets[index] ?? '.';
    const color = colorOfLetter(letter);
    found.push({ x, y, fill: letter === '.' ? null : hue(color), mark: letter === '.' ? '' : (marks[color] ?? '') });
  };
  for (let row = 0; row < 3; row++)
    for (let column = 0; column < 3; column++) {
      add(row * 3 + column, [column, row]);
      for (const side of sides.value) add(first[side] + row * 3 + column, folded(side, row, column));
    }
  return found;
});

/** Quarter circles about the slot's corner of the top, through the edge's and through the corner's stickers. */
const arcs = computed(() => {
  const [cx, cy] = [sides.value[1] === 'R' ? 3 : 0, sides.value[0] === 'F' ? 3 : 0];
  const [dx, dy] = [sides.value[1] === 'R' ? 1 : -1, sides.value[0] === 'F' ? 1 : -1];
  const sweep = dx * dy > 0 ? 0 : 1;
  return [1.5, 2.5].map((r) => `M${cx} ${cy + dy * r}A${r} ${r} 0 0 ${sweep} ${cx + dx * r} ${cy}`);
});
</script>

<template>
  <svg :viewBox="`${origin[0] - 0.15} ${origin[1] - 0.15} 6.3 6.3`" class="picture" aria-hidden="true">
    <path v-for="arc in arcs" :key="arc" :d="arc" class="arc" />
    <rect x="-0.06" y="-0.06" width="3.12" height="3.12" rx="0.3" class="lid" />
    <g v-for="(s, i) in stickers" :key="i" :transform="`translate(${s.x} ${s.y})`">
      <rect
        x="0.07"
        y="0.07"
        width="0.86"
        height="0.86"
        rx="0.2"
        :fill="s.fill ?? undefined"
        :class="s.fill ? 'sticker' : 'bare'"
      />
      <path v-if="marked && s.mark" :d="s.mark" transform="scale(0.01)" class="mark" />
    </g>
  </svg>
</template>

<style scoped>
.picture {
  width: 100%;
  height: 100%;
}

.lid {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.1;
}

.sticker {
  stroke: var(--cubie);
  stroke-width: 0.07;
}

.bare {
  fill: none;
  stroke: var(--hairline);
  stroke-width: 0.05;
}

.arc {
  fill: none;
  stroke: var(--needle);
  stroke-width: 0.07;
  stroke-dasharray: 0.18 0.14;
}

.mark {
  fill: #1b2022;
  fill-rule: evenodd;
  opacity: 0.75;
}
</style>
