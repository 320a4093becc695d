import { describe, expect, it } from 'vitest';
import { createMemoryHistory, createRouter, type RouteComponent } from 'vue-router';
import { isLeaving, watchLeaving } from '@/shared/leaving';

const view: RouteComponent = { render: () => null };

/** A desk, and a club whose view comes when the test says so. */
async function begun() {
  let come!: (found: RouteComponent) => void;
  let fail!: (cause: Error) => void;
  const fetched = new Promise<RouteComponent>((resolve, reject) => ([come, fail] = [resolve, reject]));
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/desk', name: 'desk', component: view },
      { path: '/club', name: 'club', component: () => fetched },
    ],
  });
  watchLeaving(router);
  await router.push('/desk');
  /** What the desk does when something it shows has changed. */
  const write = () => (isLeaving() ? Promise.resolve() : router.replace({ name: 'desk', query: { scramble: 'R' } }));
  return { router, come, fail, write };
}

describe('leaving a view', () => {
  it('is not undone by what the view writes into the address while the next is fetched', async () => {
    const { router, come, write } = await begun();
    expect(isLeaving()).toBe(false);
    const leaving = router.push('/club');
    await new Promise((done) => setTimeout(done));
    expect(isLeaving()).toBe(true);
    await write();
    come(view);
    await leaving;
    expect(router.currentRoute.value.name).toBe('club');
    expect(isLeaving()).toBe(false);
  });

  it('is over when the next view cannot be fetched, and the address is written again', async () => {
    const { router, fail, write } = await begun();
    const leaving = router.push('/club').catch(() => undefined);
    await new Promise((done) => setTimeout(done));
    expect(isLeaving()).toBe(true);
    fail(new Error('gone'));
    await leaving;
    expect(isLeaving()).toBe(false);
    await write();
    expect(router.currentRoute.value.fullPath).toBe('/desk?scramble=R');
  });
});
