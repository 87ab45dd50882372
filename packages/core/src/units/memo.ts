import { LRUCache } from 'lru-cache';

/**
 * Remembering answers of pure functions. What stands here is the only code of core that keeps anything between calls
 * (ESLint holds that): none of it can change an answer, only how soon it comes. See docs/decisions/0010.
 */

/**
 * A pure function that keeps its answer with the object it was computed from, and is freed together with it. The object
 * must never be changed.
 */
export function weakMemo<K extends object, V>(make: (of: K) => V): (of: K) => V {
  const kept = new WeakMap<K, { readonly value: V }>();
  return (of) => {
    let found = kept.get(of);
    if (!found) kept.set(of, (found = { value: make(of) }));
    return found.value;
  };
}

/** The same for an answer that follows from two objects. */
export function weakMemo2<A extends object, B extends object, V>(make: (a: A, b: B) => V): (a: A, b: B) => V {
  const byFirst = weakMemo((a: A) => weakMemo((b: B) => make(a, b)));
  return (a, b) => byFirst(a)(b);
}

/** A pure function that keeps its answer for the object it was asked about last: for answers too large to keep many. */
export function lastMemo<K extends object, V>(make: (of: K) => V): (of: K) => V {
  let last: { readonly of: K; readonly value: V } | null = null;
  return (of) => {
    if (last?.of !== of) last = { of, value: make(of) };
    return last.value;
  };
}

/** With each first object the answer for the second one that was asked about last. */
export function weakMemoOfLast<A extends object, B extends object, V>(
  make: (a: A, b: B) => V,
): (a: A, b: B) => V {
  const byFirst = weakMemo((a: A) => lastMemo((b: B) => make(a, b)));
  return (a, b) => byFirst(a)(b);
}

/**
 * A pure function of numbers, short texts and small plain values that keeps its last answers: for tables that are looked up again and again.
 * @param most answers kept; the one longest unused goes first
 */
export function tableMemo<A extends readonly unknown[], V extends object>(
  most: number,
  make: (...of: A) => V,
): (...of: A) => V {
  const kept = new LRUCache<string, V>({ max: most });
  return (...of) => {
    const key = JSON.stringify(of);
    let found = kept.get(key);
    if (!found) kept.set(key, (found = make(...of)));
    return found;
  };
}
