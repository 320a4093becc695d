<script setup lang="ts">
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue';
import { RouterLink, RouterView, useRoute, useRouter } from 'vue-router';
import ClubGate from '@/features/club/ClubGate.vue';
import { useClub } from '@/features/club/clubStore';
import SolverChoice from '@/features/solvers/SolverChoice.vue';
import { heard } from '@/shared/api/client';
import NoticeBar from '@/shared/NoticeBar.vue';
import { useNotices } from '@/shared/notices';
import KeysDialog from '@/shared/keys/KeysDialog.vue';
import { useKeyListener, useKeys } from '@/shared/keys/useKeys';
import { usePreferences } from '@/shared/preferences';

const preferences = usePreferences();
const club = useClub();
const notices = useNotices();
// What the server says beside its answers.
const busy = 'The data are in use by another program; it is tried again.';
let waitsFor = busy;
heard.busy = (isBusy, why = busy) => {
  if (!isBusy) notices.withdraw(waitsFor);
  else if (notices.notice?.text !== why) notices.tell({ text: (waitsFor = why) });
};
heard.skipped = (what) =>
  notices.tell({ text: `Left out, since it cannot be read: ${what}. The server's log says why.` });
onMounted(() => void club.load().catch(() => {}));
const router = useRouter();
const route = useRoute();
const keysOpen = ref(false);
const views = [
  { name: 'today', key: 'D', title: 'Today' },
  { name: 'desk', key: 'P', title: 'Desk' },
  { name: 'casebook', key: 'J', title: 'Casebook' },
  { name: 'timer', key: '0', title: 'Timer' },
  { name: 'record', key: 'R', title: 'Record' },
  { name: 'log', key: 'L', title: 'Log' },
  { name: 'habits', key: 'H', title: 'Habits' },
];
const themeWord = computed(() => (preferences.isDark ? 'light' : 'dark'));

useKeyListener(() => preferences.habits.singleKeys);
// Whoever reads with the ears, or goes by keyboard, begins at the heading of the view.
const area = useTemplateRef('area');
function toHeading() {
  const heading = area.value?.querySelector<HTMLElement>('h1');
  if (!heading) return false;
  heading.tabIndex = -1;
  heading.focus({ preventScroll: true });
  return true;
}
watch(
  () => route.name,
  async (now, before) => {
    if (!before || now === before) return;
    await nextTick();
    // A view that is still on its way has its heading a moment later; whoever types in it by then is left alone.
    if (!toHeading()) setTimeout(() => area.value?.contains(document.activeElement) || toHeading(), 150);
  },
);

useKeys('Everywhere', [
  ...views.map((v) => ({
    keys: [v.key.toLowerCase()],
    shown: v.key,
    does: `go to ${v.title}`,
    run: () => void router.push({ name: v.name }),
  })),
  { keys: ['t'], shown: 'T', does: 'light or dark', run: () => void preferences.toggleTheme() },
  { keys: ['a'], shown: 'A', does: 'marks beside the hues', run: () => void preferences.toggleMarks() },
  { keys: ['?'], shown: '?', does: 'this list', run: () => (keysOpen.value = true) },
]);
</script>

<template>
  <ClubGate v-if="club.isShut" />
  <div v-else class="frame">
    <a href="#view" class="skip" @click.prevent="toHeading">To the view</a>
    <nav class="rail" aria-label="Views">
      <svg class="needle" viewBox="0 0 32 32" aria-hidden="true">
        <circle cx="16" cy="16" r="14" />
        <path d="M16 4l4 12h-8z" class="north" />
        <path d="M16 28l4-12h-8z" class="south" />
      </svg>
      <SolverChoice class="who" />
      <div class="views">
        <RouterLink v-for="view in views" :key="view.name" :to="{ name: view.name }" class="view">
          <span class="letter" aria-hidden="true">{{ view.key }}</span>
          {{ view.title }}
        </RouterLink>
      </div>
      <div class="tools">
        <button type="button" class="tool" :aria-pressed="preferences.marks" @click="preferences.toggleMarks()">
          marks <span class="key wide-only">A</span>
        </button>
        <button type="button" class="tool" @click="preferences.toggleTheme()">
          {{ themeWord }} <span class="key wide-only">T</span>
        </button>
        <RouterLink v-if="club.isClub" :to="{ name: 'club' }" class="tool">club</RouterLink>
        <button type="button" class="tool" @click="keysOpen = true">keys <span class="key wide-only">?</span></button>
      </div>
    </nav>
    <div id="view" ref="area" class="view-area">
      <RouterView />
    </div>
    <KeysDialog v-model="keysOpen" />
  </div>
  <NoticeBar />
</template>

<style scoped>
.frame {
  display: grid;
  grid-template: minmax(0, 1fr) / 108px minmax(0, 1fr);
  height: 100%;
}

/* Seen only when it has the focus. */
.skip {
  position: absolute;
  z-index: 10;
  padding: 8px 14px;
  background: var(--enamel);
  transform: translateY(-200%);
}

.skip:focus {
  transform: none;
}

.rail {
  display: flex;
  flex-direction: column;
  gap: 6px;
  padding: 12px 0 10px;
  overflow-y: auto;
  border-right: 1px solid var(--hairline);
  background: var(--tin-deep);
  scrollbar-width: thin;
}

.needle {
  align-self: center;
  width: 38px;
}

.needle circle {
  fill: var(--enamel);
  stroke: var(--ink-soft);
  stroke-width: 2;
}

.north {
  fill: var(--needle);
}

.south {
  fill: var(--ink-soft);
}

.who {
  margin: 4px 6px 8px;
}

.views {
  display: grid;
  gap: 6px;
}

.view {
  display: grid;
  justify-items: center;
  padding: 10px 0;
  border-left: 4px solid transparent;
  color: var(--ink-soft);
  font-size: 14px;
  text-decoration: none;
}

.view .letter {
  color: var(--ink);
  font-size: 22px;
  font-weight: 700;
  line-height: 1.2;
}

.view.router-link-active {
  border-left-color: var(--needle);
  background: var(--enamel);
  color: var(--ink);
}

.tools {
  display: grid;
  gap: 2px;
  margin-top: auto;
}

.tool {
  display: flex;
  gap: 6px;
  align-items: center;
  justify-content: space-between;
  padding: 6px 10px;
  border: 0;
  background: none;
  color: var(--ink-soft);
  font-size: 13px;
  text-decoration: none;
}

.tool[aria-pressed='true'] {
  color: var(--ink);
  font-weight: 600;
}

.view-area {
  min-width: 0;
  height: 100%;
  overflow: auto;
}

@media (max-height: 720px) {
  .needle {
    display: none;
  }

  .view {
    padding-block: 7px;
  }
}

@media (max-width: 640px) {
  .needle {
    display: inline;
  }

  .frame {
    display: flex;
    flex-direction: column;
    height: auto;
    min-height: 100%;
  }

  .rail {
    position: sticky;
    top: 0;
    z-index: 5;
    flex-flow: row wrap;
    align-items: center;
    padding: 4px 6px 0;
    overflow: visible;
    border-right: 0;
    border-bottom: 1px solid var(--hairline);
  }

  .needle {
    width: 26px;
  }

  .who {
    order: 2;
    min-width: 0;
    margin: 0 4px;
  }

  .who :deep(.soft) {
    display: none;
  }

  .views {
    display: flex;
    flex: 1 1 100%;
    order: 4;
    justify-content: space-between;
    gap: 0;
  }

  .view {
    padding: 10px 4px;
    font-size: 13px;
    border-bottom: 3px solid transparent;
    border-left: 0;
  }

  .view .letter {
    display: none;
  }

  .view.router-link-active {
    border-bottom-color: var(--needle);
    background: none;
  }

  .tools {
    display: flex;
    order: 3;
    margin: 0 0 0 auto;
  }

  .tool {
    padding: 12px 6px;
  }

  .view-area {
    height: auto;
    overflow: visible;
  }
}
</style>
