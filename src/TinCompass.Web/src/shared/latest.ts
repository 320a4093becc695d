/**
 * Of questions that were asked one after the other only the answer to the newest counts: what comes late, for a solver or a page that is
 * no longer looked at, is passed over. Call the answer when asking; what it gives says whether nothing was asked since.
 */
export function latest(): () => () => boolean {
  let asked = 0;
  return () => {
    const mine = ++asked;
    return () => mine === asked;
  };
}
