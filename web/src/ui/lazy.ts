import { lazy as once } from "react";

/** Tries again until it is there: what is opened while the server is away comes when it is back, and breaks nothing. */
async function again<T>(load: () => Promise<T>): Promise<T> {
  for (;;) {
    try {
      return await load();
    } catch {
      await new Promise((go) => setTimeout(go, 700));
    }
  }
}

/** React's lazy, for a server that may be away. */
export const lazy: typeof once = (load) => once(() => again(load));
