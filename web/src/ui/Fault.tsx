import { Component, type ReactNode } from "react";

/** Catches a fault in drawing the page, so that it never stands there blank: what happened, and ways on. */
export class Fault extends Component<{ children: ReactNode; onForget?: () => Promise<void> }, { why: string | null }> {
  override state: { why: string | null } = { why: null };

  static getDerivedStateFromError(err: unknown) {
    return { why: err instanceof Error ? err.message : String(err) };
  }

  override render() {
    if (this.state.why === null) return this.props.children;
    const { onForget } = this.props;
    return (
      <main className="max-w-xl p-6" role="alert">
        <h1 className="text-head font-semibold text-red">Something broke in drawing this page.</h1>
        <p className="mt-2">
          What the server has saved is safe. Load the page again; if it breaks again, leave out what only this browser
          keeps of it, or go to all walls.
        </p>
        <p className="mt-2 text-small text-soft">{this.state.why}</p>
        <p className="mt-4 flex gap-6">
          <button type="button" className="act font-semibold" onClick={() => location.reload()}>
            Load it again
          </button>
          {onForget && (
            <button type="button" className="act" onClick={() => void onForget().then(() => location.reload())}>
              Leave out what this browser keeps
            </button>
          )}
          <a className="act" href="/">
            All walls
          </a>
        </p>
      </main>
    );
  }
}
