import { newId } from './newId.js';

const AT = 'pale-glint/tab';
const LOCK = 'pale-glint/tab/';

function remembered(): string {
  try {
    const id = sessionStorage.getItem(AT) ?? newId();
    sessionStorage.setItem(AT, id);
    return id;
  } catch {
    return newId();
  }
}

/** Holds a name for as long as the page lives; false where another page has it. Browsers without locks are taken at their word. */
const hold = (id: string): Promise<boolean> =>
  new Promise((resolve) => {
    // A secure page has locks; one that is opened over a network by its number has none.
    const { locks } = navigator as Partial<Pick<Navigator, 'locks'>>;
    if (!locks) return resolve(true);
    locks
      .request(LOCK + id, { ifAvailable: true }, (lock) => {
        resolve(lock !== null);
        return lock ? new Promise(() => undefined) : undefined;
      })
      .catch(() => resolve(true));
  });

async function claimed(): Promise<string> {
  const id = remembered();
  if (await hold(id)) return id;
  // A tab that was doubled begins with the name of the one it was made from.
  const own = newId();
  try {
    sessionStorage.setItem(AT, own);
  } catch {
    // As above.
  }
  await hold(own);
  return own;
}

/** The name of this tab, the same over a reload, and of no other tab that is open. */
export const tabId: Promise<string> = claimed();

/** Names of tabs that are open now. */
export async function openTabs(): Promise<ReadonlySet<string>> {
  const { locks } = navigator as Partial<Pick<Navigator, 'locks'>>;
  const { held = [] } = (await locks?.query()) ?? {};
  return new Set(held.flatMap(({ name }) => (name?.startsWith(LOCK) ? [name.slice(LOCK.length)] : [])));
}
