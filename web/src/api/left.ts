/** Where facts on their way into a wall's journal are kept in this browser. */
export const OUT = "aguante:out:";

/** Sends what a page before this one wrote and could not send, of whatever wall; `sent` is told of each. */
export function sendWhatWaits(sent: () => void) {
  let walls: string[] = [];
  try {
    const slots = Object.keys(localStorage).filter((key) => key.startsWith(OUT));
    walls = [...new Set(slots.map((key) => key.slice(OUT.length).split(":")[0] ?? ""))];
  } catch {
    // a browser that keeps nothing
  }
  if (walls.length === 0) return;
  void import("./outbox").then((out) => {
    out.hearOutbox(sent);
    walls.forEach((id) => void out.flush(id));
  });
}
