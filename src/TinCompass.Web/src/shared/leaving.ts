import type { RouteLocationNormalized, Router } from 'vue-router';

let onTheWay: string | null = null;

/**
 * Remembers that another view was asked for and is still being fetched. What the view that is left writes into the address
 * meanwhile would call it back.
 */
export function watchLeaving(router: Router) {
  router.beforeEach((to, from) => {
    onTheWay = to.name === from.name ? null : to.fullPath;
  });
  const arrive = (at: RouteLocationNormalized) => {
    if (at.fullPath === onTheWay) onTheWay = null;
  };
  router.afterEach(arrive);
  router.onError((_, to) => arrive(to));
}

/** Another view was asked for and does not stand yet. */
export const isLeaving = () => onTheWay !== null;
