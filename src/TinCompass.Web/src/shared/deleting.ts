import { api, Problem, type Deleted } from './api/client';
import { useNotices } from './notices';

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
        try {
          await api.restoreDeleted(gone.id);
        } catch (cause) {
          if (!(cause instanceof Problem)) throw cause;
          notices.tell({ text: cause.message });
        }
        await refresh();
      },
    });
  } catch (cause) {
    if (!(cause instanceof Problem)) throw cause;
    notices.tell({ text: cause.message });
  }
}
