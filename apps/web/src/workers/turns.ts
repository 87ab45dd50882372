/**
 * Work that is done one at a time, in the order in which it was asked for; what nobody wants any more when its turn comes
 * is never begun.
 */
export type Turns = <T>(work: () => Promise<T>, signal?: AbortSignal) => Promise<T>;

export function turns(): Turns {
  let last: Promise<unknown> = Promise.resolve();
  return (work, signal) => {
    const mine = last.then(() => {
      signal?.throwIfAborted();
      return work();
    });
    last = mine.catch(() => undefined);
    return mine;
  };
}
