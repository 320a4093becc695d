import { ref, watch, type Ref } from 'vue';
import { useRoute, useRouter, type LocationQuery } from 'vue-router';
import { isLeaving } from './leaving';

/** A word of the address that a view shows, chooses and keeps: a reload or a link shows the same. What is usual is left out. */
export function useWord(name: string, usual: string | (() => string)): Ref<string> {
  const route = useRoute();
  const router = useRouter();
  const home = route.name;
  const usualNow = () => (typeof usual === 'string' ? usual : usual());
  const read = () => {
    const value = route.query[name];
    return typeof value === 'string' && value ? value : usualNow();
  };
  const word = ref(read());
  watch(word, (value) => {
    if (value === read() || route.name !== home || isLeaving()) return;
    const others = Object.fromEntries(Object.entries(pending.query ?? route.query).filter(([key]) => key !== name));
    const query = value === usualNow() ? others : { ...others, [name]: value };
    // Two words that change at once go into one address.
    pending.query = query;
    void router.replace({ query }).finally(() => (pending.query = null));
  });
  // What is usual may come later than the view, as a solver's habits do.
  watch(
    () => [route.query[name], usualNow()],
    () => {
      if (route.name === home) word.value = read();
    },
  );
  return word;
}

const pending: { query: LocationQuery | null } = { query: null };

/** The same for a number. */
export function useNumber(name: string, usual: number): Ref<number> {
  const word = useWord(name, String(usual));
  const number = ref(toNumber(word.value));
  function toNumber(text: string) {
    const value = Number.parseInt(text, 10);
    return Number.isFinite(value) && value >= 0 ? value : usual;
  }
  watch(word, (text) => (number.value = toNumber(text)));
  watch(number, (value) => (word.value = String(value)));
  return number;
}
