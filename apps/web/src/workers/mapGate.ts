/**
 * What the hand is on comes first: small pictures and measuring wait here until the map stands. A gate, so that each
 * page of the app has one of its own and tests can drive it.
 */
export interface MapGate {
  /** A map is about to be asked for: nothing else begins. */
  expect(): void;
  /** A map was asked for, and owes so many answers; a later one takes its place. A rough one is followed by a fine one. */
  asked(generation: number, answers: number, fine: boolean): void;
  /** One of its answers came, or it failed. */
  answered(generation: number): void;
  /** Resolves at once where no map is under way, otherwise when it stands. */
  stands(): Promise<void>;
}

/** A map that was expected and never asked for, or a rough one with nothing after it, holds others up no longer than this. */
const PATIENCE_MS = 4000;

export function mapGate(patienceMs: number = PATIENCE_MS): MapGate {
  let owed = 0;
  let latest = -1;
  let fine = true;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let waiting: (() => void)[] = [];
  const open = () => {
    clearTimeout(timer);
    timer = undefined;
    owed = 0;
    const all = waiting;
    waiting = [];
    all.forEach((go) => go());
  };
  const openLater = () => {
    clearTimeout(timer);
    timer = setTimeout(open, patienceMs);
  };
  return {
    expect() {
      if (owed === 0) openLater();
    },
    asked(generation, answers, isFine) {
      clearTimeout(timer);
      timer = undefined;
      latest = generation;
      owed = answers;
      fine = isFine;
    },
    answered(generation) {
      if (generation !== latest || owed === 0) return;
      owed--;
      if (owed > 0) return;
      if (fine) open();
      else openLater();
    },
    stands: () =>
      owed === 0 && timer === undefined
        ? Promise.resolve()
        : new Promise<void>((resolve) => waiting.push(resolve)),
  };
}
