import { useCallback, useEffect, useRef, useState } from "react";
import { reason } from "../../api/client";
import { stages } from "../../api/stages";
import type { Move, ScanReply } from "../../api/types.gen";

/** How fast the buttons and keys sweep, mm/s: a calm hand. */
const PACE = 600;

export interface Scanner {
  on: boolean;
  x: number;
  reply: ScanReply | null;
  /** Calibrated where it can see, and not lost since. */
  seeing: boolean;
  sweeping: boolean;
  error: string | null;
  open: () => void;
  close: () => void;
  again: () => void;
  calibrate: () => void;
  /** Takes the scanner to a place at once, as a hand that drags it does. */
  take: (x: number) => void;
  /** Sweeps at an even pace to a place; again stops it. */
  sweep: (to: number) => void;
  /** Shows what a scanner of one's own has written. */
  show: (r: ScanReply) => void;
}

/** The stud scanner on the wall: where it was taken, and what it says. */
export function useScannerState(wall: string, length: number): Scanner {
  const [on, setOn] = useState(false);
  const [x, setX] = useState(0);
  const [reply, setReply] = useState<ScanReply | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [target, setTarget] = useState<number | null>(null);
  const moves = useRef<Move[]>([]);
  const began = useRef(0);
  const busy = useRef(false);

  const ask = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    try {
      for (let sent = -1; sent !== moves.current.length;) {
        sent = moves.current.length;
        const answer = await stages.scanner({ seed: 1, wall, length_mm: length, moves: moves.current });
        if (moves.current.length > 0) setReply(answer);
        setError(null);
        await new Promise((r) => setTimeout(r, 60)); // so that a long sweep does not flood the wire
      }
    } catch (err) {
      setError(reason(err));
    } finally {
      busy.current = false;
    }
  }, [wall, length]);

  const go = useCallback(
    (to: number, calibrate?: boolean) => {
      if (moves.current.length === 0) began.current = performance.now();
      const at = Math.min(Math.max(0, to), length);
      moves.current.push({ at_s: (performance.now() - began.current) / 1000, x_mm: at, calibrate });
      setX(at);
      void ask();
    },
    [ask, length],
  );

  // A sweep at an even pace, from where the scanner is.
  const place = useRef(x);
  useEffect(() => {
    place.current = x;
  }, [x]);
  useEffect(() => {
    if (target === null) return;
    const from = place.current;
    const start = performance.now();
    go(from); // it stood here until now
    const timer = setInterval(() => {
      const way = ((performance.now() - start) / 1000) * PACE;
      const left = Math.abs(target - from) - way;
      go(left <= 0 ? target : from + Math.sign(target - from) * way);
      if (left <= 0) setTarget(null);
    }, 30);
    return () => clearInterval(timer);
  }, [target, go]);

  const again = () => {
    moves.current = [];
    setTarget(null);
    setReply(null);
    setError(null);
  };
  return {
    on,
    x,
    reply,
    seeing: reply !== null && reply.readings.length > 0 && !reply.readings.at(-1)?.lost,
    sweeping: target !== null,
    error,
    open: () => setOn(true),
    close: () => {
      again();
      setOn(false);
    },
    again,
    calibrate: () => go(x, true),
    take: (to) => {
      setTarget(null);
      go(to);
    },
    sweep: (to) => setTarget(target === to ? null : to),
    show: (r) => {
      again();
      setReply(r);
    },
  };
}
