/** Scrolls a list, and only the list, so that its marked row can be seen. */
export function keepInView(list: HTMLElement | null) {
  const row = list?.querySelector<HTMLElement>('[aria-current]');
  if (!list || !row) return;
  const frame = list.getBoundingClientRect();
  const place = row.getBoundingClientRect();
  if (place.top < frame.top) list.scrollTop -= frame.top - place.top;
  else if (place.bottom > frame.bottom) list.scrollTop += place.bottom - frame.bottom;
}
