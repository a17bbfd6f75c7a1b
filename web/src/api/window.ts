/**
 * This window of the browser, among the others: each keeps what is on its way in slots of its own, under its name, and looks
 * after them as long as it is there.
 */
const TAB = "aguante:tab";

/** What this window is called, also after it is loaded again, and nobody else. */
export let tab = kept(() => sessionStorage.getItem(TAB)) ?? named();

function named(): string {
  return Array.from(crypto.getRandomValues(new Uint8Array(9)), (b) => b.toString(36)).join("");
}

/** The value of what may be forbidden. */
export function kept<T>(get: () => T): T | null {
  try {
    return get();
  } catch {
    return null;
  }
}

/** Undefined where nobody knows which windows there are. */
export const locks = navigator.locks as LockManager | undefined; // not on a page from another machine

const lockOf = (name: string) => `${TAB}:${name}`;

/**
 * Holds the name of this window as long as it is there, so that others know whose edits are being
 * looked after. One that was copied with its name takes a new one.
 */
export const claimed = (async () => {
  while (locks) {
    const got = await new Promise<boolean>((say) => {
      void locks
        .request(lockOf(tab), { ifAvailable: true }, (lock) => {
          say(lock !== null);
          return lock ? new Promise(() => undefined) : undefined;
        })
        .catch(() => say(true));
    });
    if (got) break;
    tab = named();
  }
  kept(() => sessionStorage.setItem(TAB, tab));
})();

/** Whether the window of a name is there; never known to be where there are no locks. */
export async function openWindows(): Promise<(name: string) => boolean> {
  await claimed;
  const held = new Set((await locks?.query())?.held?.map((l) => l.name));
  return (name) => name === tab || held.has(lockOf(name));
}
