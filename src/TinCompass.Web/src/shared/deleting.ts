import { onBeforeUnmount } from 'vue';
import { api, Problem, type Deleted } from './api/client';
import { useNotices } from './notices';

const shown = new Set<() => unknown>();

/** While this view is shown it is looked at anew when something has been put back, wherever it was deleted. */
export function whenPutBack(look: () => unknown) {
  shown.add(look);
  onBeforeUnmount(() => shown.delete(look));
}

/** Restores something, and says what could not be restored. */
export async function putBack(id: number, what: string) {
  const notices = useNotices();
  try {
    const { rows, left } = await api.restoreDeleted(id);
    if (left > 0)
      notices.tell({
        text:
          `Restored ${rows} of ${rows + left} rows of ${what}. The others stay in the bin: ` +
          "they're there already, or what they belong to is deleted too.",
      });
    return left === 0;
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    notices.tell({ text: cause.message });
    return false;
  }
}

/** Deletes something and offers to put it back; what is shown is looked at anew after both. */
export async function deleting(what: string, remove: () => Promise<Deleted>, refresh: () => unknown) {
  const notices = useNotices();
  try {
    const gone = await remove();
    await refresh();
    notices.tell({
      text: `${what} is deleted; for thirty days it can be put back.`,
      action: 'Undo',
      run: async () => {
        await putBack(gone.id, what);
        await Promise.all([...new Set([refresh, ...shown])].map((look) => look()));
      },
    });
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    notices.tell({ text: cause.message });
  }
}
