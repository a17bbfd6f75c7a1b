import { type ComponentType } from "react";
import { lazy } from "../ui/lazy";
import type { Shelf, ShelfReport } from "../api/types.gen";
import type { Over } from "../drawing/FrontView";
import type { View } from "../drawing/view";

/** What a stage lays on the canvas. */
export interface Canvas {
  /** The wall is seen at its whole length, with its studs. */
  wide?: boolean;
  /** The place of what is chosen on the shelf is said, and not that of its supports. */
  items?: boolean;
  /** Drawn on the shelf that the bench is about. */
  Marks?: ComponentType<{ shelf: Shelf; report: ShelfReport; view: View }>;
  /** Laid over the whole wall, while it has something to show. */
  over?: Over;
  /** Beside the wall, where there is room; `below` where there is not. */
  Beside?: ComponentType<{ width: number; height: number }>;
  below?: boolean;
  /** What stands at the foot of the page. */
  foot?: string;
  /** In place of the wall. */
  Bench?: ComponentType<{ width: number; height: number }>;
}

export interface Stage {
  key: string;
  name: string;
  Panel: ComponentType;
  canvas: Canvas;
}

const Side = lazy(() => import("../drawing/Beside").then((m) => ({ default: m.SideBeside })));

/** The stages, in their order. Each is loaded when it is opened. */
export const STAGES: Stage[] = [
  {
    key: "load",
    name: "Load",
    Panel: lazy(() => import("./load/LoadPanel").then((m) => ({ default: m.LoadPanel }))),
    canvas: {
      items: true,
      Beside: Side,
      Marks: lazy(() => import("./load/WorstPlaces").then((m) => ({ default: m.WorstPlaces }))),
    },
  },
  {
    key: "wall",
    name: "Wall",
    Panel: lazy(() => import("./wall/WallPanel").then((m) => ({ default: m.WallPanel }))),
    canvas: {
      wide: true,
      over: {
        key: "scanner",
        Drawing: lazy(() => import("./wall/ScannerDrawing").then((m) => ({ default: m.ScannerDrawing }))),
      },
    },
  },
  {
    key: "board",
    name: "Board",
    Panel: lazy(() => import("./board/BoardPanel").then((m) => ({ default: m.BoardPanel }))),
    canvas: {
      Beside: lazy(() => import("./board/SectionBeside").then((m) => ({ default: m.SectionBeside }))),
      below: true,
    },
  },
  {
    key: "hold",
    name: "Hold",
    Panel: lazy(() => import("./hold/HoldPanel").then((m) => ({ default: m.HoldPanel }))),
    canvas: { Beside: Side, below: true },
  },
  {
    key: "build",
    name: "Build",
    Panel: lazy(() => import("./build/BuildPanel").then((m) => ({ default: m.BuildPanel }))),
    canvas: {
      foot: "every cut is counted with the blade",
      Bench: lazy(() => import("./build/BuildBench").then((m) => ({ default: m.BuildBench }))),
    },
  },
  {
    key: "prove",
    name: "Prove",
    Panel: lazy(() => import("./prove/ProvePanel").then((m) => ({ default: m.ProvePanel }))),
    canvas: {
      foot: "a test speaks of this load, in this place, on this shelf as it is",
      Bench: lazy(() => import("./prove/ProveBench").then((m) => ({ default: m.ProveBench }))),
    },
  },
];

export const stageOf = (key: string): Stage =>
  STAGES.find((s) => s.key === key) ?? (STAGES.find((s) => s.key === "hold") as Stage);
