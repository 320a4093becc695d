import { useStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { sizeOf } from '@/cube/facelets';
import { api, Problem, type Session, type Task, type Verdict } from '@/shared/api/client';
import { newKey } from '@/shared/ids';
import { usePreferences } from '@/shared/preferences';

/** Where a task stands: not begun or paused, asked, committed to (the clock has stopped, the plan is entered), judged, all over. */
export type Stage = 'idle' | 'asked' | 'committed' | 'judged' | 'over';

/** Turning for this long without a rest, a break is offered. */
const breakAfterMs = 25 * 60_000;
const restMs = 8 * 60_000;

/** A practice session: one task after the other against the clock. The server keeps it; here is only what is on the screen. */
export const useDrill = defineStore('drill', () => {
  const preferences = usePreferences();

  const session = shallowRef<Session | null>(null);
  const task = shallowRef<Task | null>(null);
  const verdict = shallowRef<Verdict | null>(null);
  /** Turns that make the open task's position on one's own cube; they come a moment after a task that is turned. */
  const scramble = ref('');
  const stage = ref<Stage>('idle');
  const problem = shallowRef<Problem | null>(null);
  const chosen = ref<string[]>([]);
  const typed = ref('');
  const hint = ref('');
  const answering = ref(false);
  /** Time before the last pause, and since when the clock runs, in ms. */
  const before = ref(0);
  const since = ref<number | null>(null);
  const firstMs = ref<number | null>(null);
  const turning = useStorage('tin-compass.turning', { ms: 0, at: 0 });
  let hints = 0;
  let key = newKey();

  const elapsed = (now: number) => before.value + (since.value === null ? 0 : now - since.value);
  const breakIsDue = computed(() => turning.value.ms >= breakAfterMs);

  async function start(programme: string, length: { minutes?: number; tasks?: number }) {
    await guard(async () => {
      const begun = await api.startSession({
        solverId: preferences.solverId,
        programme,
        minutes: length.minutes ?? null,
        tasks: length.tasks ?? null,
      });
      take(begun);
      ask();
    });
  }

  /** Finds the session that was left open: by this page, another one, or a server that died. It waits until one goes on. */
  async function find() {
    await guard(async () => {
      const left = await api.openSession(preferences.solverId);
      if (left) take(left);
      else {
        session.value = null;
        task.value = null;
        stage.value = 'idle';
      }
    });
  }

  function take(now: Session) {
    session.value = now;
    show(now.task);
    verdict.value = null;
    stage.value = now.isOver ? 'over' : 'idle';
    resetAnswer();
  }

  function show(next: Task | null) {
    task.value = next;
    scramble.value = '';
    // Of a bigger cube no scramble is looked for.
    if (next?.kind === 'turns' && sizeOf(next.facelets) === 3) void findScramble(next);
  }

  async function findScramble(next: Task) {
    try {
      const made = await api.ofPosition(next.facelets);
      if (task.value === next) scramble.value = made.scramble;
    } catch {
      // The task can be turned on the screen without it.
    }
  }

  function resetAnswer() {
    chosen.value = [];
    typed.value = '';
    hint.value = '';
    hints = 0;
    before.value = 0;
    since.value = null;
    firstMs.value = null;
    key = newKey();
  }

  /** Shows the open task and lets the clock run. */
  function ask() {
    if (!task.value) return;
    stage.value = firstMs.value !== null && task.value.kind === 'turns' ? 'committed' : 'asked';
    since.value = performance.now();
  }

  function pause() {
    if (stage.value !== 'asked' && stage.value !== 'committed') return;
    before.value = elapsed(performance.now());
    since.value = null;
    stage.value = 'idle';
  }

  /** The first key of an answer: where turns are entered it ends the planning. */
  function commit() {
    if (stage.value !== 'asked') return;
    firstMs.value ??= Math.round(elapsed(performance.now()));
    if (task.value?.kind === 'turns') stage.value = 'committed';
  }

  async function choose(option: string) {
    if (stage.value !== 'asked' || !task.value) return;
    firstMs.value ??= Math.round(elapsed(performance.now()));
    if (task.value.kind === 'marks') {
      chosen.value = chosen.value.includes(option)
        ? chosen.value.filter((o) => o !== option)
        : [...chosen.value, option];
      return;
    }
    chosen.value = [option];
    await submit();
  }

  async function submit() {
    const [open, asked] = [session.value, task.value];
    if (!open || !asked || answering.value || (stage.value !== 'asked' && stage.value !== 'committed')) return;
    const total = Math.round(elapsed(performance.now()));
    answering.value = true;
    await guard(async () => {
      const judged = await api.answerTask(open.id, {
        key,
        number: asked.number,
        answer: asked.kind === 'turns' ? typed.value : chosen.value.join(','),
        firstMs: Math.min(firstMs.value ?? total, total, 3_600_000),
        totalMs: Math.min(total, 3_600_000),
        hints,
      });
      rest(total);
      verdict.value = judged;
      session.value = judged.session;
      stage.value = 'judged';
      before.value = total;
      since.value = null;
    });
    answering.value = false;
    if (problem.value?.code === 'task-over') await recover();
  }

  /** Answered in another window meanwhile: the session goes on where it is now. */
  async function recover() {
    const told = problem.value;
    if (session.value) take(await api.session(session.value.id));
    problem.value = told;
  }

  function next() {
    if (stage.value !== 'judged' || !session.value) return;
    take(session.value);
    ask();
  }

  async function askHint() {
    const [open, asked] = [session.value, task.value];
    if (!open || !asked || (stage.value !== 'asked' && stage.value !== 'committed')) return;
    await guard(async () => {
      hint.value = (await api.hint(open.id, asked.number)).words;
      hints++;
    });
  }

  async function end() {
    const open = session.value;
    if (!open || open.isOver) return;
    await guard(async () => take(await api.endSession(open.id)));
  }

  /** Counts time on tasks; a rest of some minutes begins anew. */
  function rest(ms: number) {
    const now = Date.now();
    turning.value = { ms: (now - turning.value.at > restMs ? 0 : turning.value.ms) + ms, at: now };
  }

  function tookBreak() {
    turning.value = { ms: 0, at: Date.now() };
  }

  async function guard(work: () => Promise<void>) {
    problem.value = null;
    try {
      await work();
    } catch (cause) {
      if (cause instanceof Problem) problem.value = cause;
      else throw cause;
    }
  }

  return {
    session,
    task,
    scramble,
    verdict,
    stage,
    problem,
    chosen,
    typed,
    hint,
    answering,
    firstMs,
    before,
    since,
    elapsed,
    breakIsDue,
    tookBreak,
    start,
    find,
    ask,
    pause,
    commit,
    choose,
    submit,
    next,
    askHint,
    end,
  };
});
