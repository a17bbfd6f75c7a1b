import { Suspense } from "react";
import { FrontView } from "../drawing/FrontView";
import { stageOf } from "../stages/stages";
import { useSize } from "../ui/useSize";
import { useChoice } from "./context";

/** How high what stands beside the wall is where it stands below it, px. */
const BELOW = 440;

/** Front view, and beside it what the stage has, in the room there is. */
export function DrawingArea() {
  const [ref, { width, height }] = useSize();
  const { canvas } = stageOf(useChoice().stage);
  const beside = width >= 820 || (width >= 560 && height < BELOW + 260);
  const Beside = beside || canvas.below ? canvas.Beside : undefined;
  const { Bench } = canvas;
  const aside = !Beside ? 0 : beside ? Math.min(340, width * 0.37) : width;
  return (
    <div
      ref={ref}
      className={`mx-4 max-lg:order-2 min-h-0 overflow-clip border border-hair bg-sheet max-[700px]:mx-2 lg:mr-0 ${Bench ? "h-[640px]" : Beside && !beside ? "h-[850px]" : "h-[410px]"} lg:h-auto`}
    >
      {width > 0 && Bench && (
        <Suspense fallback={null}>
          <Bench width={width} height={height} />
        </Suspense>
      )}
      {width > 0 && !Bench && (
        <div className={beside ? "flex" : ""}>
          <FrontView
            width={beside ? width - aside : width}
            height={beside || !Beside ? height : height - BELOW}
            canvas={canvas}
          />
          {Beside && (
            <Suspense fallback={<div style={{ width: aside }} />}>
              <Beside width={aside} height={beside ? height : BELOW} />
            </Suspense>
          )}
        </div>
      )}
    </div>
  );
}
